import { hexToLab, hexToLinear, labToHex } from '../colour/index.js';
import type { Surface } from '../form/index.js';
import { MIXED_KINDS, nearnessOf, paintTable, searchMixes } from '../match/index.js';
import { isMissing, type Mix, type Paint, type Wear } from '../piece/index.js';
import { pickPaint } from '../school/index.js';
import { tableMemo, weakMemo } from '../units/index.js';
import type { PartLight } from '../rig/index.js';
import { wornOn, type Hot, type Stance, type WearPass } from '../wear/index.js';
import type { OverLayer } from './over.js';
import type { PreparedPart } from './prepare.js';

/** A pass of wear over a part's picture. */
export interface WornLayer extends OverLayer {
  readonly pass: WearPass;
  readonly layer: Wear;
}

/** A mix this far from a colour of wear still is it, as the search weighs it. */
const STILL = 11;
const SEARCH = { mostPaints: 2, mostDrops: 6, keep: 1 } as const;

/** The mix of one or two paints that comes nearest to a colour, and what it dries to. */
export interface NearestMix {
  readonly mix: Mix;
  readonly hex: string;
}

/** Mixes by the paints they are made from, and the colour that is wanted. */
const mixesOf = weakMemo((paints: readonly Paint[]) => {
  const own = paints.filter((p) => MIXED_KINDS.has(p.kind) && !isMissing(p));
  const table = paintTable(own);
  return tableMemo(MOST_COLOURS, (hex: string): { readonly found: NearestMix | null } => {
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

/** The mix of one or two paints that comes to a colour; null where none comes near. */
export const nearestMix = (hex: string, paints: readonly Paint[]): NearestMix | null =>
  mixesOf(paints)(hex).found;

/** Dry pigment of any earth is dust, and of any black soot: so far from a colour of wear it still is it, CIEDE2000. */
const STILL_DUST = 22;

/** The dry pigment that comes nearest to a colour; null where none comes near. */
function nearestPigment(hex: string, paints: readonly Paint[]): NearestMix | null {
  const found = pickPaint(paints, hex, ['pigment'], STILL_DUST);
  return found && { mix: [{ paint: found.id, parts: 1 }], hex: found.hex };
}

/** The mix that a pass of wear is laid with; null where none comes near, or it is the metal itself. */
export const wearMix = ({ colour, dry }: WearPass, paints: readonly Paint[]): NearestMix | null =>
  colour === 'bright metal'
    ? null
    : ((dry ? nearestPigment(colour.hex, paints) : null) ?? nearestMix(colour.hex, paints));

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
      film: pass.film,
      colour: hex === null ? null : hexToLinear(hex),
      hides: pass.hides * layer.strength,
    };
  });
}
