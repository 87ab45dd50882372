import { boundsOf, signedArea, type Point, type Region, type SurfaceModel } from '../form/index.js';
import type { Form } from '../piece/index.js';
import { clockOf, listOf } from '../units/index.js';

/** Middle of a ring's area. */
function middleOf(ring: readonly Point[]): Point {
  const a = signedArea(ring) || 1e-9;
  let [x, y] = [0, 0];
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const w = ring[j][0] * ring[i][1] - ring[i][0] * ring[j][1];
    x += (ring[j][0] + ring[i][0]) * w;
    y += (ring[j][1] + ring[i][1]) * w;
  }
  return [x / (6 * a), y / (6 * a)];
}

/** A direction as the hour it has on a clock face. */
export const hour = (x: number, y: number) => `${Math.round(clockOf(x, y)) || 12} o'clock`;

/**
 * Where a region lies on a part, as one would say it at the table: by the clock on round forms, in per cent from the
 * heel on a blade, left or right of the middle on a tube. The part is held upright, as in its own picture.
 */
export function whereText(form: Form, model: SurfaceModel, region: Region, share: number): string {
  if (share > 0.97) return 'all of it';
  const pieces = region.filter((r) => signedArea(r) > 0).sort((a, b) => signedArea(b) - signedArea(a));
  const largest = pieces[0] ? signedArea(pieces[0]) : 0;
  const main = pieces.filter((r) => signedArea(r) > largest * 0.3).slice(0, 3);
  if (main.length === 0) return 'nothing at this size';
  if (model.repeats) {
    const each = model.repeats.count > 1 ? `on each ${model.repeats.one}: ` : '';
    return `${each}${share > 0.62 ? 'all but the darkest places' : 'its side toward the light'}`;
  }
  if (share > 0.62) return 'all but the darkest places';
  const b = boundsOf(model.rings);
  const places = main.map((ring) => {
    const [x, y] = middleOf(ring);
    const [rx, ry] = [x / ((b.right - b.left) / 2), y / ((b.top - b.bottom) / 2)];
    switch (form.kind) {
      case 'blade':
        return `${Math.round(((y - b.bottom) / (b.top - b.bottom)) * 20) * 5} % from the heel, ${x < 0 ? 'left' : 'right'} face`;
      case 'tube':
        return Math.abs(rx) < 0.15
          ? 'a stripe along the middle'
          : `a stripe ${Math.round(Math.abs(rx) * 100)} % out to the ${rx < 0 ? 'left' : 'right'}`;
      default:
        return Math.hypot(rx, ry) < 0.2 ? 'the middle' : `toward ${hour(rx, ry)}`;
    }
  });
  return listOf([...new Set(places)]);
}
