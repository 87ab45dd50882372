import { clamp } from '../units/index.js';
import { forkedChest, muscledChest, plainChest } from './breastplates.js';
import { angleDeg, shareOf, sizeMm, type FormDefinition } from './definition.js';
import { densified } from './geometry.js';
import { drawnRings, lineSmoothed, lipsOf, placesOf } from './outline.js';
import { heightOf } from './reliefHeight.js';
import { SAMPLE, type Edge } from './surface.js';

/** A seam between panels is half as wide as the line in a joint. */
const SEAM_WIDTH = 0.5;

/** Breastplates, faces, ornament: a plate that curves like a barrel, with smooth bumps that flow into it. */
export const relief: FormDefinition<'relief'> = {
  kind: 'relief',
  label: 'Sculpted plate',
  serves: 'breastplate, mask, ornament',
  words: [
    'breastplate',
    'cuirass',
    'chest',
    'muscle',
    'torso',
    'mask',
    'face',
    'back',
    'belly',
    'stomach',
    'abdomen',
    'filigree',
    'emblem',
    'lion',
  ],
  defaults: plainChest,
  variants: [
    { id: 'muscled', label: 'Muscled plate', serves: 'breastplate shaped like the body', form: muscledChest },
    { id: 'forked', label: 'Forked plate', serves: 'breastplate of two barrels', form: forkedChest },
  ],
  across: ['widthMm'],
  along: ['heightMm'],
  numbers: [
    sizeMm('widthMm', 'Width'),
    sizeMm('heightMm', 'Height'),
    angleDeg('wrapDeg', 'Wraps', { max: 80 }),
    angleDeg('crownDeg', 'Crown', { max: 80 }),
    shareOf('softness', 'Softness', { min: 0.01 }),
  ],
  choices: [
    {
      key: 'barrel',
      label: 'Barrel',
      options: [
        { value: 'one', label: 'One' },
        { value: 'forked', label: 'Two above, light like a Y' },
      ],
    },
  ],
  model(form) {
    const { rings, notes } = drawnRings(form);
    const height = heightOf(form);
    const seams = form.seams.map((line): Edge => {
      const points = lineSmoothed(placesOf(form, line));
      return densified({
        kind: 'recess',
        closed: false,
        widthShare: SEAM_WIDTH,
        points,
        outward: points.map(() => [0, 0] as const),
      });
    });
    return {
      narrowestMm: Math.min(form.widthMm, form.heightMm),
      rings,
      corners: [],
      edges: [...lipsOf(rings), ...seams],
      patches: [
        {
          kind: 'smooth',
          rings,
          grain: form.barrel === 'forked' ? [0, 1, 0] : null,
          at(x, y, out) {
            const { dx, dy } = height(x, y);
            const long = Math.hypot(dx, dy, 1);
            out[SAMPLE.nx] = -dx / long;
            out[SAMPLE.ny] = -dy / long;
            out[SAMPLE.nz] = 1 / long;
            out[SAMPLE.u] = clamp(0.5 + x / form.widthMm, 0, 1);
            out[SAMPLE.v] = clamp(0.5 + y / form.heightMm, 0, 1);
          },
          peaks: form.barrel === 'forked' ? 2 : 1,
        },
      ],
      notes,
    };
  },
};
