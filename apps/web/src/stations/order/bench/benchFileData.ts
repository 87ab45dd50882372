import type { Tick } from '@pale-glint/core';
import type { Wet } from './whatDries.js';

/** A layer as the page of a bench file tells it. */
export interface BenchFileLayer {
  readonly title: string;
  readonly coats: number;
  readonly mix: readonly { readonly name: string; readonly hex: string; readonly parts: number }[];
  readonly mixText: string;
  readonly thinning: string;
  readonly how: string;
  readonly why: string;
  readonly care: string;
  readonly dryMs: number;
  readonly atOnce: boolean;
  readonly parts: readonly {
    /** Id of the part. */
    readonly part: string;
    readonly name: string;
    readonly where: string;
    readonly coats: number;
    readonly tick: Tick;
  }[];
  readonly picture: string;
}

/** What a bench file holds: no more than its page needs. */
export interface BenchFileData {
  readonly piece: string;
  /** Tells one plan from the next: a page that was served anew begins anew. */
  readonly plan: string;
  readonly name: string;
  readonly copies: number;
  /** Whether ticks are sent as they are made. */
  readonly live: boolean;
  readonly items: readonly {
    readonly layer: string;
    readonly coat: number;
    readonly copies: readonly number[];
    /** How much of the mix it takes, in words; empty where the painter chooses. */
    readonly amount: string;
  }[];
  readonly layers: Readonly<Record<string, BenchFileLayer>>;
}

/** How far the page is; kept in its browser. */
export interface BenchFileState {
  readonly plan: string;
  /** What is painted one after the other; what was painted meanwhile has moved up. */
  readonly items: BenchFileData['items'];
  readonly at: number;
  readonly figure: number;
  readonly timers: readonly { readonly label: string; readonly until: number }[];
  readonly ticks: readonly Tick[];
  /** What each press did, to be taken back in turn. */
  readonly done: readonly {
    readonly at: number;
    readonly figure: number;
    readonly ticks: number;
    readonly timers: number;
    readonly wet: readonly Wet[];
  }[];
  /** How many of the ticks the computer has, and steps that it still has to untick. */
  readonly sent: number;
  readonly undone: readonly StepId[];
}

export type StepId = Pick<Tick, 'part' | 'step' | 'role' | 'copy'>;
