import type {
  HalfStep,
  Lacking,
  Ladder,
  Opposites,
  OtherMix,
  Paint,
  LadderSearchResult,
  Way,
} from '@pale-glint/core';

interface MixFrom {
  readonly ladder: Ladder;
  readonly paints: readonly Paint[];
  /** Ids of paints that ran out. */
  readonly out: readonly string[];
}

/** Mixes for the steps of a ladder from paints. */
export interface LadderJob extends MixFrom {
  readonly kind: 'ladder';
  /** Steps to look for, from 0; null for all that are not settled. */
  readonly only: readonly number[] | null;
}

/** Other mixes for one step. */
export interface OthersJob extends MixFrom {
  readonly kind: 'others';
  readonly step: number;
}

/** The one paint that would help a ladder most. */
export interface LackingJob extends MixFrom {
  readonly kind: 'lacking';
}

/** The mix midway between a step, from 0, and the next. */
export interface HalfJob extends MixFrom {
  readonly kind: 'half';
  readonly step: number;
}

/** What stands in for a paint. */
export interface StandInsJob {
  readonly kind: 'stand-ins';
  readonly paint: Paint;
  readonly paints: readonly Paint[];
  readonly out: readonly string[];
}

export type MixJob = LadderJob | OthersJob | LackingJob | HalfJob | StandInsJob;

export type MixMessage =
  | { readonly kind: 'progress'; readonly share: number }
  | ({ readonly kind: 'ladder' } & LadderSearchResult)
  | { readonly kind: 'others'; readonly others: readonly OtherMix[]; readonly opposites: Opposites | null }
  | { readonly kind: 'stand-ins'; readonly ways: readonly Way[] }
  | { readonly kind: 'lacking'; readonly lacking: Lacking | null }
  | { readonly kind: 'half'; readonly half: HalfStep | null }
  | { readonly kind: 'failed'; readonly message: string };
