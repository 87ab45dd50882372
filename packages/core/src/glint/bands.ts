import type { Facet } from '../form/index.js';
import type { PartLight, PolishModel } from '../rig/index.js';
import { clamp, dot, mixNumbers, rad, seededRandom, smoothstep, type Vec3 } from '../units/index.js';

/** A light band across a flat facet; lengths as shares of the facet's length. */
export interface Band {
  /** Middle along the facet at half way from ridge to edge, 0 heel to 1 tip; may lie just outside. */
  readonly centre: number;
  /** Half of its full width at half height. */
  readonly halfWidth: number;
  /** How much it widens from ridge to edge: half-width times 1 + growth (2u - 1). */
  readonly growth: number;
  /** Shift of the middle along the facet from ridge to edge. */
  readonly lean: number;
  /** Value at its middle, 0..1. */
  readonly peak: number;
  /** 0 is the main light; the same band keeps its number under any light. Bands added by hand count from ADDED_FROM. */
  readonly number: number;
  /** 1 where it is wholly there, less as it slides off an end or comes with the light. */
  readonly present: number;
  /** Ids of the adjustments that shaped it. */
  readonly by?: readonly string[];
}

/** Number of the first band added by hand. */
export const ADDED_FROM = 16;

/** The composition of one facet. */
export interface FacetBands {
  readonly bands: readonly Band[];
  /** Value between the bands. */
  readonly base: number;
  /** 1 on the lit facet, 0 on the other, between while the light passes along the blade. */
  readonly lit: number;
  /** A facet too narrow for bands: light grows from one end to the other. -1 toward the heel, 1 toward the tip. */
  readonly gradient: number | null;
  readonly pointFrom: number;
}

export interface Composition {
  readonly facets: readonly FacetBands[];
  /** What the composer had to leave out, in words. */
  readonly says: readonly string[];
}

/** Exponent of a band's profile exp(-0.5 |d / w|^2.2); at half height |d| / w = HALF. */
const SHAPE = 2.2;
const HALF = (2 * Math.LN2) ** (1 / SHAPE);
/** Under this width a facet gets a plain counter-gradient. */
const NARROW_MM = 1.5;
/** Four zones of 0.25 mm must fit across a band. */
const LEAST_BAND_MM = 1;
/** Neighbouring widths and any two dark gaps differ by these; the two ends of a band by (1 + GROWTH) / (1 - GROWTH). */
const WIDTH_RATIO = 1.45;
const GAP_RATIO = 1.45;
export const GROWTH = 0.42;
/** A band leans at most over this share of the length, however wide its facet. */
const MOST_LEAN = 0.4;
/** How far the main light travels from the middle, at most. */
const TRAVEL = 0.27;
/** Angle from the blade's axis within which the light passes over from one facet to the other. */
const PASSING_DEG = 9;
/** Bands begin to give way to each other across the ridge at this share of the length. */
const NEARING = 0.08;
/** Bands repeat in thought over this length, so that one leaves at an end as another arrives. */
const PERIOD = 1.24;

/** A facet to compose: its geometry and its unit normal. */
export interface FacetInput {
  readonly facet: Facet;
  readonly normal: Vec3;
}

/** What a seed settles about a facet once and for all. */
interface Character {
  readonly shift: number;
  /** Draws that choose the order of bands and gaps. */
  readonly draws: readonly number[];
  readonly lean: number;
}

const characterOf = (random: () => number): Character => ({
  shift: (random() - 0.5) * 0.06,
  draws: Array.from({ length: 8 }, random),
  lean: 0.8 + random() * 0.4,
});

/** The list in an order chosen by draws of 0..1 (Fisher and Yates). */
function shuffled<T>(list: readonly T[], draws: readonly number[]): T[] {
  const out = [...list];
  for (let i = out.length - 1; i > 0; i--) {
    const k = Math.floor(draws[i % draws.length] * (i + 1));
    [out[i], out[k]] = [out[k], out[i]];
  }
  return out;
}

/**
 * Where bands of these half-widths stand, as shifts from the main one, band 0: round a circle of PERIOD with dark gaps
 * of which no two are alike, in an order that the draws choose. The last band, which comes and goes with the light,
 * stands beside the widest gap, so that the gaps stay unlike without it.
 */
export function arranged(halfWidths: readonly number[], draws: readonly number[]): number[] {
  const n = halfWidths.length;
  if (n < 2) return [0];
  const order = [
    0,
    ...shuffled(
      Array.from({ length: n - 1 }, (_, i) => i + 1),
      draws,
    ),
  ];
  const dark = PERIOD - 2 * halfWidths.reduce((a, b) => a + b, 0);
  const unit = dark / Array.from({ length: n }, (_, i) => GAP_RATIO ** i).reduce((a, b) => a + b, 0);
  const gaps = shuffled(Array.from({ length: n }, (_, i) => unit * GAP_RATIO ** i), draws.slice(3)); // prettier-ignore
  const last = order.indexOf(n - 1);
  const widest = gaps.indexOf(Math.max(...gaps));
  const beside = draws[7] < 0.5 ? last : last - 1;
  [gaps[beside], gaps[widest]] = [gaps[widest], gaps[beside]];
  const at = new Array<number>(n).fill(0);
  let place = 0;
  for (let i = 1; i < n; i++) {
    place += halfWidths[order[i - 1]] + gaps[i - 1] + halfWidths[order[i]];
    at[order[i]] = place;
  }
  return at;
}

/**
 * 1 on the facet that faces the light more squarely, 0 on the other, a ramp between where the light passes along the
 * blade: it is measured by the angle from where both face it alike.
 */
function litShare(mine: Vec3, other: Vec3 | undefined, key: Vec3, across: number): number {
  if (!other) return 1;
  const apart: Vec3 = [mine[0] - other[0], mine[1] - other[1], mine[2] - other[2]];
  const size = Math.hypot(...apart) * across;
  if (size < 1e-9) return 0.5;
  const angle = Math.asin(clamp(dot(apart, key) / size, -1, 1));
  return clamp((angle / rad(PASSING_DEG) + 1) / 2, 0, 1);
}

/**
 * Composes the reflections of one or two facets by rule: unequal widths, staggered peaks, the lit facet's main light
 * toward the end nearer the light and the other's toward the far end, only one light facet at the tip. Everything
 * follows the light without a jump. Seeded; the same seed keeps the same character.
 * @param facets viewer's left first
 * @param free lights lie where the seed puts them, whatever the tilt
 */
export function composeBands(
  facets: readonly FacetInput[],
  light: PartLight,
  polish: PolishModel,
  seed: number,
  free = false,
): Composition {
  const random = seededRandom(seed);
  const says: string[] = [];
  const [kx, ky] = light.key;
  const across = Math.hypot(kx, ky);
  const composed = facets.map(({ facet, normal }, f): FacetBands => {
    const character = characterOf(random);
    const lit = litShare(normal, facets[1 - f]?.normal, light.key, across);
    /** 1 where the light comes from the tip's end, -1 from the heel's; turned round on the shaded facet. */
    const toward = free
      ? 1.6 * (character.draws[0] - 0.5)
      : across > 1e-6
        ? ((kx * facet.axis[0] + ky * facet.axis[1]) / across) * mixNumbers(-1, 1, lit)
        : 0;
    const { pointFrom } = facet;
    if (facet.widthMm < NARROW_MM) {
      // With the light along the blade both faces are lit alike: then the left one grows toward the tip.
      const alike = facets.length > 1 ? 1 - smoothstep(0, 0.5, Math.abs(mixNumbers(-1, 1, lit))) : 0;
      const gradient = clamp(toward + alike * (f === 0 ? 1 : -1), -1, 1);
      return { bands: [], base: 0.12, lit, gradient, pointFrom };
    }
    const { bands, left } = bandsOn(
      facet,
      free ? toward : toward * smoothstep(0, 0.35, across),
      lit,
      polish,
      character,
    );
    for (const b of left) {
      says.push(
        `band ${b} on the ${f === 0 ? 'left' : 'right'} facet left out: under ${LEAST_BAND_MM} mm wide, four steps would not fit across it`,
      );
    }
    return { bands, base: mixNumbers(0.04, 0.1, lit), lit, gradient: null, pointFrom };
  });
  return { facets: staggered(composed), says };
}

/** The bands of one facet, the main light first, and the numbers of those too narrow to paint. */
function bandsOn(
  facet: Facet,
  toward: number,
  lit: number,
  polish: PolishModel,
  { shift, draws, lean }: Character,
): { bands: Band[]; left: number[] } {
  const { lengthMm, widthMm } = facet;
  const count = mixNumbers(polish.bands[0], polish.bands[1], lit);
  const most = polish.bands[1];
  const main = 0.5 + toward * TRAVEL + shift;
  // The more bands, the narrower; held to the facet's width too, so that long thin blades do not smear.
  const wish = (0.18 * lengthMm) / Math.sqrt(most);
  const mainHalf = clamp(wish, 0.55, Math.max(0.55, widthMm * 1.7)) / lengthMm;
  const halves = Array.from({ length: most }, (_, b) => mainHalf / WIDTH_RATIO ** b);
  const fits = Math.max(1, halves.filter((h) => 2 * h * lengthMm >= LEAST_BAND_MM).length);
  const places = arranged(halves.slice(0, fits), draws);
  const peaks = [mixNumbers(0.68, 1, lit), mixNumbers(0.42, 0.7, lit), mixNumbers(0.3, 0.48, lit), 0.36];
  const bands = places.map((place, b): Band => {
    const centre = b === 0 ? main : wrap(main + place);
    // Bands fade as they slide off an end, and the last one fades in as the count grows.
    const present = b === 0 ? 1 : fade(centre) * clamp(count - b, 0, 1);
    return {
      centre,
      halfWidth: halves[b],
      growth: GROWTH * facet.opens,
      lean: clamp((lean * widthMm * mixNumbers(-0.9, 1.25, lit)) / lengthMm, -MOST_LEAN, MOST_LEAN),
      peak: peaks[b] * present,
      number: b,
      present,
    };
  });
  return { bands, left: halves.flatMap((_, b) => (b >= fits ? [b + 1] : [])) };
}

function wrap(centre: number): number {
  const low = 0.5 - PERIOD / 2;
  return low + ((((centre - low) % PERIOD) + PERIOD) % PERIOD);
}

/** Gone well before it comes round to the other end. */
const fade = (centre: number) => smoothstep(-0.07, 0.03, centre) * (1 - smoothstep(0.97, 1.07, centre));

/**
 * Lowers bands where they would meet a bright band across the ridge: those of the less lit facet, the right one's on a
 * tie. While the light passes over, the one sinks before the other rises, so that nothing jumps and no brights meet.
 */
function staggered(facets: FacetBands[]): FacetBands[] {
  if (facets.length < 2) return facets;
  const [left, right] = facets;
  const ahead = right.lit - left.lit;
  return [
    softened(left, right, smoothstep(0, 0.4, ahead)),
    softened(right, left, 1 - smoothstep(0.4, 0.8, ahead)),
  ];
}

function softened(mine: FacetBands, other: FacetBands, share: number): FacetBands {
  if (share === 0) return mine;
  const bands = mine.bands.map((b) => {
    let free = 1;
    for (const o of other.bands) {
      const { shared, shorter } = meeting(b, o);
      free = Math.min(free, 1 - smoothstep(-NEARING, 0.2 * shorter, shared) * smoothstep(0.48, 0.64, o.peak));
    }
    return { ...b, peak: b.peak * mixNumbers(1, mixNumbers(0.42, 1, free), share) };
  });
  return { ...mine, bands };
}

/** Where two bands reach the ridge: the length they share there (negative: the gap between them) and the shorter of the two. */
function meeting(a: Band, b: Band): { shared: number; shorter: number } {
  const span = (x: Band) => {
    const c = x.centre - x.lean / 2;
    const w = x.halfWidth * (1 - x.growth);
    return [c - w, c + w] as const;
  };
  const [a0, a1] = span(a);
  const [b0, b1] = span(b);
  return { shared: Math.min(a1, b1) - Math.max(a0, b0), shorter: Math.max(1e-6, Math.min(a1 - a0, b1 - b0)) };
}

/** Overlap of two bands where they reach the ridge, as a share of the shorter one; 0 where they do not meet. */
export function overlapAtRidge(a: Band, b: Band): number {
  const { shared, shorter } = meeting(a, b);
  return Math.max(0, shared) / shorter;
}

/**
 * Value of a composed facet at u (0 ridge, 1 edge) and v (0 heel, 1 tip).
 */
export function bandValue(f: FacetBands, u: number, v: number): number {
  if (f.gradient !== null) {
    const g = 0.5 + f.gradient * (v - 0.5);
    return clamp(f.base + mixNumbers(0.45, 0.75, f.lit) * smoothstep(0, 1, g), 0, 1);
  }
  let light = 0;
  for (const b of f.bands) {
    const w = (b.halfWidth / HALF) * (1 + b.growth * (2 * u - 1));
    const d = Math.abs(v - b.centre - b.lean * (u - 0.5)) / w;
    if (d < 4) {
      const here = b.peak * Math.exp(-0.5 * d ** SHAPE);
      light = light + here - light * here;
    }
  }
  // Toward the ridge the light narrows and sinks a little, toward the edge it opens.
  light *= 0.9 + 0.1 * u;
  const tip = f.pointFrom < 1 ? smoothstep(f.pointFrom, f.pointFrom + 0.6 * (1 - f.pointFrom), v) : 0;
  const atTip = mixNumbers(0.04, 0.62, f.lit);
  const body = f.base + (1 - f.base) * light;
  return clamp(mixNumbers(body, Math.max(atTip, body * f.lit), tip * 0.75), 0, 1);
}
