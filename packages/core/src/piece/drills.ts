import { z } from 'zod';
import { id, list, moment, oneOf, ratio } from './fields.js';

/** What a painter trains to judge by eye. */
export const DRILL_IDS = ['value', 'light', 'dot', 'share', 'mix', 'fault'] as const;
export type DrillId = (typeof DRILL_IDS)[number];

export const DRILLS_FORMAT = 'pale-glint/drills';
export const DRILLS_VERSION = 1;
/** So many answers are kept, the newest. */
export const MOST_DRILL_ANSWERS = 5000;
/** No drill is missed by more, in its own unit. */
const MOST_MISS = 1000;

/** One answer of a drill: how far it was off, not what was asked. */
export const drillAnswerSchema = z.strictObject({
  id: id('of this answer'),
  drill: oneOf(DRILL_IDS, 'which drill'),
  about: id('what kind of question it was: a hue, a form, a fault'),
  miss: ratio(0, MOST_MISS, "how far it was off, in the drill's unit"),
  lean: ratio(-MOST_MISS, MOST_MISS, 'the same with its direction; null where it has none').nullable(),
  at: moment('when it was given'),
});

export const drillAnswersSchema = z.strictObject({
  format: z.literal(DRILLS_FORMAT, { error: () => `"${DRILLS_FORMAT}"` }),
  version: z.literal(DRILLS_VERSION, { error: () => String(DRILLS_VERSION) }),
  answers: list(drillAnswerSchema, MOST_DRILL_ANSWERS, 'answers, the oldest first'),
});

export type DrillAnswer = z.infer<typeof drillAnswerSchema>;
