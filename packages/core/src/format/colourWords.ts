import { labToHex, labToLinear, type Lab } from '../colour/index.js';

/** A colour as lightness, chroma and hue in degrees (CIE L*C*h). */
type Lch = readonly [l: number, c: number, h: number];

/** Plain colour words, as a dried paint of that name usually is. */
// prettier-ignore
const HUES: Readonly<Record<string, Lch>> = {
  black: [10, 0, 0], white: [96, 1, 90], grey: [55, 2, 250], gray: [55, 2, 250], silver: [74, 2, 250],
  ivory: [90, 12, 90], bone: [84, 14, 88], cream: [90, 18, 88], sand: [75, 24, 82], buff: [74, 26, 80],
  yellow: [80, 72, 86], lemon: [86, 74, 98], gold: [68, 52, 80], ochre: [60, 52, 74], mustard: [62, 58, 82],
  iron: [42, 3, 250], steel: [56, 4, 250], gunmetal: [32, 4, 255], pewter: [50, 3, 250], lead: [40, 3, 250], tin: [66, 2, 250],
  chrome: [80, 2, 250], aluminium: [76, 2, 250], aluminum: [76, 2, 250], platinum: [78, 3, 90],
  brass: [63, 44, 80], bronze: [46, 38, 66], gilt: [70, 50, 80],
  orange: [64, 70, 58], rust: [42, 46, 48], oxide: [40, 38, 44], copper: [48, 44, 52], tan: [62, 30, 70], leather: [40, 30, 58],
  brown: [32, 26, 56], umber: [28, 18, 62], chocolate: [24, 20, 50], sienna: [44, 42, 54],
  earth: [45, 22, 66], mud: [32, 16, 64], clay: [56, 22, 62], dust: [62, 14, 78], ash: [58, 2, 80], soot: [12, 1, 60],
  red: [42, 62, 32], scarlet: [48, 74, 38], crimson: [34, 54, 20], burgundy: [22, 32, 16], brick: [42, 44, 40],
  pink: [70, 34, 2], rose: [60, 40, 8], flesh: [70, 26, 56], skin: [70, 26, 56], magenta: [44, 60, 342],
  purple: [30, 46, 314], violet: [30, 48, 306], plum: [24, 28, 332], lilac: [66, 28, 310],
  blue: [38, 46, 274], navy: [18, 26, 276], sky: [70, 28, 244], azure: [56, 42, 252], indigo: [24, 40, 288],
  turquoise: [60, 36, 196], teal: [42, 28, 200], cyan: [68, 40, 214],
  green: [44, 40, 144], olive: [44, 32, 108], lime: [74, 64, 120], emerald: [46, 46, 156], moss: [40, 28, 116],
  khaki: [56, 24, 98], verdigris: [60, 26, 176],
  // Woods, drinks and hides.
  sepia: [26, 14, 66], walnut: [28, 18, 58], mahogany: [28, 28, 40], chestnut: [34, 34, 50], coffee: [28, 16, 58],
  caramel: [52, 42, 66], oak: [54, 30, 72], taupe: [50, 8, 66], beige: [82, 16, 82], fawn: [66, 24, 72], camel: [62, 32, 74],
  // Stones, metals' kin and smoke.
  charcoal: [22, 2, 250], coal: [12, 1, 250], slate: [38, 6, 250], stone: [62, 8, 84], smoke: [52, 3, 260], ebony: [13, 3, 60],
  jet: [9, 1, 270], nickel: [66, 4, 84], zinc: [62, 3, 250], parchment: [86, 16, 84], linen: [88, 10, 82], straw: [82, 40, 88],
  // What is named for fruit, flowers, wine and blood.
  amber: [66, 64, 70], honey: [68, 56, 76], saffron: [72, 70, 74], peach: [78, 32, 58], apricot: [74, 42, 64], salmon: [66, 38, 36],
  coral: [62, 54, 36], cherry: [36, 54, 22], ruby: [34, 56, 20], blood: [28, 44, 30], wine: [26, 34, 12], maroon: [24, 34, 26],
  claret: [26, 36, 16], carmine: [36, 58, 22], vermilion: [52, 76, 40], terracotta: [50, 44, 46], lavender: [68, 24, 300],
  mauve: [62, 26, 322], aubergine: [20, 20, 328],
  // Of sea and wood.
  cobalt: [36, 52, 278], ultramarine: [30, 62, 292], aqua: [68, 32, 200], petrol: [32, 24, 222], mint: [82, 26, 160],
  sage: [62, 14, 126], jade: [54, 32, 160], forest: [30, 26, 142], pine: [32, 24, 154],
};

/** Words that a pot of paint with flakes is called by; "red lead" is none. */
const METAL_WORDS: ReadonlySet<string> = new Set([
  ...['silver', 'gold', 'copper', 'brass', 'bronze', 'gilt', 'platinum'],
  ...['iron', 'steel', 'gunmetal', 'pewter', 'tin', 'chrome', 'aluminium', 'aluminum', 'nickel', 'zinc'],
]);

/**
 * Words that change a colour: above 0 the share of its way to white and below 0 what its lightness loses, times its chroma,
 * added to its hue in degrees toward what is warm (below 0 toward what is cold).
 */
// prettier-ignore
const CHANGES: Readonly<Record<string, readonly [lighter: number, stronger: number, warmer: number]>> = {
  deep: [-12, 1.1, 0], dark: [-16, 0.85, 0], night: [-22, 0.8, 0], midnight: [-22, 0.8, 0], pale: [0.6, 0.55, 0], light: [0.45, 0.75, 0],
  bright: [0.1, 1.25, 0], strong: [0, 1.25, 0], vivid: [0, 1.35, 0], rich: [0, 1.15, 0], dull: [0, 0.5, 0],
  muted: [0, 0.55, 0], dusty: [0.08, 0.5, 0], greyish: [0, 0.4, 0], off: [-3, 1.6, 0],
  warm: [0, 1, 8], cold: [0, 1, -8], cool: [0, 1, -8],
};
/** Lightness of white paint. */
const WHITE = 97;
const BLUES: readonly [number, number] = [200, 320];

/** "reddish" and the like lean to their hue without being it. */
const stem = (word: string) => word.replace(/(?:d?ish)$/, '');

const turned = (from: number, to: number, share: number) => {
  const way = ((to - from + 540) % 360) - 180;
  return (from + way * share + 360) % 360;
};

const wordsOf = (name: string) => name.toLowerCase().match(/[a-z]+/g) ?? [];
const hueOf = (word: string): Lch | undefined =>
  HUES[word] ?? (stem(word) !== word ? HUES[stem(word)] : undefined);

/** Whether a name in plain words ends in a metal: "old gold" is one, "silver grey" is none. */
export const namesMetal = (name: string): boolean =>
  METAL_WORDS.has(wordsOf(name).findLast((word) => hueOf(word) !== undefined) ?? '');

/** Two hues in one name: half way between in lightness and chroma, the last one counts more in hue. */
function blended(first: Lch, last: Lch, share = 0.6): Lch {
  const mix = (a: number, b: number) => a + (b - a) * share;
  const hue = first[1] < 4 ? last[2] : last[1] < 4 ? first[2] : turned(first[2], last[2], share);
  return [mix(first[0], last[0]), mix(first[1], last[1]), hue];
}

/** What a colour named in plain words usually looks like as dried paint, "#rrggbb"; null where no word is one. */
export function colourOfWords(name: string): string | null {
  let colour: Lch | null = null;
  const changes: (typeof CHANGES)[string][] = [];
  for (const word of wordsOf(name)) {
    const hue = hueOf(word);
    if (hue) colour = colour ? blended(colour, hue) : hue;
    else if (CHANGES[word]) changes.push(CHANGES[word]);
  }
  if (!colour) return null;
  let [l, c, h] = colour;
  for (const [lighter, stronger, warm] of changes) {
    l += lighter > 0 ? lighter * (WHITE - l) : lighter;
    c *= stronger;
    // Warm turns reds, yellows and greens toward orange, blues toward violet; cold the other way.
    const toward = h > BLUES[0] && h < BLUES[1] ? 1 : h > 60 && h <= BLUES[0] ? -1 : 1;
    h = (h + toward * warm + 360) % 360;
    if (c < 3 && warm !== 0) [c, h] = [5, warm > 0 ? 80 : 250];
  }
  const angle = (h * Math.PI) / 180;
  const labOf = (chroma: number): Lab => ({
    l: Math.min(WHITE, Math.max(6, l)),
    a: chroma * Math.cos(angle),
    b: chroma * Math.sin(angle),
  });
  // As strong as a screen can show it.
  while (c > 1 && labToLinear(labOf(c)).some((v) => v < -1e-3 || v > 1 + 1e-3)) c *= 0.95;
  return labToHex(labOf(c));
}
