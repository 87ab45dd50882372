import type { DrillId } from '../piece/index.js';
import type { DrillAnswers, DrillDefinition, DrillTasks, DrillVerdict } from './definition.js';
import { dot } from './dot.js';
import { fault } from './fault.js';
import { light } from './light.js';
import { mix } from './mix.js';
import { share } from './share.js';
import { value } from './value.js';

/** Every drill, from what is seen at a glance to what takes a look. */
export const drills: { readonly [K in DrillId]: DrillDefinition<K> } = {
  value,
  light,
  dot,
  share,
  mix,
  fault,
};

/** Holds an answer against what is true. */
export const judgeAnswer = <K extends DrillId>(
  drill: K,
  task: DrillTasks[K],
  answer: DrillAnswers[K],
): DrillVerdict => drills[drill].judge(task, answer);
