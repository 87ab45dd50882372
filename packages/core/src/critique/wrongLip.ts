import { litLip } from '../glint/index.js';
import type { FindingDefinition } from './definition.js';
import { setAdjustment } from './fix.js';
import { inPiece } from './scene.js';

/** A cut that runs along the light has no lip that is plainly wrong. */
const ALONG = 0.25;

export const wrongLip: FindingDefinition = {
  id: 'wrong-lip',
  label: 'Wrong lip lit',
  why: 'In a cut the lip farther from the light catches it. With the other one lit the cut turns into a weal.',
  limit: 0,
  unit: 'lips on the wrong side',
  find: (scene) =>
    scene.parts.flatMap((s) => {
      if (scene.limit('wrong-lip', s.part) === null) return [];
      return s.p.overrides.marks.flatMap((mark) => {
        if (mark.lip !== 'left' && mark.lip !== 'right') return [];
        const [a, b] = [mark.points[0], mark.points[mark.points.length - 1]];
        const [lx, ly] = s.p.light.key;
        const long = Math.hypot(b[0] - a[0], b[1] - a[1]) * Math.hypot(lx, ly);
        const square = ((b[1] - a[1]) * lx - (b[0] - a[0]) * ly) / (long || 1e-9);
        const side = mark.lip === 'left' ? -1 : 1;
        if (Math.abs(square) < ALONG || side === litLip(mark, s.p.light)) return [];
        return [
          {
            part: s.part.id,
            at: inPiece(s.part, mark.points[mark.points.length >> 1]),
            measured: 1,
            wanted: { from: null, to: 0 },
            message: `the ${mark.soft ? 'dent' : 'cut'} is lit on the lip nearer the light; light the other one`,
            fix: setAdjustment('light the other lip', mark.id, 'lip', 'by-light'),
          },
        ];
      });
    }),
};
