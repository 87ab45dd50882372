import type { Polish } from '../piece/index.js';

/** How a polish reflects; angles are standard deviations in degrees. */
export interface PolishModel {
  readonly label: string;
  /** Blur of the main light's mirror image. */
  readonly lobeDeg: number;
  /** Blur of the surroundings. */
  readonly surroundingsDeg: number;
  /** Weight of the broad, direction-less light. */
  readonly broad: number;
  /** Light bands on a flat facet: on the shaded and on the lit one. */
  readonly bands: readonly [shaded: number, lit: number];
  /** Range of value (2 to 98 %) and of its middle half that reads as this polish. */
  readonly rangeL: number;
  readonly middleHalfL: number;
}

export const polishModels: Record<Polish, PolishModel> = {
  mirror: {
    label: 'Mirror',
    lobeDeg: 3,
    surroundingsDeg: 2,
    broad: 0.05,
    bands: [3, 4],
    rangeL: 70,
    middleHalfL: 35,
  },
  polished: {
    label: 'Polished',
    lobeDeg: 8,
    surroundingsDeg: 4,
    broad: 0.22,
    bands: [2, 3],
    rangeL: 55,
    middleHalfL: 30,
  },
  satin: {
    label: 'Satin',
    lobeDeg: 14,
    surroundingsDeg: 10,
    broad: 0.35,
    bands: [2, 2],
    rangeL: 40,
    middleHalfL: 22,
  },
  burnished: {
    label: 'Burnished',
    lobeDeg: 22,
    surroundingsDeg: 18,
    broad: 0.5,
    bands: [1, 2],
    rangeL: 30,
    middleHalfL: 16,
  },
  dull: {
    label: 'Dull',
    lobeDeg: 35,
    surroundingsDeg: 30,
    broad: 0.65,
    bands: [1, 1],
    rangeL: 20,
    middleHalfL: 10,
  },
};

/** Standard deviation of the main light itself, in degrees. */
export const KEY_SIZE_DEG = 11;

/** Peak of the key's mirror image: energy kept as it blurs, 1.0 when polished. */
export function keyPeak(lobeDeg: number): number {
  return (1.53 * KEY_SIZE_DEG ** 2) / (KEY_SIZE_DEG ** 2 + lobeDeg ** 2);
}
