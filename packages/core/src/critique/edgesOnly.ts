import { lightsInside } from '../glint/index.js';
import { adjustmentName, adjustmentAtFault } from './adjustmentAtFault.js';
import { bandPlace, faceName, facesSeen } from './bandsSeen.js';
import type { FindingDefinition } from './definition.js';
import { release } from './fix.js';

export const edgesOnly: FindingDefinition = {
  id: 'edges-only',
  label: 'Light on the edges alone',
  why: 'A face with bright rims and nothing inside reads as an outline, not as a mirror.',
  limit: 1,
  unit: 'lights inside the face',
  find: (scene) =>
    facesSeen(scene).flatMap((face) => {
      const limit = scene.limit('edges-only', face.s.part);
      const inside = lightsInside(face.bands).length;
      if (limit === null || inside >= limit) return [];
      const a = adjustmentAtFault(
        scene,
        face.s,
        ['band-remove', 'band-centre', 'band-peak'],
        (t) => lightsInside(t.p.metal!.body.composition.facets[face.facet]).length,
      );
      return [
        {
          part: face.s.part.id,
          at: bandPlace(face, 0.5),
          measured: inside,
          wanted: { from: limit, to: null },
          message: `no light inside ${faceName(face)}; add one, away from its ends`,
          fix: a ? release(`let the ${adjustmentName(a)} go`, a.id) : null,
        },
      ];
    }),
};
