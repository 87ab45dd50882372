import type { DrillAnswer, DrillId, Paint } from '../piece/index.js';
import { seededRandom } from '../units/index.js';
import { towline } from '../demo/index.js';
import type { DrillKind, DrillTasks } from './definition.js';
import { covering } from './covering.js';
import { drills } from './registry.js';
import { nextKind } from './standing.js';

/** A shelf with fewer paints than this asks too little; the supplied ones are asked about instead. */
const ENOUGH_PAINTS = 5;

/** The paints that a drill asks about: the painter's own, or the supplied ones where those are too few or too alike. */
export const drillPaints = (drill: DrillId, owned: readonly Paint[]): readonly Paint[] =>
  covering(owned).length >= ENOUGH_PAINTS && drills[drill].kinds(owned).length > 0 ? owned : towline;

/** A question that was asked. */
export interface Question<K extends DrillId = DrillId> {
  readonly drill: K;
  readonly kind: DrillKind;
  /** Every kind that can be asked. */
  readonly kinds: readonly DrillKind[];
  readonly task: DrillTasks[K];
}

/**
 * A question of a drill; the same seed, paints and answers ask the same.
 * @param answers given so far, of any drill, the oldest first: what was missed is asked more often
 * @throws RangeError where the paints are too few for any
 */
export function askDrill<K extends DrillId>(
  drill: K,
  seed: number,
  paints: readonly Paint[],
  answers: readonly DrillAnswer[] = [],
): Question<K> {
  const random = seededRandom(seed);
  const kinds = drills[drill].kinds(paints);
  if (kinds.length === 0)
    throw new RangeError(`drill: "${drill}" asks about more paints than these ${paints.length}`);
  const kind = nextKind(drill, kinds, answers, random);
  return { drill, kind, kinds, task: drills[drill].ask(kind.id, random, paints) };
}
