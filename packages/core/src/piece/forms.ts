import { z } from 'zod';
import { degrees, hash, list, mm, oneOf, ratio, whole } from './fields.js';

const size = (description: string) => mm(0.2, 400, description);

/** A place on a plate: 0, 0 in its middle, 1 at its right and upper edge. */
const shares = (of: string) =>
  z.strictObject({
    x: ratio(-1.5, 1.5, `${of}: -1 left edge, 1 right edge`),
    y: ratio(-1.5, 1.5, `${of}: -1 lower edge, 1 upper edge`),
  });

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
      section: oneOf(['round', 'ridged', 'half-round'], 'cut across: round, with a keel, or a flat arch'),
      bowMm: mm(-100, 100, "how far the middle of the axis stands off to the viewer's right"),
      swell: ratio(-0.6, 1, 'how much wider it is at its fullest than a straight taper, as a share'),
      swellAt: ratio(0.1, 0.9, 'where it is fullest: 0 lower end, 1 upper end'),
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
      ridgeDeg: degrees(0, 45, 'how far both halves fold away along an upright crease, 0 for none'),
      rimMm: mm(0, 100, 'width of a raised rim, 0 for none'),
    }),
    z.strictObject({
      kind: z.literal('blade'),
      lengthMm: size('heel to tip'),
      widthMm: size('at the heel'),
      shoulderWidthMm: size('where the point begins'),
      pointMm: size('length of the point'),
      ridge: ratio(-0.8, 0.8, 'place of the ridge: 0 in the middle, 1 on the right edge'),
      bevelDeg: degrees(3, 70, 'how far each facet leans away from the viewer'),
      edges: oneOf(['two', 'right', 'left'], 'sharp on both sides, or a flat back and one cutting edge'),
      curveMm: mm(
        -100,
        100,
        "how far the middle stands off to the viewer's right of the line from heel to tip",
      ),
      fullerMm: mm(0, 100, 'width of a hollow along the ridge, 0 for none'),
      fullerTo: ratio(0.1, 0.95, 'where the hollow ends: 0 heel, 1 tip'),
      notches: list(
        z.strictObject({
          side: oneOf(['left', 'right'], 'which edge'),
          at: ratio(0.03, 0.97, 'its middle: 0 heel, 1 tip'),
          widthMm: mm(0.1, 50, 'along the edge'),
          depthMm: mm(0.05, 50, 'into the blade'),
        }),
        12,
        'cut into the edges',
      ),
    }),
    z.strictObject({
      kind: z.literal('plate'),
      widthMm: size('at its middle, left to right'),
      heightMm: size('bottom to top'),
      taper: ratio(-0.9, 0.9, 'how much wider the upper edge is than the lower, as a share'),
      cornerMm: mm(0, 100, 'how far the corners are rounded'),
      bowDeg: degrees(0, 80, 'how far it turns away at its left and right edge, 0 for flat'),
      outline: list(
        shares('of its outline'),
        200,
        'closed outline in order, 3 points or more; none for four sides by taper and corners',
      ),
    }),
    z.strictObject({
      kind: z.literal('ring'),
      widthMm: size('outside, left to right'),
      heightMm: size('outside, bottom to top'),
      thicknessMm: size('of the round bar it is bent from'),
    }),
    z.strictObject({
      kind: z.literal('relief'),
      widthMm: size('left to right'),
      heightMm: size('bottom to top'),
      outline: list(shares('of the outline'), 200, 'closed outline, in order').min(3, {
        error: () => 'a list of 3 to 200 points',
      }),
      holes: list(
        list(shares('of a hole'), 200, 'closed outline, in order').min(3, {
          error: () => 'a list of 3 to 200 points',
        }),
        8,
        'places cut out of it',
      ),
      barrel: oneOf(['one', 'forked'], 'one round body, or two above that meet in one below'),
      wrapDeg: degrees(0, 80, 'how far the plate turns away at its left and right edge'),
      crownDeg: degrees(0, 80, 'how far the plate turns away at its upper and lower edge'),
      softness: ratio(0.01, 1, 'how softly the bumps flow into the plate: a share of its half width'),
      bumps: list(
        z.strictObject({
          ...shares('of its top').shape,
          width: ratio(0.02, 4, 'full width, as a share of half the width of the plate'),
          height: ratio(0.02, 4, 'full height, as a share of half the width of the plate'),
          rise: ratio(-0.5, 1, 'above the plate, as a share of half its width'),
          rollDeg: degrees(-180, 180, 'turn in the picture, counter-clockwise'),
        }),
        24,
        'smooth bumps on the plate',
      ),
      seams: list(
        list(shares('of a seam'), 60, 'line, in order').min(2, { error: () => 'a list of 2 to 60 points' }),
        24,
        'lines between panels, painted dark',
      ),
    }),
    z.strictObject({
      kind: z.literal('sculpt'),
      widthMm: size('left to right'),
      heightMm: size('bottom to top'),
      sculpt: hash('of the sculpt in sculpts whose surface this part shows'),
      fromXMm: mm(
        -2000,
        2000,
        "place in the sculpt, from its middle to the viewer's right, that lies under the placement point",
      ),
      fromYMm: mm(-2000, 2000, 'the same, up'),
      outline: list(shares('of the outline'), 200, 'closed outline, in order').min(3, {
        error: () => 'a list of 3 to 200 points',
      }),
      holes: list(
        list(shares('of a hole'), 200, 'closed outline, in order').min(3, {
          error: () => 'a list of 3 to 200 points',
        }),
        8,
        'places cut out of it',
      ),
      corners: oneOf(['smooth', 'as drawn'], 'whether the outline runs smoothly through its points'),
      creases: oneOf(['found', 'none'], 'whether folds of the sculpt are painted as lines'),
      mirrored: oneOf(['no', 'yes'], 'left and right of the sculpt exchanged'),
    }),
    z.strictObject({
      kind: z.literal('rivets'),
      count: whole(1, 80, 'heads in the row'),
      lengthMm: size('from the first head to the last'),
      sagMm: mm(-100, 100, 'how far the middle of the row hangs below its ends'),
      headMm: size('across one head'),
      fullness: ratio(0.2, 1, '1 for half spheres, less for flat heads'),
    }),
    z.strictObject({
      kind: z.literal('row'),
      of: oneOf(['links', 'lames', 'scales', 'feathers', 'heads', 'coins'], 'what it is made of'),
      widthMm: size('of the line it follows, left to right'),
      heightMm: size('of the line it follows, bottom to top'),
      path: list(shares('of the line'), 60, 'line they follow, from the first to the last').min(2, {
        error: () => 'a list of 2 to 60 points',
      }),
      count: whole(1, 80, 'how many there are'),
      oneMm: size('across one of them'),
    }),
    z.strictObject({
      kind: z.literal('mail'),
      widthMm: size('at its middle, left to right'),
      heightMm: size('bottom to top, at its sides'),
      taper: ratio(-0.9, 0.9, 'how much wider the upper edge is than the lower, as a share'),
      wrapDeg: degrees(0, 85, 'how far the body under it turns away at its left and right edge'),
      crownDeg: degrees(0, 80, 'how far it turns away at its upper and lower edge'),
      hemMm: mm(-100, 100, 'how far the middle of its lower edge hangs below its corners'),
      pattern: oneOf(['links', 'scales'], 'what it is made of'),
      linkMm: mm(0.2, 20, 'across one link or scale'),
    }),
    z.strictObject({
      kind: z.literal('gem'),
      widthMm: size('left to right'),
      heightMm: size('bottom to top'),
      sides: whole(3, 16, 'faces round it'),
      table: ratio(0, 0.9, 'width of the flat middle, as a share of all; 0 for a point'),
      slopeDeg: degrees(5, 75, 'how far each face leans away from the viewer'),
    }),
    z.strictObject({
      kind: z.literal('box'),
      widthMm: size('of its front'),
      heightMm: size('of its front'),
      sideMm: mm(-200, 200, 'how much of its right side is seen; below 0 of its left side'),
      topMm: mm(-200, 200, 'how much of its top is seen; below 0 of its underside'),
    }),
    z.strictObject({
      kind: z.literal('disc'),
      widthMm: size('left to right'),
      heightMm: size('bottom to top'),
      surface: oneOf(
        ['cast', 'turned', 'lens'],
        'cast: graded across; turned: two opposed wedges; lens: glass, lit in thirds with a dot',
      ),
      rimMm: mm(0, 100, 'width of a raised rim, 0 for none'),
    }),
  ],
  {
    error: () =>
      'a form whose kind is one of tube, band, dome, blade, plate, ring, relief, sculpt, rivets, row, mail, gem, box, disc',
  },
);

export type Form = z.infer<typeof formSchema>;
export type FormKind = Form['kind'];
export type FormOf<K extends FormKind> = Extract<Form, { kind: K }>;
/** Families that can be chosen as they are; one cut from a sculpt needs its sculpt first. */
export const FORM_KINDS = [
  'blade',
  'tube',
  'dome',
  'band',
  'plate',
  'ring',
  'disc',
  'relief',
  'rivets',
  'row',
  'mail',
  'gem',
  'box',
] as const satisfies readonly FormKind[];
