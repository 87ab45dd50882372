import { hexToLab, labToHex } from '../colour/index.js';

/** One pass of the light of something that shines, over what it falls on. */
export interface GlowPass {
  readonly id: string;
  /** What it is called after the thing's name. */
  readonly title: string;
  /** Where the light is at least this strong, 1 as bright as the main light. */
  readonly from: number;
  /** Lies only this near to what shines, in mm from its rim; null where the light alone says. */
  readonly withinMm: number | null;
  readonly film: 'paint' | 'glaze';
  /** How much of what is below it hides at full strength. */
  readonly hides: number;
  /** How much of its own a thin tint adds: what is below it stays seen. */
  readonly body: number;
  /** How far it fades on either side of its border, as a share of `from`. */
  readonly fades: number;
  /** Its colour, and in words, from the colour of the light. */
  readonly colour: (hex: string) => { readonly hex: string; readonly words: string };
  readonly water: number;
  readonly coats: number;
  readonly waitMin: number;
  readonly tool: string;
  readonly stroke: string;
  readonly begin: string;
  readonly why: string;
}

/** Farther from what shines than this its light stays under the lights of the main lamp. */
const BRIGHT_WITHIN_MM = 3;
const MOST_LIGHTNESS = 75;

const POINT = 'brush 0, the tip alone';
const GLAZER = 'brush 1, damp, blotted';

/** A colour taken toward white, or toward black, as painters mix it: by shares of its lightness. */
function toward(hex: string, to: { readonly l: number; readonly share: number }): string {
  const { l, a, b } = hexToLab(hex);
  const kept = 1 - to.share;
  return labToHex({ l: l + (to.l - l) * to.share, a: a * kept, b: b * kept });
}

/** The colour of the light, no lighter than what the main lamp lights. */
function full(hex: string): string {
  const lab = hexToLab(hex);
  return labToHex({ ...lab, l: Math.min(MOST_LIGHTNESS, lab.l) });
}

/**
 * How a glow is painted: a light ground, opaque, white in its middle, and its colour over that, from pale beside what
 * shines outward to thin and deep.
 */
export const GLOW_PASSES: readonly GlowPass[] = [
  {
    id: 'ground',
    title: 'light ground',
    from: 0.3,
    withinMm: BRIGHT_WITHIN_MM,
    film: 'paint',
    hides: 0.55,
    body: 1,
    fades: 0.3,
    colour: () => ({ hex: '#b5b5b2', words: 'a light grey' }),
    water: 1,
    coats: 2,
    waitMin: 15,
    tool: POINT,
    stroke: 'Opaque on what faces it, edges first; drawn out thin with a damp brush at its border.',
    begin: 'dry',
    why: 'A tint only shines over something light: what is dark below stays dark under it.',
  },
  {
    id: 'core',
    title: 'white of the ground',
    from: 0.48,
    withinMm: BRIGHT_WITHIN_MM,
    film: 'paint',
    hides: 0.85,
    body: 1,
    fades: 0.25,
    colour: () => ({ hex: '#f3f1ea', words: 'a white' }),
    water: 1,
    coats: 1,
    waitMin: 15,
    tool: POINT,
    stroke: 'In the middle of the ground alone, and on what shines itself.',
    begin: 'dry',
    why: 'What shines has to be the brightest thing near it.',
  },
  {
    id: 'pale',
    title: 'palest tint',
    from: 0.24,
    withinMm: BRIGHT_WITHIN_MM,
    film: 'glaze',
    hides: 0.75,
    body: 0.45,
    fades: 0.5,
    colour: (hex) => ({ hex: toward(hex, { l: 96, share: 0.4 }), words: 'its colour with white' }),
    water: 4,
    coats: 1,
    waitMin: 20,
    tool: GLAZER,
    stroke: 'Thin over the whole ground, pulled toward what shines; the white stays nearly white.',
    begin: 'fully dry',
    why: 'Light is palest beside its source.',
  },
  {
    id: 'full',
    title: 'full tint',
    from: 0.13,
    withinMm: null,
    film: 'glaze',
    hides: 0.75,
    body: 0.36,
    fades: 0.55,
    colour: (hex) => ({ hex: full(hex), words: 'its colour' }),
    water: 5,
    coats: 2,
    waitMin: 20,
    tool: GLAZER,
    stroke: 'From the edge of the pale tint outward, thinner as it goes, pulled toward what shines.',
    begin: 'fully dry',
    why: 'A step away the light has its full colour.',
  },
  {
    id: 'far',
    title: 'last of the tint',
    from: 0.05,
    withinMm: null,
    film: 'glaze',
    hides: 0.45,
    body: 0.22,
    fades: 0.6,
    colour: (hex) => ({ hex: toward(full(hex), { l: 8, share: 0.3 }), words: 'its colour, deeper' }),
    water: 8,
    coats: 1,
    waitMin: 20,
    tool: GLAZER,
    stroke: 'Hardly there: on what faces it and on the edges that catch it, never on what is turned away.',
    begin: 'fully dry',
    why: 'A glow that ends is seen as a stain; one that fades is seen as light.',
  },
];
