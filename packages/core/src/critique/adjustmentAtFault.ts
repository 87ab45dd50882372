import type { Adjustment, AdjustmentKind } from '../piece/index.js';
import { applyFix, release } from './fix.js';
import type { Scene, PartInView } from './scene.js';

/** An improvement smaller than this share is no cure. */
const LEAST_GAIN = 0.02;

/**
 * The adjustment of a part without which it would do best by a score (higher is better); null where letting none of
 * them go helps.
 */
export function adjustmentAtFault(
  scene: Scene,
  s: PartInView,
  kinds: readonly AdjustmentKind[],
  score: (s: PartInView) => number,
): Adjustment | null {
  const before = score(s);
  let best: Adjustment | null = null;
  let most = before + LEAST_GAIN * Math.max(1e-6, Math.abs(before));
  for (const a of scene.piece.adjustments) {
    if (a.part !== s.part.id || !kinds.includes(a.kind)) continue;
    const without = score(scene.tried(a.part, (piece) => applyFix(piece, release('', a.id))));
    if (without > most) [best, most] = [a, without];
  }
  return best;
}

const NAMES: Readonly<Record<AdjustmentKind, string>> = {
  'band-centre': 'moved band',
  'band-ends': 'pulled band',
  'band-lean': 'leaned band',
  'band-peak': 'changed band',
  'band-add': 'added band',
  'band-remove': 'band taken away',
  'glint-move': 'moved dot',
  'glint-add': 'added dot',
  'glint-remove': 'dot taken away',
  'border-pull': 'pulled border',
  'zone-hold': 'held place',
  edge: 'held edges',
  bounce: 'changed bounce',
  cut: 'cut',
};

/** What a painter calls an adjustment. */
export const adjustmentName = (a: Pick<Adjustment, 'kind'>): string => NAMES[a.kind];

/** Everything by which a painter can change values by hand. */
export const VALUE_KINDS = [
  'zone-hold',
  'border-pull',
  'band-peak',
  'band-remove',
  'band-add',
  'band-ends',
  'band-centre',
  'bounce',
] as const;
