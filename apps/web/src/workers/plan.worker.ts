import { scheduleOf, stopOrGo, type OrderLayer, type Piece, type StepId } from '@pale-glint/core';
import { answerJobs, type JobTools } from './jobs.js';
import { needSculpts, surfacesOf } from './sculpts.js';

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
