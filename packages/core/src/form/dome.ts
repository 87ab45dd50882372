import { clamp, rad } from '../units/index.js';
import { angleDeg, shareOf, sizeMm, type FormDefinition } from './definition.js';
import { ellipse, ellipseOutward, lineBetween } from './geometry.js';
import { roundBar } from './ringForm.js';
import { SAMPLE, type Edge, type Patch, type Ring } from './surface.js';

/** How steep the surface stands at the rim of a full dome, as the sine of its tilt. */
export const RIM = 0.97;
/** A crease has faded away at this share of the width to each side. */
const CREASE_FADE = 1 / 3;

/** Knee cops, elbows, helm crowns, bosses; as a scoop, the hollow of a bowl or a spoon. */
export const dome: FormDefinition<'dome'> = {
  kind: 'dome',
  label: 'Dome',
  serves: 'knee, elbow, helm, boss',
  words: [
    'round',
    'knee',
    'elbow',
    'pauldron',
    'shoulder',
    'helmet',
    'skull',
    'boss',
    'cup',
    'bowl',
    'ball',
    'eye',
    'headlight',
    'belly',
    'orb',
    'sphere',
    'globe',
    'bell',
    'spaulder',
    'mace',
  ],
  defaults: {
    kind: 'dome',
    widthMm: 9,
    heightMm: 9,
    side: 'convex',
    fullness: 1,
    ridgeDeg: 0,
    rimMm: 0,
  },
  variants: [
    {
      id: 'hollow',
      label: 'Hollow with a rim',
      serves: 'bowl, cup, inside of a shield',
      words: [
        'scoop',
        'hollow',
        'dish',
        'nozzle',
        'exhaust',
        'lamp',
        'belly',
        'goblet',
        'chalice',
        'bell',
        'collar',
        'neck opening',
        'socket',
      ],
      form: { kind: 'dome', widthMm: 9, heightMm: 9, side: 'scoop', fullness: 0.85, ridgeDeg: 0, rimMm: 0.9 },
    },
  ],
  across: ['widthMm'],
  along: ['heightMm'],
  numbers: [
    sizeMm('widthMm', 'Width'),
    sizeMm('heightMm', 'Height'),
    shareOf('fullness', 'Fullness', { min: 0.2 }),
    angleDeg('ridgeDeg', 'Upright crease', { max: 45 }),
    sizeMm('rimMm', 'Rim', { min: 0, max: 100 }),
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
    const outA = form.widthMm / 2;
    const outB = form.heightMm / 2;
    const rim = Math.min(form.rimMm, Math.min(outA, outB) * 0.6);
    const [a, b] = [outA - rim, outB - rim];
    const hollow = form.side === 'scoop' ? -1 : 1;
    const steep = RIM * form.fullness * hollow;
    const fold = rad(form.ridgeDeg) * hollow;
    const ring = ellipse(a, b);

    /** The dome on one side of its crease: -1 left, 1 right, 0 where it has none. */
    const face = (rings: readonly Ring[], side: number): Patch => ({
      kind: 'smooth',
      rings,
      grain: null,
      at(x, y, out) {
        let p = x / a;
        let q = y / b;
        const r = Math.hypot(p, q);
        if (r > 1) {
          p /= r;
          q /= r;
        }
        let nx = steep * p;
        const ny = steep * q;
        let nz = Math.sqrt(Math.max(0, 1 - nx * nx - ny * ny));
        if (side !== 0) {
          const faded = 1 - Math.abs(p) / (2 * CREASE_FADE);
          if (faded > 0) {
            const turn = side * fold * faded;
            const [c, s] = [Math.cos(turn), Math.sin(turn)];
            [nx, nz] = [nx * c + nz * s, nz * c - nx * s];
          }
        }
        out[SAMPLE.nx] = nx;
        out[SAMPLE.ny] = ny;
        out[SAMPLE.nz] = nz;
        out[SAMPLE.u] = clamp(0.5 + x / form.widthMm, 0, 1);
        out[SAMPLE.v] = clamp(0.5 + y / form.heightMm, 0, 1);
      },
      ...(side === 0
        ? {
            glintAt(half) {
              const p = half[0] / steep;
              const q = half[1] / steep;
              return p * p + q * q <= 1 ? [a * p, b * q] : null;
            },
          }
        : {}),
    });
    const patches: Patch[] = [];
    const edges: Edge[] = [];
    if (fold === 0) patches.push(face([ring], 0));
    else {
      // Counter-clockwise from 3 o'clock: the right half lies round the start.
      const quarter = ring.length / 4;
      const left = ring.slice(quarter, 3 * quarter + 1);
      const right = [...ring.slice(3 * quarter), ...ring.slice(0, quarter + 1)];
      patches.push(face([left], -1), face([right], 1));
      const line = lineBetween([0, -b * 0.96], [0, b * 0.96]);
      edges.push({ kind: 'crease', closed: false, points: line, outward: line.map(() => [0, 0] as const) });
    }
    const outer = rim > 0 ? ellipse(outA, outB) : ring;
    if (rim > 0) {
      const bar = roundBar(outA, outB, rim);
      patches.push(bar.patch);
      edges.push(bar.joint);
    } else edges.push({ kind: 'hard', closed: true, points: ring, outward: ellipseOutward(ring, a, b) });
    return {
      narrowestMm: Math.min(form.widthMm, form.heightMm),
      rings: [outer],
      corners: [],
      edges,
      patches,
    };
  },
};
