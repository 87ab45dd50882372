import { hexToLab, hexToLinear, labToHex } from '../colour/index.js';
import type { Surface } from '../form/index.js';
import { MIXED_KINDS, nearnessOf, paintTable, searchMixes } from '../match/index.js';
import { isMissing, type Mix, type Paint, type Wear } from '../piece/index.js';
import { clamp, tableMemo, weakMemo } from '../units/index.js';
import type { PartLight } from '../rig/index.js';
import { wornOn, type Hot, type Stance, type WearPass } from '../wear/index.js';
import type { PreparedPart } from './prepare.js';

/** A pass of wear over a part's picture. */
export interface WornLayer {
  readonly pass: WearPass;
  readonly layer: Wear;
  readonly alpha: Float32Array;
  /** What it dries to, in linear light; null for the bright metal itself. */
  readonly colour: readonly [number, number, number] | null;
  /** How much of what is below it hides where it covers. */
  readonly hides: number;
}

/** A mix this far from a colour of wear still is it, as the search weighs it. */
const STILL = 11;
const SEARCH = { mostPaints: 2, mostDrops: 6, keep: 1 } as const;

/** What a pass of wear is laid with. */
export interface WearMix {
  readonly mix: Mix;
  readonly hex: string;
}

/** Mixes by the paints they are made from, and the colour that is wanted. */
const mixesOf = weakMemo((paints: readonly Paint[]) => {
  const own = paints.filter((p) => MIXED_KINDS.has(p.kind) && !isMissing(p));
  const table = paintTable(own);
  return tableMemo(MOST_COLOURS, (hex: string): { readonly found: WearMix | null } => {
    const target = hexToLab(hex);
    const [[best]] = searchMixes(table, [target], SEARCH);
    if (!best || nearnessOf(target, best.lab) > STILL) return { found: null };
    const mix = best.paints
      .map((p, i) => ({ paint: own[p].id, parts: best.drops[i] }))
      .sort((a, b) => b.parts - a.parts);
    return { found: { mix, hex: labToHex(best.lab) } };
  });
});
const MOST_COLOURS = 60;

/** The mix of one or two paints that a pass of wear is laid with; null where none comes near, or it is the metal itself. */
export const wearMix = ({ colour }: WearPass, paints: readonly Paint[]): WearMix | null =>
  colour === 'bright metal' ? null : mixesOf(paints)(colour.hex).found;

/** What glows beside a part is hot. */
export const hotBeside = ({ neighbours }: PartLight): Hot[] => neighbours.flatMap(({ from }) => from ?? []);

/** How a part stands, as wear needs to know it. */
export const stanceOf = ({ shape, light }: PreparedPart): Stance => ({
  model: shape.model,
  up: light.up,
  key: light.key,
  hot: hotBeside(light),
});

/** Wear of a part on a surface. */
export function wornLayers(p: PreparedPart, surface: Surface): WornLayer[] {
  if (p.wear.length === 0) return [];
  return wornOn(p.wear, stanceOf(p), surface).map(({ layer, pass, alpha }) => {
    const { colour } = pass;
    const hex = colour === 'bright metal' ? null : (wearMix(pass, p.paints)?.hex ?? colour.hex);
    return {
      pass,
      layer,
      alpha,
      colour: hex === null ? null : hexToLinear(hex),
      hides: pass.hides * layer.strength,
    };
  });
}

/** How a glaze takes the colour of what is below, and how much of its own body it adds. */
const FILTERS = 0.75;
const BODY = 0.45;
/** Matte paint over metal keeps some of its light and shade: its brightness in full shade, and how that grows. */
const IN_SHADE = 0.62;
const WITH_LIGHT = 0.85;

/**
 * Wear over the colours of a picture, in linear light. Indicative: opaque passes hide by their share, thin ones filter what
 * is below and add a little of their own.
 * @param rgb the colour so far; written into
 * @param bright the lightest metal, for what is rubbed bright
 */
export function layWorn(
  rgb: [number, number, number],
  i: number,
  worn: readonly WornLayer[],
  bright: readonly [number, number, number],
): void {
  for (const { alpha, colour, hides, pass } of worn) {
    const a = alpha[i] * hides;
    if (a <= 0) continue;
    const light = Math.sqrt(0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2]);
    const shade = colour ? clamp(IN_SHADE + WITH_LIGHT * light, 0, 1.35) : 1;
    for (let c = 0; c < 3; c++) {
      const own = colour ? colour[c] : bright[c];
      const laid =
        pass.film === 'paint'
          ? own * shade
          : (1 - BODY) * rgb[c] * (1 - FILTERS + FILTERS * own) + BODY * own;
      rgb[c] += (laid - rgb[c]) * a;
    }
  }
}
