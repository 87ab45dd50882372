import { anchorAt, placeAt, type Point, type SurfaceModel } from '../form/index.js';
import type { Adjustment, Anchor } from '../piece/index.js';
import { clamp } from '../units/index.js';
import type { Glint } from './glint.js';
import type { UnresolvedOverride } from './overrides.js';

/** More dots than this added to one part read as grain; the rest sleep. */
export const MOST_ADDED = 12;

/** The patch and (u, v) under a dot; corners may lie a hair outside. */
function under(model: SurfaceModel, at: Point): { patch: number; anchor: Anchor } | null {
  return anchorAt(model, at) ?? anchorAt(model, [at[0] * 0.97, at[1] * 0.97]);
}

/** A place `by` away on the form, held at the form's ends. */
const shifted = ({ u, v }: Anchor, by: Anchor): Anchor => ({
  u: clamp(u + by.u, 0, 1),
  v: clamp(v + by.v, 0, 1),
});

/** The computed dots with what the painter moved, added and took away. */
export function overrideGlints(
  model: SurfaceModel,
  computed: readonly Glint[],
  overrides: readonly Adjustment[],
): { glints: Glint[]; unresolved: UnresolvedOverride[] } {
  const unresolved: UnresolvedOverride[] = [];
  let glints = [...computed];
  let added = 0;
  for (const a of overrides) {
    if (a.kind === 'glint-remove' || a.kind === 'glint-move') {
      const dot = glints.find((g) => g.key === a.glint);
      if (!dot) {
        unresolved.push({ id: a.id, reason: 'this light gives no such dot' });
        continue;
      }
      if (a.kind === 'glint-remove') {
        glints = glints.filter((g) => g !== dot);
        continue;
      }
      const from = under(model, dot.at);
      const at = from && placeAt(model.patches[from.patch], shifted(from.anchor, a.by));
      if (at) glints = glints.map((g) => (g === dot ? { ...g, at } : g));
      else unresolved.push({ id: a.id, reason: 'it would leave the part' });
    } else if (a.kind === 'glint-add') {
      const patch = model.patches[a.patch];
      const at = patch ? placeAt(patch, a.anchor) : null;
      if (!at) unresolved.push({ id: a.id, reason: 'its place is gone from this form' });
      else if (++added > MOST_ADDED)
        unresolved.push({
          id: a.id,
          reason: `a part takes at most ${MOST_ADDED} added dots: more read as grain`,
        });
      else glints.push({ key: a.id, at, radiusMm: a.radiusMm, stretch: 1.15, alongRad: 0 });
    }
  }
  return { glints, unresolved };
}
