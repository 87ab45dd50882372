import { clamp } from '../units/index.js';
import { shareOf, sizeMm, type FormDefinition } from './definition.js';
import { ellipse, ellipseOutward } from './geometry.js';
import { SAMPLE } from './surface.js';

/** How steep the surface stands at the rim of a full dome, as the sine of its tilt. */
export const RIM = 0.97;

/** Knee cops, elbows, helm crowns, bosses; as a scoop, the hollow of a bowl or a spoon. */
export const dome: FormDefinition<'dome'> = {
  kind: 'dome',
  label: 'Dome',
  serves: 'knee, elbow, helm, boss',
  defaults: { kind: 'dome', widthMm: 9, heightMm: 9, side: 'convex', fullness: 1 },
  numbers: [
    sizeMm('widthMm', 'Width'),
    sizeMm('heightMm', 'Height'),
    shareOf('fullness', 'Fullness', { min: 0.2 }),
  ],
  choices: [
    {
      key: 'side',
      label: 'Side',
      options: [
        { value: 'convex', label: 'Bulging' },
        { value: 'scoop', label: 'Hollow' },
      ],
    },
  ],
  model(form) {
    const a = form.widthMm / 2;
    const b = form.heightMm / 2;
    const steep = RIM * form.fullness * (form.side === 'scoop' ? -1 : 1);
    const ring = ellipse(a, b);
    return {
      narrowestMm: Math.min(form.widthMm, form.heightMm),
      rings: [ring],
      corners: [],
      edges: [{ kind: 'hard', closed: true, points: ring, outward: ellipseOutward(ring, a, b) }],
      patches: [
        {
          kind: 'smooth',
          rings: [ring],
          grain: null,
          at(x, y, out) {
            let p = x / a;
            let q = y / b;
            const r = Math.hypot(p, q);
            if (r > 1) {
              p /= r;
              q /= r;
            }
            const nx = steep * p;
            const ny = steep * q;
            out[SAMPLE.nx] = nx;
            out[SAMPLE.ny] = ny;
            out[SAMPLE.nz] = Math.sqrt(Math.max(0, 1 - nx * nx - ny * ny));
            out[SAMPLE.u] = clamp(0.5 + x / form.widthMm, 0, 1);
            out[SAMPLE.v] = clamp(0.5 + y / form.heightMm, 0, 1);
          },
          glintAt(half) {
            const p = half[0] / steep;
            const q = half[1] / steep;
            return p * p + q * q <= 1 ? [a * p, b * q] : null;
          },
        },
      ],
    };
  },
};
