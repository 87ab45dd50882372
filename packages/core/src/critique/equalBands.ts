import { seenBands, widthRatio, type Band } from '../glint/index.js';
import { plain } from '../units/index.js';
import {
  bandPlace,
  faceName,
  facesSeen,
  neighbourPairs,
  shapedBy,
  widthMm,
  type FaceSeen,
} from './bandsSeen.js';
import type { FindingDefinition } from './definition.js';
import { newAdjustmentId, putAdjustment, setAdjustment, type Fix } from './fix.js';
import type { Scene } from './scene.js';

/** A repaired pair differs by this much more than it must. */
const MORE = 1.08;
/** Four steps of a quarter millimetre across. */
const LEAST_MM = 1;

/** How a band is made wider or narrower: by what already shaped it, or by a new adjustment. */
function widened(scene: Scene, face: FaceSeen, b: Band, factor: number): Fix {
  const label = `${factor > 1 ? 'widen' : 'narrow'} one to ${plain(widthMm(face, b) * factor)} mm`;
  const added = shapedBy(scene, b, 'band-add');
  if (added) return setAdjustment(label, added.id, 'width', added.width * factor);
  const ends = shapedBy(scene, b, 'band-ends');
  const base = {
    part: face.s.part.id,
    kind: 'band-ends' as const,
    facet: face.facet,
    band: b.number,
  };
  return putAdjustment(label, {
    id: ends?.id ?? newAdjustmentId(scene.piece, 'band'),
    ...base,
    ridge: (ends?.ridge ?? 1) * factor,
    edge: (ends?.edge ?? 1) * factor,
  });
}

/** The change of one band of a pair that makes it unlike its neighbours; the one pulled by hand first. */
function fixFor(scene: Scene, face: FaceSeen, pair: readonly [Band, Band], limit: number): Fix | null {
  const all = seenBands(face.bands);
  const want = limit * MORE;
  const first = [...pair].sort((a, b) => (b.by?.length ?? 0) - (a.by?.length ?? 0));
  for (const mine of first) {
    const at = all.indexOf(mine);
    const others = [all[at - 1], all[at + 1]].filter((b): b is Band => b !== undefined);
    const other = pair[0] === mine ? pair[1] : pair[0];
    for (const to of [other.halfWidth * want, other.halfWidth / want]) {
      if (2 * to * face.geometry.lengthMm < LEAST_MM) continue;
      const unlike = others.every((o) => widthRatio({ ...mine, halfWidth: to }, o) >= limit * 1.001);
      if (unlike) return widened(scene, face, mine, to / mine.halfWidth);
    }
  }
  return null;
}

export const equalBands: FindingDefinition = {
  id: 'equal-bands',
  label: 'Bands alike',
  why: 'Stripes of one width read as a pattern, not as reflections. Real ones are never alike.',
  limit: 1.3,
  unit: 'times as wide as the neighbour',
  find: (scene) =>
    facesSeen(scene).flatMap((face) => {
      const limit = scene.limit('equal-bands', face.s.part);
      if (limit === null) return [];
      return neighbourPairs(face).flatMap((pair) => {
        const ratio = widthRatio(...pair);
        if (ratio >= limit) return [];
        const [a, b] = pair.map((x) => widthMm(face, x));
        const wide =
          Math.max(a, b) - Math.min(a, b) < 0.15
            ? `both bands about ${plain((a + b) / 2)} mm`
            : `bands of ${plain(a)} and ${plain(b)} mm side by side`;
        const fix = fixFor(scene, face, pair, limit);
        return [
          {
            part: face.s.part.id,
            at: bandPlace(face, (pair[0].centre + pair[1].centre) / 2),
            measured: ratio,
            wanted: { from: limit, to: null },
            message: `${wide} on ${faceName(face)}; ${fix?.label ?? `make one ${plain(limit, 2)} times as wide as the other`}`,
            fix,
          },
        ];
      });
    }),
};
