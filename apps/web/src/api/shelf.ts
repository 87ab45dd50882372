import { checkShelf, writeShelf, type Shelf } from '@pale-glint/core';
import { ask } from './http.js';

export interface StoredShelf {
  readonly version: number;
  readonly shelf: Shelf;
}

export const shelfApi = {
  get: async (): Promise<StoredShelf> => {
    const { version, shelf } = await ask<StoredShelf>('GET', '/api/shelf');
    return { version, shelf: checkShelf(shelf) };
  },
  save: (shelf: Shelf, startedFrom: number) =>
    ask<{ version: number }>('PUT', `/api/shelf?version=${startedFrom}`, writeShelf(shelf)),
};

export const shelfKeys = ['shelf'] as const;
