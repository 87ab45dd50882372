import { middleOfPlan, type PlanRaster } from '../planRaster.js';
import type { PartReading } from '../readParts.js';
import type { PhotoFindingId } from './definition.js';
import { photoFindings } from './registry.js';

/** One thing that a photo shows of one part. */
export interface PhotoFinding {
  readonly id: PhotoFindingId;
  /** Id of the part. */
  readonly part: string;
  /** Where it is, or the middle of the part's light in the photo; in the piece's frame. */
  readonly at: { readonly xMm: number; readonly yMm: number };
  readonly measured: number;
  readonly limit: number;
  readonly unit: string;
  /** Whether it is to be mended; else it wants looking at only. */
  readonly certain: boolean;
  readonly message: string;
}

/** What the readings of a photo's parts show, what matters most first; a thing explained by another is left out. */
export function findInPhoto(readings: readonly PartReading[], plan: PlanRaster): PhotoFinding[] {
  const middle = middleOfPlan(plan);
  const nameOf = (n: number) => plan.parts[n].name;
  const all = readings.flatMap((r) => {
    const found: PhotoFinding[] = [];
    for (const definition of Object.values(photoFindings)) {
      const measured = definition.measure(r);
      if (measured === null || measured < definition.lookFrom) continue;
      if (found.some((f) => f.certain && definition.explainedBy.includes(f.id))) continue;
      const part = plan.parts[r.part];
      const [x, y] = definition.at?.(r) ?? r.photo.light;
      const certain = measured >= definition.limit;
      found.push({
        id: definition.id,
        part: part.id,
        at: { xMm: middle.xMm + x, yMm: middle.yMm - y },
        measured,
        limit: definition.limit,
        unit: definition.unit,
        certain,
        message: `${part.name} ${definition.tell(r, nameOf)}${certain ? '.' : '; look whether it bothers you.'}`,
      });
    }
    return found;
  });
  const worth = (f: PhotoFinding) => (f.certain ? 1000 : 0) + f.measured / f.limit;
  return all.sort((p, q) => worth(q) - worth(p));
}
