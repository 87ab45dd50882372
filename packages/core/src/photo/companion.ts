import type { Part } from '../piece/index.js';
import { photoFindings } from './findings/index.js';
import type { PartReading } from './readParts.js';

/** How a part of one photo differs from the same part of another. */
export interface PartBeside {
  /** Id and name of the part. */
  readonly part: string;
  readonly name: string;
  /** By how much it is lighter than the other, L*, beyond what the plans of both have. */
  readonly lighterBy: number;
  /** Turn of hue against the other, degrees; null where either shows none. */
  readonly hueTurnDeg: number | null;
  /** Chroma over the other's; null likewise. */
  readonly chromaTimes: number | null;
  /** Palest area over the other's; null where either plan has none. */
  readonly paleTimes: number | null;
  /** What of that shows, in words; empty where two hands stray as far anyway. */
  readonly shows: readonly string[];
}

/** Two photos stray from a plan each by itself: what is told of two needs this much more than of one. */
const OF_TWO = Math.SQRT2;
/** Below the limit at which one photo is told. */
const LIMITS = {
  value: OF_TWO * photoFindings['too-bright'].limit,
  hueDeg: OF_TWO * photoFindings['wrong-hue'].limit,
  chroma: OF_TWO * photoFindings['washed-out-hue'].limit,
  pale: OF_TWO * photoFindings['too-large'].limit,
} as const;

const turned = (deg: number): number => ((deg + 540) % 360) - 180;
const both = (a: number | null, b: number | null, of: (a: number, b: number) => number): number | null =>
  a === null || b === null ? null : of(a, b);

function shownOf({ lighterBy, hueTurnDeg, chromaTimes, paleTimes }: Omit<PartBeside, 'shows'>): string[] {
  const shows: string[] = [];
  if (Math.abs(lighterBy) >= LIMITS.value)
    shows.push(`${Math.abs(lighterBy).toFixed(0)} of value ${lighterBy > 0 ? 'lighter' : 'darker'}`);
  if (hueTurnDeg !== null && Math.abs(hueTurnDeg) >= LIMITS.hueDeg)
    shows.push(`${Math.abs(hueTurnDeg).toFixed(0)} degrees of hue apart`);
  if (chromaTimes !== null && Math.abs(Math.log(chromaTimes)) >= -Math.log(1 - LIMITS.chroma))
    shows.push(`${chromaTimes.toFixed(1)} times as colourful`);
  if (paleTimes !== null && Math.abs(Math.log(paleTimes)) >= Math.log(LIMITS.pale))
    shows.push(`${paleTimes.toFixed(1)} times the palest area`);
  return shows;
}

/**
 * Two miniatures of one plan read against each other, part by part, what shows most first. Each photo is held against
 * the plan as it is to look by then: two that are not equally far on are told by how each strays.
 * @param mine readings of one photo
 * @param other readings of the photo that it is held beside
 * @param parts of the piece, in the order that readings name them
 */
export function besideAnother(
  mine: readonly PartReading[],
  other: readonly PartReading[],
  parts: readonly Part[],
): PartBeside[] {
  const there = new Map(other.map((r) => [r.part, r]));
  const all = mine.flatMap((a): PartBeside[] => {
    const b = there.get(a.part);
    if (!b) return [];
    const { id, name } = parts[a.part];
    const figures = {
      part: id,
      name,
      lighterBy: a.lighterBy - b.lighterBy,
      hueTurnDeg: both(a.hueTurnDeg, b.hueTurnDeg, (p, q) => turned(p - q)),
      chromaTimes: both(a.chromaTimes, b.chromaTimes, (p, q) => p / Math.max(1e-3, q)),
      paleTimes: both(a.paleTimes, b.paleTimes, (p, q) => p / Math.max(1e-3, q)),
    };
    return [{ ...figures, shows: shownOf(figures) }];
  });
  return all.sort((p, q) => q.shows.length - p.shows.length || Math.abs(q.lighterBy) - Math.abs(p.lighterBy));
}
