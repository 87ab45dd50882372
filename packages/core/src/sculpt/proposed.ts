import {
  areaIn,
  drawn,
  foldsOf,
  LIMITS,
  ringRound,
  spreadOver,
  thinned,
  type Outline,
  type RegionLimits,
} from './region.js';
import type { Sculpt } from './sculpt.js';

/** A smooth region of a sculpt, as it is proposed for a part. */
export interface ProposedRegion {
  /** Where it lies on the sculpt, in words; told apart from others there by a number. */
  readonly name: string;
  readonly areaMm2: number;
  /** Closed, in mm from the sculpt's middle. */
  readonly outline: Outline;
}

/** A smaller region is a detail of the part round it. */
const PROPOSED_MM2 = 2;
/** More than this a painter would not look through. */
const MOST_PROPOSED = 40;

/** What of a side a share of it is: its first third, its middle, its last. */
const third = (share: number, [first, last]: readonly [string, string]): string =>
  share < 1 / 3 ? first : share > 2 / 3 ? last : '';

interface Box {
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
}

function boxOf(points: Outline): Box {
  const box = { left: Infinity, right: -Infinity, bottom: Infinity, top: -Infinity };
  for (const [x, y] of points) {
    box.left = Math.min(box.left, x);
    box.right = Math.max(box.right, x);
    box.bottom = Math.min(box.bottom, y);
    box.top = Math.max(box.top, y);
  }
  return box;
}

/** Where the middle of a region lies within what the sculpt shows. */
function placeIn(outline: Outline, { left, right, bottom, top }: Box): string {
  const own = boxOf(outline);
  const [x, y] = [(own.left + own.right) / 2, (own.bottom + own.top) / 2];
  const up = third((y - bottom) / (top - bottom), ['lower', 'upper']);
  const side = third((x - left) / (right - left), ['left', 'right']);
  return [up, side].filter(Boolean).join(' ') || 'middle';
}

/**
 * The smooth regions of a sculpt from 2 mm2 on, the largest first: what a tap in each would give. Nothing is said of
 * folds and rims themselves.
 */
export function proposedRegions(whole: Sculpt, over: Partial<RegionLimits> = {}): ProposedRegion[] {
  const thin = thinned(whole);
  const { s, ground } = thin;
  const spread = spreadOver(thin, { ...LIMITS, ...over });
  const folds = foldsOf(thin, over.turnDeg ?? LIMITS.turnDeg);
  const taken = new Uint8Array(s.width * s.height);
  const least = PROPOSED_MM2 * s.pxPerMm ** 2;
  const found: { areaMm2: number; outline: Outline }[] = [];
  for (let i = 0; i < taken.length; i++) {
    if (taken[i] || ground[i] || s.confidence[i] === 0 || folds(i)) continue;
    const reached = spread([i], taken);
    if (reached.length < least) continue;
    const mask = new Uint8Array(taken.length);
    for (const k of reached) mask[k] = 1;
    const ring = ringRound(mask, s);
    if (ring && areaIn(ring) >= least)
      found.push({ areaMm2: areaIn(ring) / s.pxPerMm ** 2, outline: drawn(ring, s) });
  }
  const kept = found.sort((a, b) => b.areaMm2 - a.areaMm2).slice(0, MOST_PROPOSED);
  if (kept.length === 0) return [];
  const all = boxOf(kept.flatMap((r) => r.outline));
  const times = new Map<string, number>();
  return kept.map((r) => {
    const place = placeIn(r.outline, all);
    const n = (times.get(place) ?? 0) + 1;
    times.set(place, n);
    return { name: n === 1 ? place : `${place} ${n}`, ...r };
  });
}
