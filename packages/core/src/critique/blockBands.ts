import { endsRatio, seenBands, type Band } from '../glint/index.js';
import { plain } from '../units/index.js';
import { bandPlace, faceName, facesSeen, shapedBy, widthMm, type FaceSeen } from './bandsSeen.js';
import type { FindingDefinition } from './definition.js';
import { newAdjustmentId, putAdjustment, type Fix } from './fix.js';
import type { Scene } from './scene.js';

const MORE = 1.08;

/** Opens a band toward the side it opens already, keeping its width half way. */
function opened(scene: Scene, face: FaceSeen, b: Band, ratio: number): Fix {
  const side = Math.abs(b.growth) > 0.02 ? Math.sign(b.growth) : face.geometry.opens;
  const growth = (side * (ratio - 1)) / (ratio + 1);
  const ends = shapedBy(scene, b, 'band-ends');
  const [ridge, edge] = [1 - growth, 1 + growth].map((g) => widthMm(face, b) * g);
  return putAdjustment(`open it from ${plain(Math.min(ridge, edge))} to ${plain(Math.max(ridge, edge))} mm`, {
    id: ends?.id ?? newAdjustmentId(scene.piece, 'band'),
    part: face.s.part.id,
    kind: 'band-ends',
    facet: face.facet,
    band: b.number,
    ridge: ((ends?.ridge ?? 1) * (1 - growth)) / (1 - b.growth),
    edge: ((ends?.edge ?? 1) * (1 + growth)) / (1 + b.growth),
  });
}

export const blockBands: FindingDefinition = {
  id: 'block-bands',
  label: 'Band like a block',
  why: 'A band with parallel sides looks laid on. Light opens toward the edge, shade toward the ridge.',
  limit: 1.6,
  unit: 'times as wide at its wider end',
  find: (scene) =>
    facesSeen(scene).flatMap((face) => {
      const limit = scene.limit('block-bands', face.s.part);
      if (limit === null) return [];
      return seenBands(face.bands).flatMap((b) => {
        const ratio = endsRatio(b);
        // A band added by hand has no composed ends to pull: it always opens.
        if (ratio >= limit || shapedBy(scene, b, 'band-add')) return [];
        const fix = opened(scene, face, b, limit * MORE);
        return [
          {
            part: face.s.part.id,
            at: bandPlace(face, b.centre),
            measured: ratio,
            wanted: { from: limit, to: null },
            message: `the band on ${faceName(face)} is about ${plain(widthMm(face, b))} mm wide at both ends; ${fix.label}`,
            fix,
          },
        ];
      });
    }),
};
