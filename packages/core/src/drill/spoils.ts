import type { Band } from '../glint/index.js';
import type { Adjustment } from '../piece/index.js';

/** An adjustment without what it is attached to. */
export type Bare<A = Adjustment> = A extends Adjustment ? Omit<A, 'id' | 'part'> : never;

/** The second of two neighbours on a face made as wide as the first. @param at which is the first, from 0 */
export function madeAlike(facet: number, bands: readonly Band[], at: number): Bare[] {
  const factor = bands[at].halfWidth / bands[at + 1].halfWidth;
  return [{ kind: 'band-ends', facet, band: bands[at + 1].number, ridge: factor, edge: factor }];
}

/** A band with parallel sides. */
export const madeBlock = (facet: number, { number, growth }: Band): Bare[] => [
  { kind: 'band-ends', facet, band: number, ridge: 1 / (1 - growth), edge: 1 / (1 + growth) },
];

/** The main light of the left face beside the lightest band of the right one, so that they meet at the ridge. */
export function madeToMeet(left: readonly Band[], right: readonly Band[]): Bare[] {
  const a = left.find((band) => band.number === 0);
  const b = right.reduce<Band | null>((most, band) => (most && most.peak >= band.peak ? most : band), null);
  if (!a || !b) return [];
  return [
    { kind: 'band-centre', facet: 0, band: 0, by: b.centre - b.lean / 2 - (a.centre - a.lean / 2) },
    { kind: 'band-peak', facet: 1, band: b.number, to: 0.8 },
  ];
}

/** Every band of a face taken down. */
export const madeDark = (facet: number, bands: readonly Band[]): Bare[] =>
  bands.map(({ number }): Bare => ({ kind: 'band-peak', facet, band: number, to: 0.02 }));

/** A place of the first patch held at a value. */
export const hold = (u: number, v: number, radiusMm: number, value: number): Bare => ({
  kind: 'zone-hold',
  patch: 0,
  anchor: { u, v },
  radiusMm,
  value,
});

/** A dot on the first patch. */
export const dotAt = (u: number, v: number): Bare => ({
  kind: 'glint-add',
  patch: 0,
  anchor: { u, v },
  radiusMm: 0.3,
});
