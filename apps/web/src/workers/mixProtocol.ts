import type { Ladder, Paint, Searched } from '@pale-glint/core';

/** Mixes for the steps of a ladder from paints. */
export interface MixJob {
  readonly ladder: Ladder;
  readonly paints: readonly Paint[];
  /** Ids of paints that ran out. */
  readonly out: readonly string[];
  /** Steps to look for, from 0; null for all that are not settled. */
  readonly only: readonly number[] | null;
}

export type MixNews =
  | { readonly kind: 'progress'; readonly share: number }
  | ({ readonly kind: 'found' } & Searched)
  | { readonly kind: 'failed'; readonly says: string };
