import { clamp, rad } from '../units/index.js';
import { angleDeg, shareOf, sizeMm, type FormDefinition } from './definition.js';
import { outwardOf } from './geometry.js';
import { sharesOf } from './outline.js';
import { plateOutline } from './plateOutline.js';
import { midAcross } from './tube.js';
import { SAMPLE, type Patch } from './surface.js';

/** Tassets, shields, buckles' plates: flat, its reflections composed, or bowed about its upright middle. */
export const plate: FormDefinition<'plate'> = {
  kind: 'plate',
  label: 'Plate',
  serves: 'tasset, shield, hinge',
  words: ['flat', 'panel', 'door', 'hull', 'wing', 'back', 'buckle', 'chest', 'flap', 'lame', 'vent', 'lock'],
  defaults: { kind: 'plate', widthMm: 9, heightMm: 12, taper: -0.2, cornerMm: 1.2, bowDeg: 0, outline: [] },
  variants: [
    {
      id: 'outlined',
      label: 'Flat plate of any outline',
      serves: 'crest, wing, blade of an axe, sign',
      words: [
        'outline',
        'free',
        'axe',
        'fin',
        'sign',
        'badge',
        'crest',
        'flat',
        'shape',
        'banner',
        'emblem',
        'sigil',
        'key',
        'cross',
      ],
      form: {
        kind: 'plate',
        widthMm: 12,
        heightMm: 11,
        taper: 0,
        cornerMm: 0,
        bowDeg: 0,
        outline: sharesOf([
          [-0.9, 0.35],
          [-0.2, 0.5],
          [0.55, 1],
          [1, 0.2],
          [0.95, -0.45],
          [0.5, -1],
          [-0.2, -0.4],
          [-0.9, -0.3],
        ]),
      },
    },
  ],
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
    const { rings, halfAt, corners, notes } = plateOutline(form);
    const tall = form.heightMm >= form.widthMm;
    const bow = rad(form.bowDeg);
    const steep = Math.sin(bow);
    const flat = form.bowDeg < 1;
    const patch: Patch = flat
      ? {
          kind: 'facet',
          rings,
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
          rings,
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
      rings,
      corners: flat ? corners : [],
      edges: rings.map((points) => ({ kind: 'hard', closed: true, points, outward: outwardOf(points) })),
      patches: [patch],
      notes,
    };
  },
};
