import { clamp, rad } from '../units/index.js';
import { angleDeg, shareOf, sizeMm, type FormDefinition } from './definition.js';
import { outwardOf, unit } from './geometry.js';
import { midAcross } from './tube.js';
import { SAMPLE, type Patch, type Point, type Ring } from './surface.js';

const CORNER_STEPS = 6;

/** A corner rounded with a radius, between the lines that meet in it. */
function rounded(before: Point, corner: Point, after: Point, radius: number): Point[] {
  const a = unit(before[0] - corner[0], before[1] - corner[1]);
  const b = unit(after[0] - corner[0], after[1] - corner[1]);
  const back = radius;
  const from: Point = [corner[0] + a[0] * back, corner[1] + a[1] * back];
  const to: Point = [corner[0] + b[0] * back, corner[1] + b[1] * back];
  // A quadratic curve with the corner as its middle point.
  return Array.from({ length: CORNER_STEPS + 1 }, (_, i) => {
    const t = i / CORNER_STEPS;
    const [p, q, r] = [(1 - t) ** 2, 2 * t * (1 - t), t * t];
    return [p * from[0] + q * corner[0] + r * to[0], p * from[1] + q * corner[1] + r * to[1]] as const;
  });
}

/** Tassets, shields, buckles' plates: flat, its reflections composed, or bowed about its upright middle. */
export const plate: FormDefinition<'plate'> = {
  kind: 'plate',
  label: 'Plate',
  serves: 'tasset, shield, hinge',
  words: ['flat', 'panel', 'door', 'hull', 'wing', 'back', 'buckle', 'chest', 'flap', 'lame'],
  defaults: { kind: 'plate', widthMm: 9, heightMm: 12, taper: -0.2, cornerMm: 1.2, bowDeg: 0 },
  across: ['widthMm'],
  along: ['heightMm'],
  numbers: [
    sizeMm('widthMm', 'Width'),
    sizeMm('heightMm', 'Height'),
    shareOf('taper', 'Wider above by', { min: -0.9, max: 0.9 }),
    sizeMm('cornerMm', 'Corners rounded', { min: 0, max: 100 }),
    angleDeg('bowDeg', 'Bowed', { max: 80 }),
  ],
  choices: [],
  model(form) {
    const [w, h] = [form.widthMm / 2, form.heightMm / 2];
    const halfAt = (y: number) => w * (1 + (form.taper / 2) * (y / h));
    const four: Point[] = [
      [halfAt(-h), -h],
      [halfAt(h), h],
      [-halfAt(h), h],
      [-halfAt(-h), -h],
    ];
    const radius = Math.min(form.cornerMm, 0.45 * Math.min(2 * halfAt(-h), 2 * halfAt(h), form.heightMm));
    const ring: Ring =
      radius > 0.02 ? four.flatMap((c, i) => rounded(four[(i + 3) % 4], c, four[(i + 1) % 4], radius)) : four;
    const outward = outwardOf(ring);
    const tall = form.heightMm >= form.widthMm;
    const bow = rad(form.bowDeg);
    const steep = Math.sin(bow);
    const flat = form.bowDeg < 1;
    const patch: Patch = flat
      ? {
          kind: 'facet',
          rings: [ring],
          grain: null,
          facet: {
            lengthMm: tall ? form.heightMm : form.widthMm,
            widthMm: tall ? form.widthMm : form.heightMm,
            axis: tall ? [0, 1] : [1, 0],
            pointFrom: 1,
            opens: 1,
          },
          at(x, y, out) {
            const [across, up] = [clamp(0.5 + x / (2 * halfAt(clamp(y, -h, h))), 0, 1), 0.5 + y / (2 * h)];
            out[SAMPLE.nx] = 0;
            out[SAMPLE.ny] = 0;
            out[SAMPLE.nz] = 1;
            out[SAMPLE.u] = tall ? across : clamp(up, 0, 1);
            out[SAMPLE.v] = clamp(tall ? up : 0.5 + x / (2 * w), -0.05, 1.05);
          },
        }
      : {
          kind: 'smooth',
          rings: [ring],
          grain: [0, 1, 0],
          glintStretch: 2,
          at(x, y, out) {
            const s = steep * clamp(x / halfAt(clamp(y, -h, h)), -1, 1);
            out[SAMPLE.nx] = s;
            out[SAMPLE.ny] = 0;
            out[SAMPLE.nz] = Math.sqrt(1 - s * s);
            out[SAMPLE.u] = clamp(0.5 + x / (2 * halfAt(clamp(y, -h, h))), 0, 1);
            out[SAMPLE.v] = clamp(0.5 + y / (2 * h), 0, 1);
          },
          glintAt(half, key) {
            const s = Math.sin(midAcross(half, key)) / steep;
            const y = clamp(key[1] * 1.2, -1, 1) * h * 0.6;
            return Math.abs(s) <= 1 ? [s * halfAt(y), y] : null;
          },
        };
    return {
      narrowestMm: Math.min(form.widthMm, form.heightMm),
      rings: [ring],
      corners: flat
        ? four.map(([x, y]) => ({ at: [x * 0.94, y * 0.96] as const, outward: unit(x / w, y / h) }))
        : [],
      edges: [{ kind: 'hard', closed: true, points: ring, outward }],
      patches: [patch],
    };
  },
};
