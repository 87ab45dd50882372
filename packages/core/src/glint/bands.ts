import type { Facet } from '../form/index.js';
import type { ApproachValue } from '../piece/index.js';
import type { PartLight, PolishModel } from '../rig/index.js';
import { clamp, dot, mixNumbers, rad, seededRandom, smoothstep, type Vec3 } from '../units/index.js';
import type { Band, Composition, FacetBands } from './band.js';
import { endsLit, type Caught } from './curvedBlade.js';
import { arranged, characterOf, fade, wrap, type Character } from './bandPlaces.js';
import { faceFull, faceLit } from './facing.js';
import { nearCorner, plateLean } from './plateBands.js';
import { staggered } from './staggered.js';

/** Under this width or length a facet gets a plain counter-gradient. */
const NARROW_MM = 1.5;
const SHORT_MM = 3;
/** A face that the light would leave even still grades by this much. */
const LEAST_GRADIENT = 0.4;
/** Four zones of 0.25 mm must fit across a band. */
const LEAST_BAND_MM = 1;
/** Neighbouring widths differ by this; the two ends of a band by (1 + GROWTH) / (1 - GROWTH). */
const WIDTH_RATIO = 1.45;
export const GROWTH = 0.5;
/** A band leans at most over this share of the length, however wide its facet. */
const MOST_LEAN = 0.4;
/** Leans of the bands of one facet, by number: borders of neighbours are not parallel, so that the dark between is a wedge. */
const LEANS = [1, 0.35, -0.3, 0.7] as const;
/** Beyond the crisp border of a main light stands a thin second image where the border is this crisp and the light this wide. */
const ECHO = { peak: 0.42, mostCrispMm: 0.3, leastMm: 1.6 } as const;
/** Value of a flat that is blacked out, and of one that grades away from the light, at its dark end. */
const BLACK_FLAT = 0.02;
const AWAY_BASE = 0.08;
/** Under a light from its side, the light on a blade's lit facet is this much wider. */
const SIDEWAYS = 1.35;
/** How far the shaded light stands aside, in travels of the main light, and up to which tilt of the blade. */
const ASIDE = { by: 0.95, upTo: 0.16 } as const;
/** How far the main light travels from the middle, at most. */
const TRAVEL = 0.27;
/** Angle from the blade's axis within which the light passes over from one facet to the other. */
const PASSING_DEG = 9;
/** Turned wholly from the light, the bands of a blade's facet and of a plate keep this share of their value. */
const FACET_KEEPS = 0.8;
const PLATE_KEEPS = 0.3;

/** A facet to compose: its geometry and its unit normal. */
export interface FacetInput {
  readonly facet: Facet;
  readonly normal: Vec3;
}

/**
 * 1 on the facet that faces the light more squarely, 0 on the other, a ramp between where the light passes along the
 * blade: it is measured by the angle from where both face it alike.
 */
function litShare(mine: Vec3, other: Vec3, key: Vec3, across: number): number {
  const apart: Vec3 = [mine[0] - other[0], mine[1] - other[1], mine[2] - other[2]];
  const size = Math.hypot(...apart) * across;
  if (size < 1e-9) return 0.5;
  const angle = Math.asin(clamp(dot(apart, key) / size, -1, 1));
  return clamp((angle / rad(PASSING_DEG) + 1) / 2, 0, 1);
}

/**
 * Composes the reflections of one or two facets by rule: unequal widths, staggered peaks, the lit facet's main light
 * toward the end nearer the light and the other's toward the far end, only one light facet at the tip. A facet by
 * itself is a plate: its bands lie square to the light and it darkens as it turns away. Everything follows the light
 * without a jump. Seeded; the same seed keeps the same character.
 * @param facets viewer's left first
 * @param layout where the lights of a blade lie; plates take no notice of it
 */
export function composeBands(
  facets: readonly FacetInput[],
  light: PartLight,
  polish: PolishModel,
  seed: number,
  layout: ApproachValue<'blade'> = 'tilt',
): Composition {
  const random = seededRandom(seed);
  const notes: string[] = [];
  // Crisp borders lie on opposed sides across the ridge, like the teeth of a saw.
  let side: 1 | -1 = 1;
  const composed = facets.map((input, f): FacetBands => {
    const character = characterOf(random);
    side = f === 0 ? (character.draws[6] < 0.5 ? 1 : -1) : side === 1 ? -1 : 1;
    const { bands, leftOut } = compose(input, facets[1 - f]?.normal, {
      light,
      polish,
      layout,
      character,
      side,
      first: f === 0,
    });
    for (const b of leftOut)
      notes.push(
        `band ${b} on the ${f === 0 ? 'left' : 'right'} facet left out: under ${LEAST_BAND_MM} mm wide, four steps would not fit across it`,
      );
    return bands;
  });
  return { facets: staggered(composed), notes };
}

interface Composing {
  readonly light: PartLight;
  readonly polish: PolishModel;
  readonly layout: ApproachValue<'blade'>;
  readonly character: Character;
  /** Where its bands have their crisp border. */
  readonly side: 1 | -1;
  /** Whether it is the viewer's left one. */
  readonly first: boolean;
}

/** One facet; `other` is the normal of the one across the ridge. */
function compose(
  { facet, normal }: FacetInput,
  other: Vec3 | undefined,
  { light, polish, layout, character, side, first }: Composing,
): { bands: FacetBands; leftOut: readonly number[] } {
  const [kx, ky] = light.key;
  const across = Math.hypot(kx, ky);
  const exposed = faceLit(normal, light);
  const lit = other ? litShare(normal, other, light.key, across) : exposed;
  /** 1 where the light comes from the tip's end, -1 from the heel's; turned round on the shaded facet. */
  const tilt = across > 1e-6 ? (kx * facet.axis[0] + ky * facet.axis[1]) / across : 0;
  const free = layout === 'free';
  const toward = free ? 1.6 * (character.draws[0] - 0.5) : tilt * (other ? mixNumbers(-1, 1, lit) : 1);
  const base = { lit, pointFrom: facet.pointFrom, gradient: null, corner: null };
  if (other && layout === 'black-flat' && facet.opens < 0)
    return { bands: { ...base, lit: 0, bands: [], base: BLACK_FLAT }, leftOut: [] };
  if (other && layout === 'away') {
    const gradient = -tilt + (1 - Math.abs(tilt)) * LEAST_GRADIENT * (first ? 1 : -1);
    return { bands: { ...base, bands: [], base: AWAY_BASE, gradient }, leftOut: [] };
  }
  if (facet.widthMm < NARROW_MM || facet.lengthMm < SHORT_MM) {
    // With the light along the blade both faces are lit alike: then the left one grows toward the tip.
    const alike = other ? 1 - smoothstep(0, 0.5, Math.abs(mixNumbers(-1, 1, lit))) : 0;
    const own = clamp(toward + alike * (first ? 1 : -1), -1, 1);
    const gradient = own + (1 - Math.abs(own)) * LEAST_GRADIENT * (first ? 1 : -1);
    return { bands: { ...base, bands: [], base: 0.12, gradient }, leftOut: [] };
  }
  const { bands, leftOut } = bandsOn(facet, {
    toward: free ? toward : toward * smoothstep(0, 0.35, across) + (other ? aside(lit, tilt, character) : 0),
    lit,
    polish,
    character,
    side,
    breadth: other ? breadthOf(lit, tilt, across) : 1,
    ends: other && facet.bend && !free ? endsLit(facet.bend, normal, light) : null,
    plateLean: other ? null : plateLean(facet, light),
  });
  const level = mixNumbers(other ? FACET_KEEPS : PLATE_KEEPS, 1, exposed);
  return {
    leftOut,
    bands: {
      ...base,
      bands: bands.map((b) => ({ ...b, peak: b.peak * level })),
      base: other ? mixNumbers(0.04, 0.1, lit) : mixNumbers(0.03, 0.27, faceFull(normal, light)),
      corner: other ? null : { ...nearCorner(facet, light), lit: exposed },
    },
  };
}

interface Laying {
  /** Where along the facet the main light lies: 1 toward the tip, -1 toward the heel. */
  readonly toward: number;
  readonly lit: number;
  readonly polish: PolishModel;
  readonly character: Character;
  readonly side: 1 | -1;
  /** How wide its bands are, as a share of the usual width. */
  readonly breadth: number;
  /** On a curved blade, the places that catch the light; null elsewhere. */
  readonly ends: readonly Caught[] | null;
  /** On a plate, the lean of its bands; null on the facets of a blade. */
  readonly plateLean: number | null;
}

/** The bands of one facet, the main light first, and the numbers of those too narrow to paint. */
function bandsOn(
  facet: Facet,
  { toward, lit, polish, character, side, breadth, ends, plateLean: set }: Laying,
): { bands: Band[]; leftOut: number[] } {
  const { shift, draws, lean } = character;
  const { lengthMm, widthMm } = facet;
  const count = mixNumbers(polish.bands[0], polish.bands[1], lit);
  const most = polish.bands[1];
  const main = 0.5 + toward * TRAVEL + shift;
  // The more bands, the narrower; held to the facet's width too, so that long thin blades do not smear.
  const wish = (0.18 * lengthMm) / Math.sqrt(most);
  const mainHalf = clamp(wish, 0.55, Math.max(0.55, widthMm * 1.7)) / lengthMm;
  const halves = Array.from({ length: most }, (_, b) => mainHalf / WIDTH_RATIO ** b);
  const fits = Math.max(1, halves.filter((h) => 2 * h * lengthMm >= LEAST_BAND_MM).length);
  const wide = halves.map((h) => h * breadth);
  const places = arranged(wide.slice(0, fits), draws);
  const peaks = [mixNumbers(0.84, 1, lit), mixNumbers(0.46, 0.7, lit), mixNumbers(0.3, 0.48, lit), 0.36];
  const bladeLean = clamp((lean * widthMm * mixNumbers(-0.9, 1.25, lit)) / lengthMm, -MOST_LEAN, MOST_LEAN);
  const echoes =
    set === null && polish.crispMm <= ECHO.mostCrispMm && 2 * mainHalf * lengthMm >= ECHO.leastMm;
  const crisp = (b: number) => ({
    side,
    over: polish.crispMm / lengthMm,
    echo: b === 0 && echoes ? ECHO.peak : 0,
  });
  const leftOut = halves.flatMap((_, b) => (b >= fits ? [b + 1] : []));
  if (ends)
    return {
      bands: ends.slice(0, fits).map(({ centre, caught }, b): Band => ({
        centre,
        halfWidth: wide[b],
        growth: WEDGE * facet.opens,
        lean: LEANS[b % LEANS.length] * bladeLean,
        crisp: crisp(b),
        peak: caught * mixNumbers(0.72, 1, lit),
        number: b,
        present: 1,
      })),
      leftOut,
    };
  const bands = places.map((place, b): Band => {
    const centre = b === 0 ? main : wrap(main + place);
    // Bands fade as they slide off an end, and the last one fades in as the count grows.
    const present = b === 0 ? 1 : fade(centre) * clamp(count - b, 0, 1);
    return {
      centre,
      halfWidth: wide[b],
      growth: GROWTH * facet.opens,
      lean: LEANS[b % LEANS.length] * (set ?? bladeLean),
      crisp: crisp(b),
      peak: peaks[b] * present,
      number: b,
      present,
    };
  });
  return { bands, leftOut };
}

/** Wedges of a curved blade open this much from ridge to edge. */
const WEDGE = 0.78;

/**
 * With the light square across a blade the main lights of both faces would meet at its middle: the shaded one stands aside,
 * to the side its seed chose.
 */
function aside(lit: number, tilt: number, { draws }: Character): number {
  const square = 1 - smoothstep(0, ASIDE.upTo, Math.abs(tilt));
  return (1 - lit) * square * (draws[5] < 0.5 ? ASIDE.by : -ASIDE.by);
}

/** How wide the bands of a facet are where the light comes from the side of the blade, as a share of the usual width. */
function breadthOf(lit: number, tilt: number, across: number): number {
  const sideways = (1 - smoothstep(0.2, 0.8, Math.abs(tilt))) * smoothstep(0, 0.35, across);
  return mixNumbers(1, mixNumbers(1, SIDEWAYS, lit), sideways);
}
