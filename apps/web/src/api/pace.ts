import type { CoatCount, PaceCount } from '@pale-glint/core';
import { ask } from './http.js';

/** A painter's pace over all pieces. */
export interface Pace {
  /** What was done before this is not learned from; UTC. */
  readonly since: string;
  readonly counts: readonly PaceCount[];
  readonly coats: readonly CoatCount[];
}

export const paceApi = {
  get: () => ask<Pace>('GET', '/api/pace'),
  put: (piece: string, told: Pick<Pace, 'counts' | 'coats'>) =>
    ask<Pace>('PUT', `/api/pace/${piece}`, JSON.stringify(told)),
  forget: () => ask<Pace>('DELETE', '/api/pace'),
};

export const paceKeys = ['pace'] as const;
