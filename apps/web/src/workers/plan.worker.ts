import {
  schoolTakes,
  coatedAs,
  paced,
  paintingOrder,
  scheduleOf,
  stopOrGo,
  type SchoolTakes,
  type Ladder,
  type Learned,
  type LearnedCoats,
  type OrderLayer,
  type Piece,
  type StepId,
} from '@pale-glint/core';
import { answerJobs, type JobTools } from './jobs.js';
import { needSculpts, surfacesOf } from './sculpts.js';
import { internPiece, quickSheet } from './stages.js';

export interface ScheduleJob {
  readonly order: readonly OrderLayer[];
  readonly piece: Pick<Piece, 'copies' | 'table' | 'rig'>;
  readonly ticks: readonly StepId[];
  readonly today: string;
  readonly nowMin: number;
}

export interface WorthJob {
  readonly order: readonly OrderLayer[];
  readonly piece: Piece;
  readonly ticks: readonly StepId[];
}

/** A piece with one of its metals laid by a school. */
export interface SchoolJob {
  readonly piece: Piece;
  readonly ladder: Ladder;
  /** The part that it is shown on. */
  readonly part: string | null;
  /** How the painter's coats and minutes differ from the starting figures. */
  readonly pace: { readonly learned: readonly Learned[]; readonly coats: readonly LearnedCoats[] };
  readonly today: string;
  readonly nowMin: number;
}

/** What a school takes, for its metal and for the whole piece. */
export interface MeasuredSchool {
  readonly takes: SchoolTakes;
  readonly wholeMin: number;
  /** About: the best of few plans. */
  readonly evenings: number;
  /** Whether they are no more than the painter set; true where none is set. */
  readonly fits: boolean;
  /** The pass from which the part it is shown on reads as metal, and of how many; null where it is not told. */
  readonly reads: { readonly from: number; readonly of: number } | null;
}

/** Plans that are tried to tell how many evenings a school takes. */
const FEW_TRIES = 5;

const jobs = {
  /** What is left of an order, laid into evenings. */
  schedule: ({ order, piece, ticks, today, nowMin }: ScheduleJob, { tell }: JobTools) =>
    scheduleOf(order, piece, ticks, {
      today,
      nowMin,
      onProgress: (share) => {
        tell('', share);
        return true;
      },
    }),
  /** What a metal takes, laid by a school from the beginning; to a few per cent. */
  async school({ piece, ladder, part: on, pace, today, nowMin }: SchoolJob): Promise<MeasuredSchool> {
    await needSculpts(piece);
    const atHand = internPiece(piece);
    const sheets = new Map(atHand.parts.map((part) => [part.id, quickSheet(part, atHand)]));
    const starting = paintingOrder(atHand, sheets);
    const shown = on === null ? undefined : sheets.get(on);
    const order = paced(coatedAs(starting, pace.coats, piece.copies), pace.learned);
    const { activeMin, evenings, fits } = scheduleOf(order, piece, [], { today, nowMin, tries: FEW_TRIES });
    return {
      takes: schoolTakes(order, ladder, piece),
      wholeMin: activeMin,
      evenings: evenings.length,
      fits,
      reads: shown?.readsAsMetalFrom ? { from: shown.readsAsMetalFrom, of: shown.passes } : null,
    };
  },
  /** What each step that is left brings at arm's length. */
  async worth({ order, piece, ticks }: WorthJob, { tell }: JobTools) {
    await needSculpts(piece);
    return stopOrGo({ ...piece, surfaces: surfacesOf(piece) }, order, ticks, (done, of) => {
      tell('', done / of);
      return true;
    });
  },
};
export type PlanJobs = typeof jobs;
answerJobs(jobs);
