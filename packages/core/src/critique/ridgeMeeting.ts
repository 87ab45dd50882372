import { brightBands, overlapAtRidge, type Band } from '../glint/index.js';
import { percent, plain } from '../units/index.js';
import { bandPlace, facesSeen, shapedBy, type FaceSeen } from './bandsSeen.js';
import type { FindingDefinition } from './definition.js';
import { newAdjustmentId, putAdjustment, setAdjustment, type Fix } from './fix.js';
import type { Scene } from './scene.js';

/** A repaired pair overlaps by this share of what it may. */
const LESS = 0.7;
const STEP = 0.01;

/** Moves a band the least it takes for it to clear all brights of the other face. */
function movedClear(
  scene: Scene,
  face: FaceSeen,
  b: Band,
  others: readonly Band[],
  limit: number,
): Fix | null {
  for (let n = 1; n <= 60; n++)
    for (const way of [1, -1]) {
      const centre = b.centre + way * n * STEP;
      if (centre < 0.06 || centre > 0.94) continue;
      if (!others.every((o) => overlapAtRidge({ ...b, centre }, o) <= limit * LESS)) continue;
      const mm = n * STEP * face.geometry.lengthMm;
      const label = `move the one on the ${face.facet === 0 ? 'left' : 'right'} ${plain(mm)} mm toward the ${way > 0 ? 'tip' : 'heel'}`;
      const added = shapedBy(scene, b, 'band-add');
      if (added) return setAdjustment(label, added.id, 'at', Math.min(1, Math.max(0, centre)));
      const moved = shapedBy(scene, b, 'band-centre');
      return putAdjustment(label, {
        id: moved?.id ?? newAdjustmentId(scene.piece, 'band'),
        part: face.s.part.id,
        kind: 'band-centre',
        facet: face.facet,
        band: b.number,
        by: (moved?.by ?? 0) + way * n * STEP,
      });
    }
  return null;
}

export const ridgeMeeting: FindingDefinition = {
  id: 'ridge-meeting',
  label: 'Brights meet at the ridge',
  why: 'Two lights that meet across a ridge hide it: the blade goes flat there.',
  limit: 0.2,
  unit: 'share of the shorter one',
  find: (scene) => {
    const faces = facesSeen(scene);
    return faces.flatMap((left) => {
      const right = faces.find((f) => f.s === left.s && f.facet === 1 && left.facet === 0);
      const limit = scene.limit('ridge-meeting', left.s.part);
      if (!right || limit === null) return [];
      return brightBands(left.bands).flatMap((a) =>
        brightBands(right.bands).flatMap((b) => {
          const overlap = overlapAtRidge(a, b);
          if (overlap <= limit) return [];
          const moves: (readonly [FaceSeen, Band, readonly Band[]])[] = [
            [left, a, brightBands(right.bands)],
            [right, b, brightBands(left.bands)],
          ];
          moves.sort((p, q) => (q[1].by?.length ?? 0) - (p[1].by?.length ?? 0));
          const fix = moves.reduce<Fix | null>((f, m) => f ?? movedClear(scene, ...m, limit), null);
          return [
            {
              part: left.s.part.id,
              at: bandPlace(left, (a.centre + b.centre) / 2),
              measured: overlap,
              wanted: { from: null, to: limit },
              message: `two lights meet over ${percent(overlap)} of the shorter one at the ridge; ${fix?.label ?? 'stagger them'}`,
              fix,
            },
          ];
        }),
      );
    });
  },
};
