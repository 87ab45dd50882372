import type { FormOf } from '../piece/index.js';
import { creasesOf, sampleSculpt, SCULPT_SAMPLE, type Crease, type Sculpt } from '../sculpt/index.js';
import { clamp } from '../units/index.js';
import type { FormDefinition } from './definition.js';
import { boundsOf, inside } from './geometry.js';
import { drawnRings, lipsOf } from './outline.js';
import { sculptLips } from './sculptLips.js';
import { SAMPLE, type Edge, type Point, type Ring } from './surface.js';

type Cut = FormOf<'sculpt'>;

/** No part shows more glints than this, however lively its sculpt. */
const MOST_PEAKS = 6;
function creasesWithin(s: Sculpt, form: Cut, rings: readonly Ring[]): readonly Crease[] {
  const b = boundsOf(rings);
  const side = form.mirrored === 'yes' ? -1 : 1;
  const [left, right] = [b.left * side, b.right * side].sort((p, q) => p - q);
  const box = {
    left: form.fromXMm + left,
    right: form.fromXMm + right,
    bottom: form.fromYMm + b.bottom,
    top: form.fromYMm + b.top,
  };
  return creasesOf(s, box).flatMap(({ kind, points }) => {
    const own = points.map(([x, y]): Point => [(x - form.fromXMm) * side, y - form.fromYMm]);
    // A fold may leave the part and come back: each stretch inside is a line of its own.
    const runs: Point[][] = [[]];
    for (const p of own) {
      if (inside(rings, p[0], p[1])) runs[runs.length - 1].push(p);
      else if (runs[runs.length - 1].length > 0) runs.push([]);
    }
    return runs.filter((r) => r.length > 2).map((r): Crease => ({ kind, points: r }));
  });
}

/** A part outlined on the painter's own sculpt: its surface is the sculpt's, where the outline lies on it. */
export const sculpt: FormDefinition<'sculpt'> = {
  kind: 'sculpt',
  label: 'Cut from the sculpt',
  serves: 'any part of your own miniature',
  words: ['own', 'scan', 'photo'],
  defaults: {
    kind: 'sculpt',
    widthMm: 12,
    heightMm: 12,
    sculpt: '0'.repeat(64),
    fromXMm: 0,
    fromYMm: 0,
    outline: [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
    ].map(([x, y]) => ({ x, y })),
    holes: [],
    corners: 'smooth',
    creases: 'found',
    mirrored: 'no',
  },
  across: ['widthMm'],
  along: ['heightMm'],
  numbers: [],
  choices: [
    {
      key: 'corners',
      label: 'Corners',
      options: [
        { value: 'smooth', label: 'smooth' },
        { value: 'as drawn', label: 'as drawn' },
      ],
    },
    {
      key: 'creases',
      label: 'Folds as lines',
      options: [
        { value: 'found', label: 'found' },
        { value: 'none', label: 'none' },
      ],
    },
  ],
  model(form, surface) {
    const { rings, notes } = drawnRings(form, form.corners === 'smooth');
    if (!surface) notes.push('its sculpt is not here: it is shown flat until the sculpt is put back');
    const out = new Float64Array(SCULPT_SAMPLE.size);
    const side = form.mirrored === 'yes' ? -1 : 1;
    // Only heights of a 3D file can be read across a step; those of a lamp scan run over it.
    const edges: Edge[] = surface?.stepsHold ? sculptLips(surface, form, rings) : lipsOf(rings);
    if (surface && form.creases === 'found')
      for (const { kind, points } of creasesWithin(surface, form, rings))
        edges.push({ kind, closed: false, points, outward: points.map(() => [0, 0] as const) });
    return {
      narrowestMm: Math.min(form.widthMm, form.heightMm),
      rings,
      corners: [],
      edges,
      patches: [
        {
          kind: 'smooth',
          rings,
          grain: null,
          at(x, y, sample) {
            if (surface) sampleSculpt(surface, form.fromXMm + x * side, form.fromYMm + y, out);
            sample[SAMPLE.nx] = surface ? out[SCULPT_SAMPLE.nx] * side : 0;
            sample[SAMPLE.ny] = surface ? out[SCULPT_SAMPLE.ny] : 0;
            sample[SAMPLE.nz] = surface ? out[SCULPT_SAMPLE.nz] : 1;
            sample[SAMPLE.u] = clamp(0.5 + x / form.widthMm, 0, 1);
            sample[SAMPLE.v] = clamp(0.5 + y / form.heightMm, 0, 1);
          },
          ...(surface?.visibility && {
            openAt(x: number, y: number) {
              sampleSculpt(surface, form.fromXMm + x * side, form.fromYMm + y, out);
              return out[SCULPT_SAMPLE.visibility];
            },
          }),
          peaks: MOST_PEAKS,
          uneven: true,
        },
      ],
      notes,
    };
  },
};
