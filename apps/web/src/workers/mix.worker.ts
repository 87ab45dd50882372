import {
  aimsOf,
  fromOpposites,
  halfStep,
  lackingPaint,
  otherMixes,
  searchMixesForLadder,
  standIns,
  type Ladder,
  type Paint,
} from '@pale-glint/core';
import { answerJobs, type JobTools } from './jobs.js';

interface MixFrom {
  readonly paints: readonly Paint[];
  /** Ids of paints that ran out. */
  readonly out: readonly string[];
}
interface LadderFrom extends MixFrom {
  readonly ladder: Ladder;
}
interface StepFrom extends LadderFrom {
  /** From 0. */
  readonly step: number;
}

/** Progress is told in steps that can be seen. */
const LEAST_TOLD = 0.02;
function optionsOf({ out }: MixFrom, { tell }: JobTools) {
  let told = 0;
  const onProgress = (share: number) => {
    if (share - told < LEAST_TOLD) return;
    told = share;
    tell('', share);
  };
  return { onProgress, out: new Set(out) };
}

const jobs = {
  /** Mixes for the steps of a ladder; for those of `only`, or for all that are not confirmed. */
  ladder(job: LadderFrom & { readonly only: readonly number[] | null }, tools: JobTools) {
    const found = searchMixesForLadder(job.ladder, job.paints, job.only, optionsOf(job, tools));
    if (!found)
      throw new Error(
        'No ladder that rises step by step comes from these paints. A darker dark, or a lighter light, is missing.',
      );
    return found;
  },
  /** Other mixes for one step, and those from opposite hues. */
  others(job: StepFrom, tools: JobTools) {
    const options = optionsOf(job, tools);
    const aim = aimsOf(job.ladder, job.paints)[job.step];
    return {
      others: otherMixes(job.ladder, job.paints, job.step, options),
      opposites: fromOpposites(aim, job.paints, options.out),
    };
  },
  /** The mix midway between a step and the next. */
  half: (job: StepFrom) => halfStep(job.ladder, job.step, job.paints, new Set(job.out)),
  /** The one paint that would help a ladder most. */
  lacking: (job: LadderFrom, tools: JobTools) => lackingPaint(job.ladder, job.paints, optionsOf(job, tools)),
  /** What stands in for a paint. */
  standIns: (job: MixFrom & { readonly paint: Paint }) => standIns(job.paint, job.paints, new Set(job.out)),
};
export type MixJobs = typeof jobs;
answerJobs(jobs);
