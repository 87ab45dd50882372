import { refused } from '../units/index.js';
import { deltaE, mixLab, type Lab } from '../colour/index.js';
import { paintsById } from '../ladder/index.js';
import { metalAt } from '../metal/index.js';
import type { Ladder, Mix, Paint } from '../piece/index.js';
import { searchMixes } from './search.js';
import { MIXED_KINDS, paintTable } from './table.js';
import { metalOfLadder, stepLab } from './ladderSpec.js';

export interface HalfStep {
  readonly mix: Mix;
  readonly lab: Lab;
  /** What it aims at, midway in value. */
  readonly aim: Lab;
}

/** A half step farther off than this may take one paint that neither neighbour has. */
const FAR_OFF = 3;

/**
 * A mix midway in value between a step and the next, for soft borders: from the paints of both, since their piles are
 * open; one more paint where those miss it. Equal parts of two piles are not their midpoint: the dark one rules.
 * @param index the darker of the two steps, from 0
 * @returns null where neither step holds a paint that can be weighed
 */
export function halfStep(
  ladder: Ladder,
  index: number,
  paints: readonly Paint[],
  out: ReadonlySet<string> = new Set(),
): HalfStep | null {
  const byId = paintsById(paints);
  const [dark, light] = [ladder.steps[index], ladder.steps[index + 1]];
  if (!dark || !light) throw refused('step', `${index}`, `0 to ${ladder.steps.length - 2}`);
  const [a, b] = [stepLab(dark, byId), stepLab(light, byId)];
  const metal = metalOfLadder(ladder);
  // Midway between the mixes as they are; the metal's own hue there only where both lie on its path.
  const between = mixLab(a, b, 0.5);
  const onPath = metal && [a, b].every((lab) => deltaE(lab, metalAt(metal, lab.l)) < 2 * FAR_OFF);
  const aim = onPath ? metalAt(metal, between.l) : between;
  const near = new Set([...dark.mix, ...light.mix].map((m) => m.paint));
  const mixable = paints.filter((p) => MIXED_KINDS.has(p.kind) && (near.has(p.id) || !out.has(p.id)));
  const own = mixable.filter((p) => near.has(p.id));
  const bestOf = (from: readonly Paint[]): HalfStep | null => {
    const [[best]] = searchMixes(paintTable(from), [aim], { keep: 1 });
    if (!best) return null;
    const mix = best.paints
      .map((p, i) => ({ paint: from[p].id, parts: best.drops[i] }))
      .sort((p, q) => q.parts - p.parts);
    return { mix, lab: best.lab, aim };
  };
  const first = bestOf(own);
  if (first && deltaE(first.lab, aim) <= FAR_OFF) return first;
  const more = mixable
    .filter((p) => !near.has(p.id))
    .map((p) => bestOf([...own, p]))
    .reduce(
      (best, next) => (next && (!best || deltaE(next.lab, aim) < deltaE(best.lab, aim) - 1) ? next : best),
      first,
    );
  return more;
}
