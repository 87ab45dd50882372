import { modelOf, turn, type Point } from '../form/index.js';
import type { Part } from '../piece/index.js';
import { rad, smoothstep } from '../units/index.js';

/** How a straight piece of trim lies on a part behind it. */
export interface TrimSide {
  /** Out of what it trims, in the trim's own frame, unit. */
  readonly out: Point;
  /** 1 along a border of it, less toward its middle. */
  readonly weight: number;
}

/** A tube is trim up to this width, and from this many times as long as wide. */
const TRIM_MM = 2.5;
const SLENDER = 4;
/** It lies along a border from these shares of the half width of what it lies on. */
const BORDER = [0.35, 0.65] as const;
/** What it trims is at least this many times as wide as itself. */
const WIDER = 3;

interface Span {
  readonly from: number;
  readonly to: number;
}

const spanOf = (values: readonly number[]): Span => ({ from: Math.min(...values), to: Math.max(...values) });
const holds = ({ from, to }: Span, at: number, margin: number) => at >= from - margin && at <= to + margin;

/**
 * The side on which a slender tube lies along a border of the nearest part behind it, so that trim made of straight
 * pieces is lit as one that goes round: null where it lies on nothing.
 */
export function trimSide(part: Part, parts: readonly Part[]): TrimSide | null {
  const { form, place } = part;
  if (form.kind !== 'tube') return null;
  const width = Math.max(form.startWidthMm, form.endWidthMm);
  if (width > TRIM_MM || form.lengthMm < SLENDER * width) return null;
  const at = parts.findIndex((p) => p.id === part.id);
  for (let k = at - 1; k >= 0; k--) {
    const side = parts[k].view === part.view && sideOn(parts[k], place, width);
    if (side) return side;
  }
  return null;
}

/** How trim that runs up in its own frame lies on one part. */
function sideOn(owner: Part, place: Part['place'], width: number): TrimSide | null {
  const back = -rad(place.rollDeg);
  const [x, y] = turn(owner.place.xMm - place.xMm, owner.place.yMm - place.yMm, back);
  const roll = rad(owner.place.rollDeg) + back;
  const points = modelOf(owner.form).rings.flatMap((ring) => ring.map(([px, py]) => turn(px, py, roll)));
  const across = spanOf(points.map((p) => p[0] + x));
  const along = spanOf(points.map((p) => p[1] + y));
  const wide = across.to - across.from;
  if (wide < WIDER * width || !holds(across, 0, width) || !holds(along, 0, width)) return null;
  const off = -(across.from + across.to) / wide;
  const weight = smoothstep(BORDER[0], BORDER[1], Math.abs(off));
  return weight > 0 ? { out: [Math.sign(off), 0], weight } : null;
}
