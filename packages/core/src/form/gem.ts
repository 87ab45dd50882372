import { clamp, rad } from '../units/index.js';
import { angleDeg, shareOf, sizeMm, type FormDefinition } from './definition.js';
import { unit } from './geometry.js';
import { SAMPLE, type Edge, type Patch, type Point, type Ring } from './surface.js';

/** A cut stone or stud: flat faces that slope away from a flat table, or meet in a point. */
export const gem: FormDefinition<'gem'> = {
  kind: 'gem',
  label: 'Cut stone',
  serves: 'gem, stud, faceted boss',
  words: ['jewel', 'ruby', 'crystal', 'stone', 'diamond', 'pommel', 'brooch'],
  defaults: { kind: 'gem', widthMm: 5, heightMm: 6, sides: 6, table: 0.45, slopeDeg: 38 },
  across: ['widthMm'],
  along: ['heightMm'],
  numbers: [
    sizeMm('widthMm', 'Width'),
    sizeMm('heightMm', 'Height'),
    { key: 'sides', label: 'Faces', unit: '', min: 3, max: 16, step: 1 },
    shareOf('table', 'Flat in the middle', { max: 0.9 }),
    angleDeg('slopeDeg', 'Faces slope', { min: 5, max: 75 }),
  ],
  choices: [],
  model(form) {
    const [a, b] = [form.widthMm / 2, form.heightMm / 2];
    const slope = rad(form.slopeDeg);
    // A corner on top where the faces are odd in number, a side where they are even.
    const turn = Math.PI / 2 + (form.sides % 2 === 0 ? Math.PI / form.sides : 0);
    const corner = (i: number, by: number): Point => {
      const angle = turn + (2 * Math.PI * i) / form.sides;
      return [by * a * Math.cos(angle), by * b * Math.sin(angle)];
    };
    const ringAt = (by: number): Ring => Array.from({ length: form.sides }, (_, i) => corner(i, by));
    const outer = ringAt(1);
    const face = (ring: Ring, normal: readonly [number, number, number]): Patch => ({
      kind: 'graded',
      sideBySide: true,
      rings: [ring],
      grain: null,
      at(x, y, out) {
        [out[SAMPLE.nx], out[SAMPLE.ny], out[SAMPLE.nz]] = normal;
        out[SAMPLE.u] = clamp(0.5 + x / (2 * a), 0, 1);
        out[SAMPLE.v] = clamp(0.5 + y / (2 * b), 0, 1);
      },
    });
    const sides = outer.map((_, i): Patch => {
      const [p, q] = [corner(i, 1), corner(i + 1, 1)];
      const [nx, ny] = unit(q[1] - p[1], p[0] - q[0]);
      const inner = form.table > 0 ? [corner(i + 1, form.table), corner(i, form.table)] : [[0, 0] as const];
      return face([p, q, ...inner], [nx * Math.sin(slope), ny * Math.sin(slope), Math.cos(slope)]);
    });
    const crease = (points: readonly Point[], closed = false): Edge => ({
      kind: 'crease',
      closed,
      points,
      outward: points.map(() => [0, 0] as const),
    });
    return {
      narrowestMm: Math.min(form.widthMm, form.heightMm),
      rings: [outer],
      corners: outer.map((at) => ({
        at: [at[0] * 0.96, at[1] * 0.96] as const,
        outward: unit(at[0], at[1]),
      })),
      edges: [
        { kind: 'hard', closed: true, points: outer, outward: outer.map(([x, y]) => unit(x, y)) },
        ...outer.map((_, i) => crease([corner(i, Math.max(0.02, form.table)), corner(i, 0.98)])),
        ...(form.table > 0 ? [crease(ringAt(form.table), true)] : []),
      ],
      patches: [...sides, ...(form.table > 0 ? [face(ringAt(form.table), [0, 0, 1])] : [])],
    };
  },
};
