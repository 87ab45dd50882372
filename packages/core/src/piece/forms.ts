import { z } from 'zod';
import { degrees, mm, oneOf, ratio } from './fields.js';

const size = (says: string) => mm(0.2, 400, says);

/** The shape families of a part; sizes are as seen by the viewer. One entry adds one. */
export const formSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({
      kind: z.literal('tube'),
      lengthMm: size('along the axis, as seen'),
      startWidthMm: size('width at the lower end'),
      endWidthMm: size('width at the upper end'),
      endCurve: ratio(-0.6, 0.6, 'how far both ends bow downward, as a share of the half width'),
    }),
    z.strictObject({
      kind: z.literal('band'),
      widthMm: size('from end to end, as seen'),
      heightMm: size('across the band'),
      sagMm: mm(-100, 100, 'how far the middle hangs below the ends'),
      flareMm: mm(-200, 200, 'lower edge wider than the upper edge by this much'),
      wrapDeg: degrees(10, 88, 'how far the surface turns away at each end'),
      crownDeg: degrees(0, 80, 'how far the surface turns at the upper and lower edge'),
    }),
    z.strictObject({
      kind: z.literal('dome'),
      widthMm: size('widest, left to right'),
      heightMm: size('widest, bottom to top'),
      side: oneOf(['convex', 'scoop'], 'bulging toward the viewer, or hollow'),
      fullness: ratio(0.2, 1, '1 for a half sphere, less for a shallow dome'),
    }),
    z.strictObject({
      kind: z.literal('blade'),
      lengthMm: size('heel to tip'),
      widthMm: size('at the heel'),
      shoulderWidthMm: size('where the point begins'),
      pointMm: size('length of the point'),
      ridge: ratio(-0.8, 0.8, 'place of the ridge: 0 in the middle, 1 on the right edge'),
      bevelDeg: degrees(3, 70, 'how far each facet leans away from the viewer'),
    }),
    z.strictObject({
      kind: z.literal('ring'),
      widthMm: size('outside, left to right'),
      heightMm: size('outside, bottom to top'),
      thicknessMm: size('of the round bar it is bent from'),
    }),
    z.strictObject({
      kind: z.literal('disc'),
      widthMm: size('left to right'),
      heightMm: size('bottom to top'),
      surface: oneOf(['cast', 'turned'], 'cast: graded across; turned: two opposed wedges'),
      rimMm: mm(0, 100, 'width of a raised rim, 0 for none'),
    }),
  ],
  { error: () => 'a form whose kind is one of tube, band, dome, blade, ring, disc' },
);

export type Form = z.infer<typeof formSchema>;
export type FormKind = Form['kind'];
export type FormOf<K extends FormKind> = Extract<Form, { kind: K }>;
export const FORM_KINDS = [
  'blade',
  'tube',
  'dome',
  'band',
  'ring',
  'disc',
] as const satisfies readonly FormKind[];
