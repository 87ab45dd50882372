import { placeAt, type Patch, type Point, type Pull, type SurfaceModel } from '../form/index.js';
import type { Adjustment, AdjustmentOf, Anchor } from '../piece/index.js';

/** An adjustment that cannot be applied now. It is kept, and wakes when its place comes back. */
export interface UnresolvedOverride {
  readonly id: string;
  /** Why, for the painter. */
  readonly reason: string;
}

/** A place held at a value. */
export interface Hold {
  readonly id: string;
  readonly patch: number;
  readonly at: Point;
  readonly radiusMm: number;
  readonly value: number;
}

/** A cut or dent, drawn as a stroke in mm. */
export interface Mark {
  readonly id: string;
  readonly points: readonly Point[];
  readonly soft: boolean;
  readonly widthMm: number;
  readonly lip: AdjustmentOf<'cut'>['lip'];
}

/** What the painter changed on a part by hand, on its form as it is now. */
export interface Overrides {
  readonly all: readonly Adjustment[];
  readonly pulls: readonly Pull[];
  readonly holds: readonly Hold[];
  readonly marks: readonly Mark[];
  readonly edge: AdjustmentOf<'edge'> | null;
  readonly bounce: AdjustmentOf<'bounce'> | null;
  readonly unresolved: readonly UnresolvedOverride[];
  /** What was done otherwise than asked, in words. */
  readonly notes: readonly string[];
}

const NOTHING_DONE: Overrides = {
  all: [],
  pulls: [],
  holds: [],
  marks: [],
  edge: null,
  bounce: null,
  unresolved: [],
  notes: [],
};

/** What an adjustment is about: of two about the same, the later holds. */
export function subjectOf(a: Adjustment): string {
  switch (a.kind) {
    case 'band-centre':
    case 'band-ends':
    case 'band-lean':
    case 'band-peak':
    case 'band-remove':
      return `${a.kind} ${a.facet} ${a.band}`;
    case 'glint-move':
    case 'glint-remove':
      return `glint ${a.glint}`;
    case 'edge':
    case 'bounce':
      return a.kind;
    case 'zone-hold':
    case 'border-pull':
      return `${a.kind} ${a.patch} ${a.anchor.u.toFixed(2)} ${a.anchor.v.toFixed(2)}`;
    default:
      return a.id;
  }
}

const GONE = 'its place is gone from this form';

/** Shares of a pull that are tried until its end lies on the patch. */
const TRIES = [1, 0.9, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3, 0.2, 0.1];

/** As far along a pull as the patch reaches. */
function endOf(
  patch: Patch,
  { anchor, by }: AdjustmentOf<'border-pull'>,
): { at: Point; held: boolean } | null {
  for (const t of TRIES) {
    const [u, v] = [anchor.u + t * by.u, anchor.v + t * by.v];
    const at = u >= 0 && u <= 1 && v >= 0 && v <= 1 ? placeAt(patch, { u, v }) : null;
    if (at) return { at, held: t < 1 };
  }
  return null;
}

/**
 * Finds the places of a part's adjustments on its model. Contradicting ones: the later holds, the earlier sleeps.
 * @param model as posed, before any pull
 */
export function overridesOf(model: SurfaceModel, all: readonly Adjustment[]): Overrides {
  if (all.length === 0) return NOTHING_DONE;
  const unresolved: UnresolvedOverride[] = [];
  const notes: string[] = [];
  const latest = new Map(all.map((a) => [subjectOf(a), a.id]));
  const awake = all.filter((a) => {
    const holds = latest.get(subjectOf(a)) === a.id;
    if (!holds) unresolved.push({ id: a.id, reason: 'a later change holds the same' });
    return holds;
  });
  const find = (id: string, patch: number, anchor: Anchor): Point | null => {
    const p = model.patches[patch];
    const at = p ? placeAt(p, anchor) : null;
    if (!at) unresolved.push({ id, reason: GONE });
    return at;
  };
  const pulls: Pull[] = [];
  const holds: Hold[] = [];
  const marks: Mark[] = [];
  for (const a of awake) {
    if (a.kind === 'border-pull') {
      const from = find(a.id, a.patch, a.anchor);
      if (!from) continue;
      const end = endOf(model.patches[a.patch], a);
      if (!end) {
        unresolved.push({ id: a.id, reason: 'it would leave the part' });
        continue;
      }
      const { at, held } = end;
      if (held) notes.push('a border pulled past the rim is held at the rim');
      pulls.push({ patch: a.patch, to: at, by: [at[0] - from[0], at[1] - from[1]], reachMm: a.reachMm });
    } else if (a.kind === 'zone-hold') {
      const at = find(a.id, a.patch, a.anchor);
      if (at) holds.push({ id: a.id, patch: a.patch, at, radiusMm: a.radiusMm, value: a.value });
    } else if (a.kind === 'cut') {
      const patch = model.patches[a.patch];
      const points = patch ? a.points.map((p) => placeAt(patch, p)).filter((at) => at !== null) : [];
      const long = points.some(
        (p, i) => i > 0 && Math.hypot(p[0] - points[i - 1][0], p[1] - points[i - 1][1]) > 0.02,
      );
      if (points.length < a.points.length || !long) unresolved.push({ id: a.id, reason: GONE });
      else marks.push({ id: a.id, points, soft: a.mark === 'dent', widthMm: a.widthMm, lip: a.lip });
    }
  }
  const one = <K extends 'edge' | 'bounce'>(kind: K) =>
    (awake.find((a) => a.kind === kind) as AdjustmentOf<K> | undefined) ?? null;
  return {
    all: awake,
    pulls,
    holds,
    marks,
    edge: one('edge'),
    bounce: one('bounce'),
    unresolved,
    notes,
  };
}
