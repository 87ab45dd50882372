import { scheduleOf, type OrderLayer, type Piece, type StepId } from '@pale-glint/core';
import { answerJobs, type JobTools } from './jobs.js';

export interface ScheduleJob {
  readonly order: readonly OrderLayer[];
  readonly piece: Pick<Piece, 'copies' | 'table' | 'rig'>;
  readonly ticks: readonly StepId[];
  readonly today: string;
  readonly nowMin: number;
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
};
export type PlanJobs = typeof jobs;
answerJobs(jobs);
