import { type Lab } from '../colour/index.js';
import {
  canonicalGrid,
  modelOf,
  pose,
  pulled,
  surfaceOf,
  type Surface,
  type SurfaceModel,
} from '../form/index.js';
import {
  chooseSteps,
  ladderColours,
  matteTones,
  midValue,
  paintsById,
  stepsForSize,
  thresholdOf,
} from '../ladder/index.js';
import type {
  Adjustment,
  Ladder,
  LadderStep,
  MetalFinish,
  Paint,
  Part,
  Piece,
  Wear,
} from '../piece/index.js';
import {
  approachOf,
  partLight,
  polishOn,
  type MetalSurface,
  rigFor,
  rigOf,
  type Approach,
  type PartLight,
} from '../rig/index.js';
import type { WithSurfaces } from '../sculpt/index.js';
import { coverOfLadder, metalOfLadder } from '../match/index.js';
import {
  layPasses,
  passesOf,
  schools,
  takesSurroundings,
  type LaidPass,
  type Pass,
  type School,
} from '../school/index.js';
import { seedOf, tableMemo, weakMemo2 } from '../units/index.js';
import type { Composition } from './band.js';
import { composed, fitBody, type Body, type FacetSeen } from './body.js';
import { occludersOf, type Occluder } from './occlusion.js';
import { aimedShares, plannedCover, plannedFor, type Tone } from './exposure.js';
import { droppedSteps, fallOffShare, unattenuated } from './fallOff.js';
import type { Glint } from './glint.js';
import { findGlints } from './glints.js';
import { overridesOf, type UnresolvedOverride, type Overrides } from './overrides.js';
import { trimSide } from './trim.js';
import { tintSources, type TintSource } from './tint.js';

/** A part's form, turned, pulled about by hand and sampled for its statistics. Depends on form, yaw, pitch and adjustments alone. */
export interface Shape {
  readonly model: SurfaceModel;
  readonly canonical: Surface;
  /** What was changed by hand, on this form. */
  readonly overrides: Overrides;
}

/** The adjustments of a part. */
export const adjustmentsOf = (part: Pick<Part, 'id'>, piece: Pick<Piece, 'adjustments'>): Adjustment[] =>
  piece.adjustments.filter((a) => a.part === part.id);

export interface ShapeOptions extends WithSurfaces {
  /** About how many points its statistics are taken on; as many as they need unless told. */
  readonly points?: number;
}

export function shapeOf(
  part: Pick<Part, 'form' | 'place'>,
  adjustments: readonly Adjustment[] = [],
  { points, surfaces }: ShapeOptions = {},
): Shape {
  const posed = pose(modelOf(part.form, surfaces), part.place);
  const overrides = overridesOf(posed, adjustments);
  const model = pulled(posed, overrides.pulls);
  return { model, canonical: surfaceOf(model, canonicalGrid(model, points)), overrides };
}

/** The shape of a part as its piece has it: with what was changed by hand, and the surfaces at hand. */
export const shapeIn = (part: Part, piece: Pick<Piece, 'adjustments'> & WithSurfaces): Shape =>
  shapeOf(part, adjustmentsOf(part, piece), piece);

/** The value steps chosen for a metal part, how they are laid, and their colours. */
export interface Palette {
  readonly ladder: Ladder | null;
  readonly steps: readonly LadderStep[];
  /** Colours of the steps dark to light: fully covering where paint imitates metal, as laid where it is true metal. */
  readonly colours: readonly Lab[];
  /** Colours once all passes are laid coat by coat over what is below; for matte parts the same as `colours`. */
  readonly laid: readonly Lab[];
  readonly undercoat: Lab;
  /** Null for matte parts. */
  readonly approach: {
    readonly school: School;
    /** All passes of the ladder, in order. */
    readonly passes: readonly Pass[];
    /** Those that lie on zones of this part, with the colour of every zone after each. */
    readonly body: readonly LaidPass[];
  } | null;
  /** Aimed cover share of every step, from 1 for the first. */
  readonly aimed: readonly number[];
}

const MOST_MATTES = 200;

const mattePalette = tableMemo(MOST_MATTES, (hex: string): Palette => {
  const tones = matteTones(hex);
  return {
    ladder: null,
    steps: [],
    colours: tones,
    laid: tones,
    undercoat: tones[0],
    approach: null,
    aimed: [],
  };
});

/** Steps, colours and films for a part; computed once for each ladder, paint list and count. */
export function paletteOf(
  part: Part,
  narrowestMm: number,
  piece: Pick<Piece, 'ladders' | 'paints'>,
): Palette {
  if (part.finish.kind === 'matte') {
    return mattePalette(part.finish.hex);
  }
  const { ladder: wanted, steps: count } = part.finish;
  const ladder = piece.ladders.find((l) => l.id === wanted);
  if (!ladder)
    throw new RangeError(`parts: "${part.id}" names the ladder "${wanted}", which the piece does not have`);
  return ladderPalettes(ladder, piece.paints)(count ?? stepsForSize(narrowestMm));
}

/** A part takes as many steps as it has room for: no more kinds of parts than this share a ladder. */
const MOST_COUNTS = 24;
/** Palettes of a ladder and the paints it mixes from, by the number of steps. */
const ladderPalettes = weakMemo2((ladder: Ladder, paints: readonly Paint[]) =>
  tableMemo(MOST_COUNTS, (count: number) => ladderPalette(ladder, count, paints)),
);

function ladderPalette(ladder: Ladder, count: number, paints: readonly Paint[]): Palette {
  const steps = chooseSteps(ladder, count, coverOfLadder(ladder));
  const school = schools[ladder.school];
  const input = { ladder, paints };
  const passes = passesOf(input);
  const { undercoat, passes: body } = layPasses(
    passes,
    steps.map((s) => ladder.steps.indexOf(s)),
    input,
  );
  const laid = body.at(-1)?.after ?? steps.map(() => undercoat);
  return {
    ladder,
    steps,
    colours: school.metal === 'painted' ? ladderColours({ ...ladder, steps }, paintsById(paints)) : laid,
    laid,
    undercoat,
    approach: { school, passes, body },
    aimed: aimedShares(
      ladder.steps.map((s) => s.aimedShare),
      steps.length,
    ),
  };
}

/** Everything about a part under its light that does not depend on the picture's size. */
export interface PreparedPart {
  readonly part: Part;
  readonly shape: Shape;
  readonly light: PartLight;
  /** Parts that stand in front and shade it where they meet. */
  readonly occluders: readonly Occluder[];
  readonly palette: Palette;
  /** Share of its value that its lightest place loses with the distance from the focal part, 0..0.5. */
  readonly lost: number;
  /** Aimed cover share of every step here, from 1 for the first: the ladder's plan after the fall-off. */
  readonly aimed: readonly number[];
  /** Value of the final dots. */
  readonly dotValue: number;
  /** Null for matte parts, which are lit by Lambert's law alone. */
  readonly metal: {
    readonly polish: MetalSurface;
    readonly body: Body;
    readonly glints: readonly Glint[];
    readonly tints: readonly TintSource[];
    /** How strongly they colour it, 0..1. */
    readonly tint: number;
  } | null;
  /** Value steps in use. */
  readonly steps: number;
  readonly midValue: number;
  readonly approach: Approach;
  /** How it is aged or damaged, and the paints that this is laid with. */
  readonly wear: readonly Wear[];
  readonly paints: readonly Paint[];
  readonly overrides: Overrides;
  /** Changes by hand that cannot be applied now. */
  readonly unresolved: readonly UnresolvedOverride[];
}

/** A dot stands this many steps above the lightest zone where fall-off has lowered it. */
const DOT_ABOVE = 1.5;
/** And at most this many above the lightest value of its part. */
const DOT_ABOVE_TOP = 1;

/** Cover share that step k aims at once the polish and the fall-off have had their say. */
function aimedAfter(aimed: readonly number[], k: number, lost: number, tone: Tone | null): number {
  if (k === 0) return aimed[k];
  const before = unattenuated(thresholdOf(k, aimed.length), lost);
  const planned = tone ? plannedFor(tone, before) : before;
  return planned > 1 ? 0 : plannedCover(aimed, planned);
}

/** Where edges alone carry the light, faces keep this share of their value. */
const FACES_BEHIND_EDGES = 0.35;

/** Colours that are thrown on a part from afar, where its approach takes them. */
function sourcesFor({ approach }: Palette, rig: Piece['rig']): TintSource[] {
  return approach && takesSurroundings(approach.passes) ? tintSources(rig) : [];
}

/** What settles the bands of a part besides its light: the seed of its composition, and where they lie. */
const bodyInputOf = (id: string, { composition }: MetalFinish, { blade }: Approach) => ({
  seed: seedOf(id) + composition * 7919,
  layout: blade,
});

/** A part's flat faces with their bands as they are now, at once: for handles under a moving hand. Null where it has none. */
export function facesOf(
  part: Part,
  piece: Pick<Piece, 'rig' | 'views' | 'approach' | 'adjustments'>,
): { model: SurfaceModel; facets: readonly FacetSeen[]; composition: Composition } | null {
  if (part.finish.kind !== 'metal') return null;
  const approach = approachOf(part, piece);
  const model = pose(modelOf(part.form), part.place);
  if (!model.patches.some((p) => p.facet)) return null;
  const light = partLight(rigFor(rigOf(part, piece), approach), part.place.rollDeg, part.place);
  const overrides = overridesOf(model, adjustmentsOf(part, piece));
  const bodyInput = { ...bodyInputOf(part.id, part.finish, approach), overrides };
  return { model, ...composed(model, light, polishOn(part.finish.polish, null), bodyInput) };
}

/**
 * A part under its light.
 * @param shape computed before, by whoever keeps shapes
 * @param occluders found before, by whoever keeps them: what is kept with a surface stays valid as long as they are the
 *   same object
 */
export function preparePart(
  part: Part,
  piece: Pick<
    Piece,
    'ladders' | 'paints' | 'parts' | 'rig' | 'views' | 'heightMm' | 'approach' | 'adjustments' | 'wear'
  > &
    WithSurfaces,
  shape: Shape = shapeIn(part, piece),
  occluders: readonly Occluder[] = occludersOf(part, piece.parts),
): PreparedPart {
  const approach = approachOf(part, piece);
  const rig = rigFor(rigOf(part, piece), approach);
  const light = partLight(rig, part.place.rollDeg, part.place);
  const palette = paletteOf(part, shape.model.narrowestMm, piece);
  const steps = palette.colours.length;
  const lost = fallOffShare(droppedSteps(part, piece, steps), steps);
  const aimedOn = (tone: Tone | null) =>
    palette.aimed.map((_, k) => aimedAfter(palette.aimed, k, lost, tone));
  const step = 1 / Math.max(1, steps - 1);
  const base = {
    lost,
    aimed: aimedOn(null),
    dotValue: Math.min(approach.glints === 'pale' ? 1 - step : 1, 1 - lost + DOT_ABOVE * step),
    approach,
    wear: part.finish.kind === 'metal' ? piece.wear.filter((w) => w.part === part.id) : [],
    paints: piece.paints,
    overrides: shape.overrides,
    unresolved: shape.overrides.unresolved,
    part,
    shape,
    light,
    occluders,
    palette,
    steps,
    midValue: midValue(steps),
  };
  if (part.finish.kind === 'matte') return { ...base, metal: null };
  const polish = polishOn(part.finish.polish, palette.ladder && metalOfLadder(palette.ladder));
  const body = fitBody(shape.model, shape.canonical, light, polish, palette.aimed, {
    ...bodyInputOf(part.id, part.finish, approach),
    overrides: shape.overrides,
    occluders,
    trim: trimSide(part, piece.parts),
    bounce: approach.bounce !== 'none',
    kept: approach.edges === 'only' ? FACES_BEHIND_EDGES : 1,
  });
  const { glints, unresolved } = findGlints(shape.model, light, body, shape.overrides.all);
  return {
    ...base,
    aimed: aimedOn(body.tones.find((t) => t !== null) ?? null),
    dotValue: Math.min(base.dotValue, body.top * (1 - lost) + DOT_ABOVE_TOP * step),
    unresolved: [...shape.overrides.unresolved, ...body.unresolved, ...unresolved],
    metal: { polish, body, glints, tints: sourcesFor(palette, rig), tint: rig.tint },
  };
}
