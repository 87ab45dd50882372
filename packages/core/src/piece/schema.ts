import { z } from 'zod';
import { degrees, hash, hex, id, list, minutes, mm, moment, oneOf, ratio, whole, words } from './fields.js';
import { adjustmentSchema } from './adjustments.js';
import { approachSchema, critiqueSchema, partApproachSchema } from './approach.js';
import { formSchema } from './forms.js';
import { viewsSchema } from './views.js';
import { MOST_CHANGES, mixSchema, recipeChangeSchema, waterSchema } from './recipe.js';
import { ROLES } from './roles.js';
import { tableSchema } from './table.js';
import { SCHOOLS } from './schools.js';
import { MOST_WEAR, wearSchema } from './wear.js';

export const FORMAT = 'pale-glint/piece';
export const VERSION = 16;
export const MOST_PARTS = 400;
export const MOST_TICKS = 20_000;
export const MOST_NOTES = 500;
export const MOST_NOTE_CHARACTERS = 4000;

export const POLISHES = ['mirror', 'polished', 'satin', 'burnished', 'dull'] as const;
export const PAINT_KINDS = [
  'paint',
  'ink',
  'wash',
  'one-coat',
  'metallic',
  'medium',
  'varnish',
  'primer',
  'pigment',
] as const;
export const OPACITIES = ['opaque', 'semi-opaque', 'semi-transparent', 'transparent'] as const;
export const TINTS = ['weak', 'normal', 'strong', 'very strong'] as const;
export const FINISHES = ['matt', 'satin', 'gloss'] as const;
/** Shapes in which a lamp shows in shiny metal. */
export const LAMPS = ['round', 'window', 'strip'] as const;
export const PURPOSES = ['table', 'display', 'competition'] as const;
export const paintSchema = z.strictObject({
  id: id('of this paint'),
  name: words(80, 'as on the pot', 1),
  hex: hex('dried masstone; for inks, washes and one-coat paints one coat over white'),
  kind: oneOf(PAINT_KINDS, 'what is in the pot'),
  opacity: oneOf(OPACITIES, 'how well one coat covers'),
  tint: oneOf(TINTS, 'how far a drop goes in a mix'),
  finish: oneOf(FINISHES, 'sheen when dry'),
  dryMin: minutes(0, 2880, 'one layer dry to the touch').nullable(),
  contrast: ratio(
    0.02,
    0.9995,
    'measured contrast ratio of one coat, over the class; null where nobody measured',
  ).nullable(),
  strength: ratio(
    0.02,
    50,
    'measured strength in mixes, 1 is normal, over the class; null where nobody measured',
  ).nullable(),
});

export const ladderSchema = z.strictObject({
  id: id('of this ladder'),
  name: words(80, 'of the metal', 1),
  metal: id('of the metal its steps aim at; null for steps of the painter alone').nullable(),
  school: oneOf(SCHOOLS, 'how its steps are laid'),
  undercoat: id('of the paint or primer under everything'),
  steps: list(
    z.strictObject({
      id: id('of this value step'),
      mix: mixSchema,
      water: waterSchema,
      aimedShare: ratio(0, 1, 'share of a part this step should cover'),
      value: ratio(0, 100, 'value aimed at, 0 black to 100 white; null where the mix says it').nullable(),
      settled: oneOf(['no', 'yes'], 'whether a search leaves this mix alone'),
    }),
    12,
    'value steps, dark to light',
  ).min(2, { error: () => 'a list of 2 to 12 value steps' }),
  recipe: list(recipeChangeSchema, MOST_CHANGES, 'how its passes differ from those of its approach'),
});

const placeSchema = z.strictObject({
  xMm: mm(-2000, 2000, "placement point, to the viewer's right"),
  yMm: mm(-2000, 2000, 'placement point, up'),
  rollDeg: degrees(-360, 360, 'turn in the picture, counter-clockwise'),
  yawDeg: degrees(-80, 80, "front turned to the viewer's right (normals only)"),
  pitchDeg: degrees(-80, 80, 'front turned up (normals only)'),
  depthMm: mm(-500, 500, "nearer the viewer than the piece's middle"),
});

const finishSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({
      kind: z.literal('metal'),
      ladder: id('of a ladder in ladders'),
      polish: oneOf(POLISHES, 'how mirror-like'),
      steps: whole(2, 12, 'value steps; null chooses by size').nullable(),
      composition: whole(0, 9999, 'which composition of bands its facets bear'),
    }),
    z.strictObject({
      kind: z.literal('matte'),
      name: words(80, 'cloth, leather, wood, skin', 1),
      hex: hex('in even light'),
    }),
  ],
  { error: () => 'a finish whose kind is metal or matte' },
);

export const partSchema = z.strictObject({
  id: id('of this part'),
  view: id('of the view it is seen in'),
  name: words(80, 'what the painter calls it', 1),
  form: formSchema,
  place: placeSchema,
  finish: finishSchema,
  approach: partApproachSchema,
  group: id('of a group in groups').nullable(),
  sameAs: id('of the part in another view that is the same metal').nullable(),
});

const neighbourPlaceSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({
      kind: z.literal('far'),
      clockHours: ratio(0, 12, 'direction on the clock face, in hours'),
      heightDeg: degrees(-90, 90, 'above the picture plane, toward the viewer'),
      sizeDeg: degrees(1, 90, 'how large it looks from every part'),
    }),
    z.strictObject({
      kind: z.literal('near'),
      xMm: mm(-2000, 2000, "of its middle, to the viewer's right"),
      yMm: mm(-2000, 2000, 'of its middle, up'),
      depthMm: mm(-500, 500, "nearer the viewer than the piece's middle"),
      sizeMm: mm(0.2, 400, 'across'),
    }),
  ],
  { error: () => 'a place whose kind is far or near' },
);

const neighbourSchema = z.strictObject({
  id: id('of this neighbour'),
  name: words(80, 'lantern, cloak, wall', 1),
  where: neighbourPlaceSchema,
  hex: hex('of the thing or its glow'),
  strength: ratio(0, 2, '1 is as bright as the main light'),
});

export const rigSchema = z.strictObject({
  purpose: oneOf(PURPOSES, 'what the piece is for'),
  viewElevationDeg: degrees(0, 60, 'how far from above the painter looks'),
  leanDeg: degrees(-90, 90, 'lean of the whole piece in the picture, counter-clockwise'),
  keyClockHours: ratio(0, 12, 'main light on the clock face, in hours'),
  keyHeightDeg: degrees(0, 90, 'main light above the picture plane, toward the viewer'),
  lamp: oneOf(LAMPS, 'what the main light looks like where mirror and polished metal show it'),
  horizonDeg: degrees(-40, 40, 'height of the horizon of the surroundings'),
  skyHex: hex('what faces up picks up'),
  groundHex: hex('what faces down picks up'),
  tint: ratio(0, 1, 'how strongly sky, ground and neighbours colour the metal, 0 for none'),
  fallOff: ratio(0, 3, 'value steps lost for each third of the height below the focal part'),
  neighbours: list(neighbourSchema, 24, 'things and glows that show in the metal'),
  focalPart: id('of the part the eye should find first').nullable(),
});

/** What a tick may hold of what was done: coats, minutes at the brush, characters of the mix. */
export const MOST_DONE = { coats: 50, minutes: 10_000, mix: 200 } as const;

export const tickSchema = z.strictObject({
  part: id('of the part'),
  step: id('of the ladder step, or the role where a step has none'),
  role: oneOf(ROLES, 'what the step does'),
  copy: whole(1, 500, 'which of the identical miniatures'),
  doneAt: moment('when it was ticked'),
  did: z.strictObject({
    mix: words(MOST_DONE.mix, 'what was on the brush, in words'),
    coats: ratio(0, MOST_DONE.coats, 'coats laid'),
    coverShare: ratio(0, 1, 'share of the part covered'),
    minutes: minutes(0, MOST_DONE.minutes, 'at the brush'),
    hex: hex(
      'what was on the brush, as it dries where it covers; left out where that is not known',
    ).optional(),
    plan: z
      .strictObject({
        coats: ratio(0, MOST_DONE.coats, 'coats planned'),
        modelCoats: ratio(0, MOST_DONE.coats, 'coats by the model, whatever the paint takes the painter'),
        minutes: minutes(0, MOST_DONE.minutes, 'for the coats planned, by the starting figures'),
      })
      .optional()
      .meta({ description: 'what was planned when it was ticked; left out where that is not known' }),
  }),
});

export const MOST_PHOTO_PLACES = 24;
const photoPlaceSchema = z.strictObject({
  xMm: mm(-1000, 1000, "across the piece's frame"),
  yMm: mm(-1000, 1000, "up the piece's frame"),
  across: ratio(0, 1, 'where the photo shows it: share of its width'),
  down: ratio(0, 1, 'share of its height'),
});
/** What only the painter knows of a photo of the piece. */
const toldOfPhotoSchema = z.strictObject({
  view: id('of the view that it was taken from; the first where that is gone'),
  after: z
    .strictObject({
      ladder: id('of the ladder').nullable(),
      role: oneOf(ROLES, 'what the step does'),
      step: id('of the step'),
    })
    .nullable()
    .meta({ description: 'the layer after which it was made; null for the finished piece' }),
  places: list(photoPlaceSchema, MOST_PHOTO_PLACES, 'places of the piece that were tapped in it'),
  cardHex: hex('the paper behind the figure, or null where its colour is not known').nullable(),
});

/** Something that a photo showed and that was put right. */
const mendedSchema = z.strictObject({
  finding: id('of the kind of finding; null for any, as it was written before version 16').nullable(),
  cure: id('of the way in which it was mended'),
});

export const pieceSchema = z.strictObject({
  format: z.literal(FORMAT, { error: () => `"${FORMAT}"` }),
  version: z.literal(VERSION, { error: () => `version ${VERSION}` }),
  id: id('of this piece, kept over export and import'),
  name: words(120, 'of the piece', 1),
  heightMm: mm(1, 1000, 'of the miniature, foot to crown'),
  copies: whole(1, 500, 'identical miniatures painted together'),
  rig: rigSchema,
  approach: approachSchema,
  views: viewsSchema,
  parts: list(partSchema, MOST_PARTS, 'back to front'),
  ladders: list(ladderSchema, 24, 'metals and their value steps'),
  paints: list(paintSchema, 400, 'snapshot of every paint the ladders use'),
  adjustments: list(adjustmentSchema, 2000, 'changes made by hand, as intent'),
  wear: list(wearSchema, MOST_WEAR, 'how parts are aged or damaged'),
  critique: critiqueSchema,
  table: tableSchema,
  groups: list(
    z.strictObject({ id: id('of this group'), name: words(80, 'of the group', 1) }),
    100,
    'parts that belong together',
  ),
  notes: list(
    z.strictObject({
      id: id('of this note'),
      part: id('of a part, or null for the piece').nullable(),
      text: words(MOST_NOTE_CHARACTERS, 'the note', 1),
      madeAt: moment('when it was made').nullable(),
      photo: hash('of a photo made with it').nullable(),
      told: toldOfPhotoSchema
        .nullable()
        .meta({ description: 'what the painter told of the photo; null for nothing' }),
      mended: mendedSchema
        .nullable()
        .meta({ description: 'what it tells to have been mended; null for nothing' }),
    }),
    MOST_NOTES,
    "the painter's own words",
  ),
  run: z
    .strictObject({ ticks: list(tickSchema, MOST_TICKS, 'steps done') })
    .optional()
    .meta({ description: 'what has been painted so far' }),
});

export type Piece = z.infer<typeof pieceSchema>;
export type Part = z.infer<typeof partSchema>;
export type Place = Part['place'];
export type Finish = Part['finish'];
export type MetalFinish = Extract<Finish, { kind: 'metal' }>;
export type Neighbour = z.infer<typeof neighbourSchema>;
export type Rig = z.infer<typeof rigSchema>;
export type Paint = z.infer<typeof paintSchema>;
export type Ladder = z.infer<typeof ladderSchema>;
export type LadderStep = Ladder['steps'][number];
export type Mix = LadderStep['mix'];
export type ToldOfPhoto = z.infer<typeof toldOfPhotoSchema>;
export type PhotoPlace = z.infer<typeof photoPlaceSchema>;
export type Tick = z.infer<typeof tickSchema>;
export type Polish = (typeof POLISHES)[number];
export type Role = (typeof ROLES)[number];
export type LampKind = (typeof LAMPS)[number];
export type Purpose = (typeof PURPOSES)[number];
export type Opacity = (typeof OPACITIES)[number];
export type Tint = (typeof TINTS)[number];
export type SheenFinish = (typeof FINISHES)[number];
