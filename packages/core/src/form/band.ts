import { clamp, rad } from '../units/index.js';
import { angleDeg, sizeMm, type FormDefinition } from './definition.js';
import { unit } from './geometry.js';
import { SAMPLE, type Point } from './surface.js';

const ARC = 40;

/** Lames, belts, gorgets, brow bands, cuffs: goes round a body, convex across. */
export const band: FormDefinition<'band'> = {
  kind: 'band',
  label: 'Wrapped band',
  serves: 'lame, belt, gorget, cuff',
  words: [
    'collar',
    'neck',
    'strap',
    'waist',
    'hem',
    'bracelet',
    'crown',
    'cap',
    'trim',
    'tiara',
    'halo',
    'border',
  ],
  defaults: { kind: 'band', widthMm: 10, heightMm: 3, sagMm: 1.4, flareMm: 0, wrapDeg: 65, crownDeg: 40 },
  variants: [
    {
      id: 'strap',
      label: 'Strap',
      serves: 'narrow belt, sling, hoop on a barrel',
      words: ['strap', 'belt', 'sling', 'hoop', 'binding', 'trim', 'clasp'],
      form: { kind: 'band', widthMm: 11, heightMm: 1.5, sagMm: 0.5, flareMm: 0, wrapDeg: 55, crownDeg: 12 },
    },
  ],
  across: ['widthMm'],
  along: ['heightMm'],
  numbers: [
    sizeMm('widthMm', 'Width'),
    sizeMm('heightMm', 'Height'),
    sizeMm('sagMm', 'Middle hangs by', { min: -100, max: 100 }),
    sizeMm('flareMm', 'Wider below by', { min: -200, max: 200 }),
    angleDeg('wrapDeg', 'Wraps', { min: 10, max: 88 }),
    angleDeg('crownDeg', 'Crown', { max: 80 }),
  ],
  choices: [],
  model(form) {
    const wrap = rad(form.wrapDeg);
    const crown = rad(form.crownDeg);
    const sinWrap = Math.sin(wrap);
    const drop = 1 - Math.cos(wrap);
    const halfWidth = (w: number) => Math.max(0.1, (form.widthMm - (form.flareMm * w) / 2) / 2);
    const middle = (phi: number) => form.sagMm * (0.5 - (Math.cos(phi) - Math.cos(wrap)) / drop);
    /** Where the place `phi` round and `w` (-1 lower edge, 1 upper) across is seen. */
    const seen = (phi: number, w: number): Point => [
      (halfWidth(w) * Math.sin(phi)) / sinWrap,
      middle(phi) + (w * form.heightMm) / 2,
    ];
    const along = (w: number): Point[] =>
      Array.from({ length: ARC + 1 }, (_, i) => seen((i / ARC - 0.5) * 2 * wrap, w));
    const lower = along(-1);
    const upper = along(1);
    const ring = [...lower, ...[...upper].reverse()];
    const outward = (points: Point[], side: number) =>
      points.map((_, i) => {
        const [a, b] = [points[Math.max(0, i - 1)], points[Math.min(points.length - 1, i + 1)]];
        return unit(-(b[1] - a[1]) * side, (b[0] - a[0]) * side);
      });
    return {
      narrowestMm: Math.min(form.heightMm, form.widthMm),
      rings: [ring],
      corners: [],
      edges: [
        { kind: 'hard', closed: false, points: lower, outward: outward(lower, -1) },
        { kind: 'hard', closed: false, points: upper, outward: outward(upper, 1) },
      ],
      patches: [
        {
          kind: 'smooth',
          rings: [ring],
          grain: null,
          glintStretch: 1.8,
          at(x, y, out) {
            let w = 0;
            let phi = 0;
            for (let round = 0; round < 4; round++) {
              phi = Math.asin(clamp((x / halfWidth(w)) * sinWrap, -sinWrap, sinWrap));
              w = clamp((y - middle(phi)) / (form.heightMm / 2), -1, 1);
            }
            const theta = crown * w;
            out[SAMPLE.nx] = Math.sin(phi) * Math.cos(theta);
            out[SAMPLE.ny] = Math.sin(theta);
            out[SAMPLE.nz] = Math.cos(phi) * Math.cos(theta);
            out[SAMPLE.u] = (phi / wrap + 1) / 2;
            out[SAMPLE.v] = (w + 1) / 2;
          },
          glintAt(half) {
            const theta = Math.asin(clamp(half[1], -1, 1));
            const phi = Math.atan2(half[0], half[2]);
            if (Math.abs(theta) > crown || Math.abs(phi) > wrap) return null;
            return seen(phi, crown > 0 ? theta / crown : 0);
          },
        },
      ],
    };
  },
};
