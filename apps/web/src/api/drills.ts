import type { DrillAnswer, DrillId } from '@pale-glint/core';
import { ask } from './http.js';

interface Kept {
  /** The oldest first. */
  readonly answers: readonly DrillAnswer[];
}

export const drillsApi = {
  get: () => ask<Kept>('GET', '/api/drills'),
  /** Sent twice it is kept once. */
  put: ({ id, ...answer }: DrillAnswer) =>
    ask<DrillAnswer>('PUT', `/api/drills/${id}`, JSON.stringify(answer)),
  forget: (drill: DrillId) => ask<Kept>('DELETE', `/api/drills?drill=${drill}`),
};

export const drillKeys = ['drills'] as const;
