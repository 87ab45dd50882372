import type { Part } from '../piece/index.js';
import { FOCAL_AMONG, squintOrderOf } from '../plan/index.js';
import { listOf } from '../units/index.js';
import type { PartReading } from './readParts.js';

/** Where the focal part stands among the lightest at a squint, from 1, in the plan and in the photo. */
export interface FocalInPhoto {
  readonly planned: number;
  readonly seen: number;
  /** What comes before it in the photo, lightest first. */
  readonly ahead: readonly Part[];
}

/** How the focal part fares in a photo; null where it was not read. */
export function focalInPhoto(
  readings: readonly PartReading[],
  parts: readonly Part[],
  focalPart: string | null,
): FocalInPhoto | null {
  const metal = readings
    .filter((r) => r.metal)
    .map((r) => ({ part: parts[r.part], areaMm2: r.areaMm2, reading: r }));
  const byMean = (meanOf: (r: PartReading) => number) =>
    squintOrderOf(metal, { focalPart, meanOf: ({ reading }) => meanOf(reading) });
  const rank = (list: readonly { readonly part: Part }[]) => list.findIndex((m) => m.part.id === focalPart);
  const seen = byMean((r) => r.photo.mean);
  const at = rank(seen);
  if (at < 0) return null;
  return {
    planned: rank(byMean((r) => r.plan.mean)) + 1,
    seen: at + 1,
    ahead: seen.slice(0, at).map((m) => m.part),
  };
}

/** So many are named of those that draw the eye first. */
const MOST_NAMED = 3;

/** What is to be said of it; null where it is among the first, or is not yet planned to be: half painted anything may lead. */
export function focalText({ planned, seen, ahead }: FocalInPhoto, focal: Part): string | null {
  if (planned > FOCAL_AMONG || seen <= FOCAL_AMONG) return null;
  const named = ahead.slice(0, MOST_NAMED).map((p) => p.name.toLowerCase());
  const more = ahead.length - named.length;
  return (
    `At a squint the ${focal.name.toLowerCase()} is number ${seen} in brightness, planned is ${planned}: ` +
    `${listOf([...named, ...(more > 0 ? [`${more} more`] : [])])} ${ahead.length === 1 ? 'is' : 'are'} seen before it.`
  );
}
