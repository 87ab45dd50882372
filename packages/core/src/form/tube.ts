import { clamp, mixNumbers } from '../units/index.js';
import { shareOf, sizeMm, type FormDefinition } from './definition.js';
import { SAMPLE, type Point } from './surface.js';

/** Steepest sine across a tube: the silhouette itself would mirror nothing the eye can see. */
const ACROSS = 0.985;
const ARC = 20;

/** Arms, legs, hafts, grips, horns: a round section along a straight axis, tapered or not. The axis runs up. */
export const tube: FormDefinition<'tube'> = {
  kind: 'tube',
  label: 'Tube',
  serves: 'arm, leg, haft, grip',
  defaults: { kind: 'tube', lengthMm: 14, startWidthMm: 6, endWidthMm: 7, endCurve: 0.2 },
  numbers: [
    sizeMm('lengthMm', 'Length'),
    sizeMm('startWidthMm', 'Width, lower end'),
    sizeMm('endWidthMm', 'Width, upper end'),
    shareOf('endCurve', 'Ends bow down', { min: -0.6, max: 0.6 }),
  ],
  choices: [],
  model(form) {
    const length = form.lengthMm;
    const curve = form.endCurve;
    const halfAt = (t: number) =>
      Math.max(0.05, mixNumbers(form.startWidthMm, form.endWidthMm, t / length + 0.5) / 2);
    const slope = (form.endWidthMm - form.startWidthMm) / 2 / length;
    /** Where the point u across and t along the axis is seen. */
    const seen = (u: number, t: number): Point => [
      u * halfAt(t),
      t - curve * halfAt(t) * Math.sqrt(1 - u * u),
    ];
    const arc = (t: number): Point[] =>
      Array.from({ length: ARC + 1 }, (_, i) => seen(Math.sin((i / ARC - 0.5) * Math.PI), t));
    const lower = arc(-length / 2);
    const upper = arc(length / 2);
    const ring = [...lower, ...[...upper].reverse()];
    const scale = 1 / Math.hypot(1, slope);
    const steep = ACROSS;
    return {
      narrowestMm: Math.min(form.lengthMm, form.startWidthMm, form.endWidthMm),
      rings: [ring],
      corners: [],
      edges: [
        { kind: 'hard', closed: false, points: lower, outward: lower.map(() => [0, -1] as const) },
        { kind: 'hard', closed: false, points: upper, outward: upper.map(() => [0, 1] as const) },
      ],
      patches: [
        {
          kind: 'smooth',
          rings: [ring],
          grain: [0, 1, 0],
          glintStretch: 3.2,
          at(x, y, out) {
            let t = y;
            let u = 0;
            for (let round = 0; round < 4; round++) {
              const h = halfAt(clamp(t, -length, length));
              u = clamp(x / h, -1, 1);
              t = y + curve * h * Math.sqrt(1 - u * u);
            }
            const s = u * steep;
            out[SAMPLE.nx] = s * scale;
            out[SAMPLE.ny] = -slope * scale;
            out[SAMPLE.nz] = Math.sqrt(1 - s * s) * scale;
            out[SAMPLE.u] = (u + 1) / 2;
            out[SAMPLE.v] = clamp(t / length + 0.5, 0, 1);
          },
          glintAt(half, key) {
            const u = half[0] / Math.hypot(half[0], half[2]) / steep;
            if (Math.abs(u) > 1) return null;
            return seen(u, clamp(key[1] * 1.2, -1, 1) * length * 0.28);
          },
        },
      ],
    };
  },
};
