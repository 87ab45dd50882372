import type { PartReading } from '../readParts.js';

/** Ids of what a photo may show of a part. */
export const PHOTO_FINDING_IDS = [
  'missed-part',
  'gap-filled',
  'light-moved',
  'too-bright',
  'too-dark',
  'wrong-hue',
  'washed-out-hue',
  'too-large',
  'too-small',
  'spill',
  'edges-lost',
] as const;
export type PhotoFindingId = (typeof PHOTO_FINDING_IDS)[number];

/** A kind of thing that a photo shows: one file defines one, the registry lists them. */
export interface PhotoFindingDefinition {
  readonly id: PhotoFindingId;
  /** In a word or three. */
  readonly label: string;
  readonly unit: string;
  /** From this it is to be mended, and from the second it wants looking at: a steady hand strays less. */
  readonly limit: number;
  readonly lookFrom: number;
  /** Findings of the same part that explain this one. */
  readonly explainedBy: readonly PhotoFindingId[];
  /** Where on the part it is, mm from the plan's middle, y down; the middle of its light where it is not told. */
  at?(reading: PartReading): readonly [xMm: number, yMm: number];
  /** How far the part is off, in the unit; null where it cannot be told of this part. */
  measure(reading: PartReading): number | null;
  /** What is seen, as one says it at the table; the part's name comes before it. */
  tell(reading: PartReading, nameOf: (part: number) => string): string;
}

/** L* in words. */
export const values = (v: number): string => `${Math.abs(v).toFixed(0)} of value`;
/** Share of a part's size, the root of its area. */
export const ofSize = (reading: PartReading): number => reading.lightOffMm / Math.sqrt(reading.areaMm2);
