import type { PaceCount } from '@pale-glint/core';
import { ask } from './http.js';

/** A painter's pace over all pieces. */
export interface Pace {
  /** What was done before this is not learned from; UTC. */
  readonly since: string;
  readonly counts: readonly PaceCount[];
}

export const paceApi = {
  get: () => ask<Pace>('GET', '/api/pace'),
  put: (piece: string, counts: readonly PaceCount[]) =>
    ask<Pace>('PUT', `/api/pace/${piece}`, JSON.stringify({ counts })),
  forget: () => ask<Pace>('DELETE', '/api/pace'),
};

export const paceKeys = ['pace'] as const;
