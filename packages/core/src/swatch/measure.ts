import { refused } from '../units/index.js';
import { hexToLab, linearToLab, labToHex, hexToLinear, deltaE } from '../colour/index.js';
import type { Paint } from '../piece/index.js';
import { contrastFrom, type CoatPair } from './contrast.js';
import { strengthFrom } from './strength.js';

/** What a dot on the card is: the paint itself, a test mix, or coats over black or white. */
export type DotUse =
  | { readonly kind: 'colour' }
  | { readonly kind: 'mix'; readonly drops: number; readonly with: string; readonly withDrops: number }
  | { readonly kind: 'coats'; readonly coats: number; readonly over: 'black' | 'white' };

export interface UsedDot {
  readonly paint: string;
  readonly use: DotUse;
  readonly hex: string;
}

/** What a card tells of one paint. */
export interface Measured {
  readonly paint: string;
  readonly over: Partial<Pick<Paint, 'hex' | 'strength' | 'tint' | 'contrast' | 'opacity'>>;
  readonly notes: readonly string[];
}

/** What coats were laid on, and how thin. */
export interface CardGrounds {
  readonly blackHex: string;
  readonly whiteHex: string;
  readonly water: number;
}

const meanHex = (hexes: readonly string[]): string =>
  labToHex(
    linearToLab(
      [0, 1, 2].map(
        (c) => hexes.reduce((s, h) => s + hexToLinear(h)[c], 0) / hexes.length,
      ) as unknown as readonly [number, number, number],
    ),
  );
const two = (v: number): number => Number(v.toPrecision(3));

/** What the dots of a card tell of each paint: colour first, then strength and opacity with that colour. Shares are rounded to three figures. */
export function measurePaints(
  dots: readonly UsedDot[],
  paints: readonly Paint[],
  grounds: CardGrounds,
): Measured[] {
  const byId = new Map(paints.map((p) => [p.id, p]));
  const hexOf = new Map<string, string>();
  for (const id of new Set(dots.map((d) => d.paint))) {
    const own = dots.filter((d) => d.paint === id && d.use.kind === 'colour').map((d) => d.hex);
    if (own.length > 0) hexOf.set(id, meanHex(own));
  }
  const measuredAs = (id: string): Paint => {
    const p = byId.get(id);
    if (!p) throw refused('paint', `"${id}"`, 'a paint of the shelf');
    return { ...p, hex: hexOf.get(id) ?? p.hex };
  };
  return [...new Set(dots.map((d) => d.paint))].map((id): Measured => {
    const paint = measuredAs(id);
    const mine = dots.filter((d) => d.paint === id);
    const notes: string[] = [];
    let over: Measured['over'] = {};
    if (hexOf.has(id)) {
      over = { ...over, hex: paint.hex };
      const off = deltaE(hexToLab(paint.hex), hexToLab(byId.get(id)!.hex));
      notes.push(off < 1 ? 'as it is written' : `${off.toFixed(1)} away from what is written`);
    }
    const mixes = mine.flatMap(({ use, hex }) =>
      use.kind === 'mix'
        ? [
            strengthFrom(paint, {
              drops: use.drops,
              with: { paint: measuredAs(use.with), drops: use.withDrops },
              hex,
            }),
          ]
        : [],
    );
    if (mixes.length > 0) {
      const strength = two(Math.exp(mixes.reduce((s, m) => s + Math.log(m.strength), 0) / mixes.length));
      if (mixes.every((m) => m.reached)) {
        over = { ...over, strength, tint: mixes[0].tint };
        notes.push(`tints ${strength} times as far as a normal paint of its darkness`);
      } else notes.push('no strength gives this mix: look at the parts, and whether it is dry');
    }
    const coats = (ground: 'black' | 'white') =>
      mine.flatMap(({ use, hex }) =>
        use.kind === 'coats' && use.over === ground ? [{ coats: use.coats, hex }] : [],
      );
    const pairs = coats('black').flatMap(({ coats: n, hex }): CoatPair[] => {
      const white = coats('white').find((w) => w.coats === n);
      return white ? [{ coats: n, overBlack: hex, overWhite: white.hex }] : [];
    });
    if (pairs.length > 0) {
      const { contrast, opacity } = contrastFrom(paint, { pairs, ...grounds });
      over = { ...over, contrast: two(contrast), opacity };
      notes.push(
        `one coat hides ${Math.round(contrast * 100)} % of the difference between black and white: ${opacity}`,
      );
    } else if (coats('black').length + coats('white').length > 0)
      notes.push('coats want the same number over black and over white');
    return { paint: id, over, notes };
  });
}
