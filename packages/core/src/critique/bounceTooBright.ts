import { plain } from '../units/index.js';
import type { FindingDefinition } from './definition.js';
import { setAdjustment } from './fix.js';
import { inPiece, lightnessAt, middleOf } from './scene.js';

export const bounceTooBright: FindingDefinition = {
  id: 'bounce-too-bright',
  label: 'Bounce too bright',
  why: 'The light from below must stay the weaker one, or the form has two fronts.',
  limit: 1,
  unit: 'times the value of the mid step',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      const limit = scene.limit('bounce-too-bright', s.part);
      const own = s.p.overrides.bounce;
      const bears = s.p.shape.model.patches.some((q) => q.kind === 'smooth');
      const mid = s.p.midValue;
      if (limit === null || !own || !bears || own.peak <= limit * mid + 1e-6) return [];
      const { light, shape } = s.p;
      const below = (i: number) =>
        shape.canonical.nx[i] * light.key[0] + shape.canonical.ny[i] * light.key[1] < -0.4;
      const most = Math.floor(limit * mid * 1000) / 1000;
      return [
        {
          part: s.part.id,
          at: inPiece(s.part, middleOf(s, below) ?? middleOf(s) ?? [0, 0]),
          measured: own.peak / mid,
          wanted: { from: null, to: limit },
          message:
            `the bounce stands at value ${plain(lightnessAt(s, own.peak), 0)}, above the mid step at ` +
            `${plain(lightnessAt(s, mid), 0)}; drop it to the mid step`,
          fix: setAdjustment('drop it to the mid step', own.id, 'peak', most),
        },
      ];
    }),
};
