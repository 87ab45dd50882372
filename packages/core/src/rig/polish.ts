import type { Metal } from '../metal/index.js';
import type { Polish } from '../piece/index.js';

/** How much of what a mirror of the same part would show is left, as shares of the mirror's own figures. */
export interface Shown {
  /** Of its lightest value (98 %). */
  readonly top: number;
  /** Of its range of value (2 to 98 %). */
  readonly range: number;
  /** Of the range of its middle half (25 to 75 %). */
  readonly middle: number;
}

/** How a polish reflects; angles are standard deviations in degrees. */
export interface PolishModel {
  readonly label: string;
  /** Blur of the main light's mirror image. */
  readonly lobeDeg: number;
  /** Blur of the surroundings. */
  readonly surroundingsDeg: number;
  /** Weight of the broad, direction-less light. */
  readonly broad: number;
  /** Whether the lamp shows as a shape with a border, blurred as the surroundings are; else as a bell. */
  readonly showsLamp: boolean;
  /** Light bands on a flat facet: on the shaded and on the lit one. */
  readonly bands: readonly [shaded: number, lit: number];
  /** Range of value (2 to 98 %) and of its middle half that reads as this polish. */
  readonly rangeL: number;
  readonly middleHalfL: number;
  readonly shown: Shown;
  /** How far the values of flat faces part from the middle, 0..1: shinier metal jumps. */
  readonly bite: number;
  /** Width in mm over which the crisp side of a band runs out. */
  readonly crispMm: number;
}

export const polishModels: Record<Polish, PolishModel> = {
  mirror: {
    label: 'Mirror',
    lobeDeg: 3,
    surroundingsDeg: 2,
    broad: 0.05,
    showsLamp: true,
    bands: [3, 4],
    rangeL: 70,
    middleHalfL: 35,
    shown: { top: 1, range: 1, middle: 1 },
    bite: 0.75,
    crispMm: 0.12,
  },
  polished: {
    label: 'Polished',
    lobeDeg: 8,
    surroundingsDeg: 4,
    broad: 0.22,
    showsLamp: true,
    bands: [2, 3],
    rangeL: 55,
    middleHalfL: 30,
    shown: { top: 0.97, range: 0.94, middle: 0.88 },
    bite: 0.22,
    crispMm: 0.22,
  },
  satin: {
    label: 'Satin',
    lobeDeg: 14,
    surroundingsDeg: 10,
    broad: 0.35,
    showsLamp: false,
    bands: [2, 2],
    rangeL: 40,
    middleHalfL: 22,
    shown: { top: 0.92, range: 0.84, middle: 0.74 },
    bite: 0,
    crispMm: 0.7,
  },
  burnished: {
    label: 'Burnished',
    lobeDeg: 22,
    surroundingsDeg: 18,
    broad: 0.5,
    showsLamp: false,
    bands: [1, 2],
    rangeL: 30,
    middleHalfL: 16,
    shown: { top: 0.86, range: 0.73, middle: 0.6 },
    bite: 0,
    crispMm: 1.4,
  },
  dull: {
    label: 'Dull',
    lobeDeg: 35,
    surroundingsDeg: 30,
    broad: 0.65,
    showsLamp: false,
    bands: [1, 1],
    rangeL: 20,
    middleHalfL: 10,
    shown: { top: 0.78, range: 0.6, middle: 0.46 },
    bite: 0,
    crispMm: 2.6,
  },
};

/** A polish on a certain metal. */
export interface MetalSurface extends PolishModel {
  /** Weight of the coverage plan against the light's own distribution, 0..1. */
  readonly planWeight: number;
  /** Reflectance face on of a dark body under a clear film; null for metal. */
  readonly filmReflectance: number | null;
}

/** Weight of the coverage plan where a metal says nothing else. */
export const PLAN_WEIGHT = 0.5;

/** How a polish reflects on a metal; null where the metal is not known: then as steel. */
export const polishOn = (polish: Polish, metal: Metal | null): MetalSurface => ({
  ...polishModels[polish],
  planWeight: metal?.planWeight ?? PLAN_WEIGHT,
  filmReflectance: metal?.filmReflectance ?? null,
});

/** Standard deviation of a main light without a border, in degrees. */
export const KEY_SIZE_DEG = 11;

/** Peak of the key's mirror image: energy kept as it blurs, 1.0 when polished. */
export function keyPeak(lobeDeg: number): number {
  return (1.53 * KEY_SIZE_DEG ** 2) / (KEY_SIZE_DEG ** 2 + lobeDeg ** 2);
}
