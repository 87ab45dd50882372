import { areaOf, boundsOf, nearLine, NOTHING, placeOf, type Point, type Surface } from '../form/index.js';
import { clamp, seededRandom } from '../units/index.js';
import type { ByLines, Stance } from './definition.js';
import { wearFields, type FieldName } from './fields.js';
import { likelihood, sampled, type PassHand } from './likelihood.js';

/** Lines are looked for among so many places for each that is drawn. */
const LOOKS = 40;
/** A line bends by at most this on its way, and leans this far from the part's length, in radians. */
const BEND = 0.12;
const LEAN = 0.3;
const MOST_LINES = 400;
/** Narrower than this many points a line is drawn so wide, and the weaker for it. */
const LEAST_POINTS = 1.2;

/** A line of a pass, in the part's frame. */
export interface Line {
  readonly points: readonly Point[];
  readonly wideMm: number;
}

/** Lines from likely places: drawn once for a part and its seed, whatever the picture. */
export function linesFor(place: ByLines, stance: Omit<Stance, 'key'>, share: number, hand: PassHand): Line[] {
  const surface = sampled(stance.model);
  const { grid, patch } = surface;
  const fields = wearFields(
    stance.model,
    surface,
    stance,
    new Set(Object.keys(place.weights) as FieldName[]),
  );
  const likely = likelihood({ weights: place.weights, chance: 0.3 }, surface, fields, hand);
  const covered = Array.from(patch.keys()).filter((i) => patch[i] !== NOTHING);
  if (covered.length === 0) return [];
  const random = seededRandom(hand.seed * 7919 + 17);
  const mean = (place.longMm[0] + place.longMm[1]) / 2;
  const count = clamp(
    Math.round((share * areaOf(stance.model.rings)) / (mean * place.wideMm)),
    1,
    MOST_LINES,
  );
  const { left, right, bottom, top } = boundsOf(stance.model.rings);
  const upright = top - bottom >= right - left;
  const along = place.along === 'down' ? Math.atan2(-stance.up[1], -stance.up[0]) : upright ? Math.PI / 2 : 0;
  return Array.from({ length: count }, (): Line => {
    let best = covered[Math.floor(random() * covered.length)];
    for (let k = 0; k < LOOKS; k++) {
      const other = covered[Math.floor(random() * covered.length)];
      if (likely[other] > likely[best]) best = other;
    }
    const [x, y] = placeOf(grid, (best % grid.width) + random(), Math.floor(best / grid.width) + random());
    const long = place.longMm[0] + random() * (place.longMm[1] - place.longMm[0]);
    const lean = along + (place.along === 'down' ? 0 : (2 * random() - 1) * LEAN);
    const bend = place.along === 'down' ? 0 : (2 * random() - 1) * BEND;
    const from = place.along === 'down' ? 0 : -0.5;
    return {
      wideMm: place.wideMm * (0.7 + 0.6 * random()),
      points: Array.from({ length: 6 }, (_, k): Point => {
        const t = long * (from + k / 5);
        const angle = lean + bend * (k / 5 - 0.5);
        return [x + t * Math.cos(angle), y + t * Math.sin(angle)];
      }),
    };
  });
}

/** Lines on a surface, thin at their ends. */
export function lineAlpha(lines: readonly Line[], surface: Surface): Float32Array {
  const out = new Float32Array(surface.patch.length);
  const px = surface.grid.pxPerMm;
  for (const { points, wideMm } of lines) {
    const wide = wideMm * px;
    const drawn = Math.max(LEAST_POINTS, wide);
    nearLine(points, false, surface.grid, drawn / 2 + 1, (i, d2, s, t) => {
      if (surface.patch[i] === NOTHING) return;
      const way = (s + t) / (points.length - 1);
      const half = (drawn / 2) * (1 - 0.6 * way);
      const a = clamp(half + 0.5 - Math.sqrt(d2), 0, 1) * Math.min(1, wide / drawn);
      if (a > out[i]) out[i] = a;
    });
  }
  return out;
}
