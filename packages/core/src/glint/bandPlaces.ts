import { smoothstep } from '../units/index.js';

/** Any two dark gaps of a facet differ by this. */
const GAP_RATIO = 1.45;
/** Bands repeat in thought over this length, so that one leaves at an end as another arrives. */
const PERIOD = 1.24;

/** What a seed settles about a facet once and for all. */
export interface Character {
  readonly shift: number;
  /** Draws that choose the order of bands and gaps. */
  readonly draws: readonly number[];
  readonly lean: number;
}

export const characterOf = (random: () => number): Character => ({
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
  const gaps = shuffled(
    Array.from({ length: n }, (_, i) => unit * GAP_RATIO ** i),
    draws.slice(3),
  );
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

/** A place brought back into the length over which bands repeat. */
export function wrap(centre: number): number {
  const low = 0.5 - PERIOD / 2;
  return low + ((((centre - low) % PERIOD) + PERIOD) % PERIOD);
}

/** Gone well before it comes round to the other end. */
export const fade = (centre: number) =>
  smoothstep(-0.07, 0.03, centre) * (1 - smoothstep(0.97, 1.07, centre));
