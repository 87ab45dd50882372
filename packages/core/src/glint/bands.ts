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
}

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
/** Neighbouring widths, and the two ends of a band, differ at least by these. */
const WIDTH_RATIO = 1.45;
const GROWTH = 0.42;
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
  readonly offsets: readonly number[];
  readonly lean: number;
}

function characterOf(random: () => number, mirrored: boolean): Character {
  const side = mirrored ? -1 : 1;
  return {
    shift: side * random() * 0.04,
    offsets: [0, 0.45 + random() * 0.05, 0.78 + random() * 0.04, 0.27].map((o) => side * o),
    lean: 0.8 + random() * 0.4,
  };
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
 */
export function composeBands(
  facets: readonly FacetInput[],
  light: PartLight,
  polish: PolishModel,
  seed: number,
): Composition {
  const random = seededRandom(seed);
  const says: string[] = [];
  const [kx, ky] = light.key;
  const across = Math.hypot(kx, ky);
  const composed = facets.map(({ facet, normal }, f): FacetBands => {
    const character = characterOf(random, f > 0);
    const lit = litShare(normal, facets[1 - f]?.normal, light.key, across);
    /** 1 where the light comes from the tip's end, -1 from the heel's; turned round on the shaded facet. */
    const toward =
      across > 1e-6 ? ((kx * facet.axis[0] + ky * facet.axis[1]) / across) * mixNumbers(-1, 1, lit) : 0;
    const { pointFrom } = facet;
    if (facet.widthMm < NARROW_MM) return { bands: [], base: 0.12, lit, gradient: toward, pointFrom };
    const { bands, left } = bandsOn(facet, toward * smoothstep(0, 0.35, across), lit, polish, character);
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
  { shift, offsets, lean }: Character,
): { bands: Band[]; left: number[] } {
  const { lengthMm, widthMm } = facet;
  const count = mixNumbers(polish.bands[0], polish.bands[1], lit);
  const main = 0.5 + toward * TRAVEL + shift;
  // The more bands, the narrower; held to the facet's width too, so that long thin blades do not smear.
  const wish = ((0.16 + 0.03 * lit) * lengthMm) / Math.sqrt(polish.bands[1]);
  const mainHalf = clamp(wish, 0.55, widthMm * 1.7) / lengthMm;
  const peaks = [mixNumbers(0.68, 1, lit), mixNumbers(0.42, 0.7, lit), mixNumbers(0.3, 0.48, lit), 0.36];
  const bands: Band[] = [];
  const left: number[] = [];
  for (let b = 0; b < Math.ceil(count); b++) {
    const centre = b === 0 ? main : wrap(main + offsets[b]);
    const halfWidth = mainHalf / WIDTH_RATIO ** b;
    if (2 * halfWidth * lengthMm < LEAST_BAND_MM) {
      left.push(b + 1);
      continue;
    }
    // Bands fade as they slide off an end, and the last one fades in as the count grows.
    const present = b === 0 ? 1 : fade(centre) * clamp(count - b, 0, 1);
    bands.push({
      centre,
      halfWidth,
      growth: GROWTH,
      lean: (lean * widthMm * mixNumbers(-0.9, 1.25, lit)) / lengthMm,
      peak: peaks[b] * present,
    });
  }
  return { bands, left };
}

function wrap(centre: number): number {
  const low = 0.5 - PERIOD / 2;
  return low + ((((centre - low) % PERIOD) + PERIOD) % PERIOD);
}

const fade = (centre: number) => smoothstep(-0.12, -0.02, centre) * (1 - smoothstep(1.02, 1.12, centre));

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
  const tip = smoothstep(f.pointFrom, f.pointFrom + 0.6 * (1 - f.pointFrom), v);
  const atTip = mixNumbers(0.04, 0.62, f.lit);
  const body = f.base + (1 - f.base) * light;
  return clamp(mixNumbers(body, Math.max(atTip, body * f.lit), tip * 0.75), 0, 1);
}
