import { hexToLab, luminanceOf } from '../colour/index.js';
import { mixLabOf, TINT_FACTOR, type PaintRecord, type Portion } from '../paint/index.js';
import type { Tint } from '../piece/index.js';

/** A test mix: so many drops of the paint with so many of a known one, and its dried colour. */
export interface TestMix {
  readonly drops: number;
  readonly with: Portion;
  readonly hex: string;
}

export interface Strength {
  /** 1 is normal. */
  readonly strength: number;
  readonly tint: Tint;
  /** False where no strength gives that mix: the wrong paints, or a colour that is not dry. */
  readonly reached: boolean;
}

const ROUNDS = 50;
const LN_MOST = 3;

/** The class a strength comes nearest to. */
export const tintOf = (strength: number): Tint =>
  (Object.entries(TINT_FACTOR) as [Tint, number][]).sort(
    (a, b) => Math.abs(Math.log(a[1] / strength)) - Math.abs(Math.log(b[1] / strength)),
  )[0][0];

/** Strength of a paint in mixes from one test mix with a known paint, by bisection on its logarithm for the luminance that came out. */
export function strengthFrom(paint: PaintRecord, mix: TestMix): Strength {
  const at = (ln: number) =>
    luminanceOf(mixLabOf([{ paint: { ...paint, strength: Math.exp(ln) }, drops: mix.drops }, mix.with]).l);
  const wanted = luminanceOf(hexToLab(mix.hex).l);
  let [low, high] = [-LN_MOST, LN_MOST];
  const rises = at(high) > at(low);
  const reached = (at(low) - wanted) * (at(high) - wanted) <= 0;
  for (let i = 0; i < ROUNDS; i++) {
    const mid = (low + high) / 2;
    if (at(mid) < wanted === rises) low = mid;
    else high = mid;
  }
  const strength = Math.exp((low + high) / 2);
  return { strength, tint: tintOf(strength), reached };
}
