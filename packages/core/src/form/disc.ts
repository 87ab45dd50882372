import { clamp, type Vec3 } from '../units/index.js';
import { sizeMm, type FormDefinition } from './definition.js';
import { ellipse, ellipseOutward } from './geometry.js';
import { roundBar } from './ringForm.js';
import { SAMPLE, type Edge, type Patch, type Point } from './surface.js';

/** How far out toward the light the dot of a lens stands, as a share of its radius. */
const LENS_DOT = 0.62;

/** Belt discs, coins, shield bosses seen flat: cast and graded, or turned on a lathe. */
export const disc: FormDefinition<'disc'> = {
  kind: 'disc',
  label: 'Disc',
  serves: 'belt disc, coin, badge',
  words: [
    'round',
    'flat',
    'medal',
    'boss',
    'lens',
    'button',
    'wheel',
    'lid',
    'shield',
    'medallion',
    'amulet',
    'emblem',
    'sigil',
    'gear',
    'cog',
  ],
  defaults: { kind: 'disc', widthMm: 7, heightMm: 7, surface: 'cast', rimMm: 0.9 },
  variants: [
    {
      id: 'lens',
      label: 'Lens',
      serves: 'eye lens, goggle, lamp glass',
      words: ['lens', 'glass', 'eye', 'goggles', 'scope', 'lamp', 'headlight', 'window'],
      form: { kind: 'disc', widthMm: 3, heightMm: 3, surface: 'lens', rimMm: 0.5 },
    },
  ],
  across: ['widthMm'],
  along: ['heightMm'],
  numbers: [
    sizeMm('widthMm', 'Width'),
    sizeMm('heightMm', 'Height'),
    sizeMm('rimMm', 'Rim', { min: 0, max: 100 }),
  ],
  choices: [
    {
      key: 'surface',
      label: 'Surface',
      options: [
        { value: 'cast', label: 'Cast' },
        { value: 'turned', label: 'Turned' },
        { value: 'lens', label: 'Lens of glass' },
      ],
    },
  ],
  model(form) {
    const a = form.widthMm / 2;
    const b = form.heightMm / 2;
    const rim = Math.min(form.rimMm, Math.min(a, b) * 0.6);
    const outer = ellipse(a, b);
    const [faceA, faceB] = [a - rim, b - rim];
    const face = rim > 0 ? ellipse(faceA, faceB) : outer;
    const lens = form.surface === 'lens';
    const patches: Patch[] = [
      {
        kind: form.surface === 'turned' ? 'turned' : 'graded',
        ...(lens && {
          // Light runs through glass: it pools on the far side, and its dot stands on the near one.
          reversed: true,
          glintAt: (_half: Vec3, [kx, ky]: Vec3): Point => [LENS_DOT * faceA * kx, LENS_DOT * faceB * ky],
        }),
        rings: [face],
        grain: null,
        at(x, y, out) {
          out[SAMPLE.nx] = 0;
          out[SAMPLE.ny] = 0;
          out[SAMPLE.nz] = 1;
          out[SAMPLE.u] = clamp(0.5 + x / faceA / 2, 0, 1);
          out[SAMPLE.v] = clamp(0.5 + y / faceB / 2, 0, 1);
        },
      },
    ];
    const edges: Edge[] = [];
    if (rim > 0) {
      const bar = roundBar(a, b, rim);
      patches.push(bar.patch);
      edges.push(bar.joint);
    } else edges.push({ kind: 'hard', closed: true, points: outer, outward: ellipseOutward(outer, a, b) });
    return {
      narrowestMm: Math.min(form.widthMm, form.heightMm),
      rings: [outer],
      corners: [],
      edges,
      patches,
    };
  },
};
