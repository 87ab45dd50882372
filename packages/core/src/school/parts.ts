import { deltaE, hexToLab } from '../colour/index.js';
import { midStep } from '../ladder/index.js';
import { BRUSHED, GLAZED } from '../paint/index.js';
import { isMissing, type LadderAtHand, type LadderStep, type Mix, type Paint } from '../piece/index.js';
import type { SchoolInput, Pass } from './definition.js';
import { BRUSH, DRY_MIN, SPRAY, STROKES } from './tools.js';

export { AIRBRUSH, AIRBRUSH_EVEN, AIRBRUSH_LIT, BRUSH, DRY_MIN, STROKES, toolText } from './tools.js';

const DEFAULTS = {
  film: 'paint',
  needs: null,
  words: null,
  thinner: 'water',
  share: BRUSHED,
  tool: BRUSH.base,
  begin: 'dry to the touch',
  level: 'table',
} as const satisfies Partial<Pass>;

type Said = Pick<
  Pass,
  'role' | 'step' | 'title' | 'over' | 'mix' | 'water' | 'coats' | 'stroke' | 'waitMin' | 'why'
>;

/** A pass with what is usual where it says nothing else. */
export const pass = (said: Said & Partial<Pass>): Pass => ({ ...DEFAULTS, ...said });

/** Drying time of a mix: that of its slowest paint. */
export function dryOf(mix: Mix, paints: readonly Paint[], least: number): number {
  return Math.max(least, ...mix.map((m) => paints.find((p) => p.id === m.paint)?.dryMin ?? 0));
}

export const lastOf = ({ ladder }: SchoolInput): number => ladder.steps.length - 1;
export const midOf = ({ ladder }: SchoolInput): number => midStep(ladder.steps.length);
const stepAt = ({ ladder }: SchoolInput, k: number): LadderStep => ladder.steps[k];

/** Coats after which a step counts as covered; the last ones may show what is below. */
export const COVERED = { until: 2, most: 5 } as const;

/** Value step `k` of the ladder, from it to the lightest place unless told otherwise. */
export function valueStep(input: SchoolInput, k: number, more: Partial<Pass> = {}): Pass {
  const { paints } = input;
  const step = stepAt(input, k);
  const last = lastOf(input);
  const leastDry = more.film === 'glaze' ? DRY_MIN.glaze : DRY_MIN.layer;
  return pass({
    role: 'value',
    step: step.id,
    title: `value step ${k + 1} of ${last + 1}`,
    over: { from: k, to: last },
    needs: k,
    mix: step.mix,
    water: step.water,
    coats: k === last && last > 1 ? { until: 4, most: 5 } : COVERED,
    tool: k < last / 2 ? BRUSH.base : BRUSH.point,
    stroke: STROKES.lift,
    waitMin: dryOf(step.mix, paints, leastDry),
    why:
      k === 0
        ? 'The deepest tone under everything.'
        : 'Each step lies inside the one before and leaves a rim of it.',
    ...more,
  });
}

/** Where no primer is to hand a paint is laid in its place, by brush. */
const BRUSHED_INSTEAD = {
  water: 0.5,
  coats: { count: 2 },
  tool: BRUSH.broad,
  why: 'This paint is the first tone in place of a primer. Paint holds better on a primer.',
} as const satisfies Partial<Pass>;

const INSTEAD = ' It is the nearest of your primers to the one that the approach asks for.';

export function undercoat({ ladder, paints }: SchoolInput): Pass {
  const paint = paints.find((p) => p.id === ladder.undercoat);
  const { undercoatAsked }: LadderAtHand = ladder;
  const instead = paint !== undefined && paint.kind !== 'primer';
  return pass({
    role: 'undercoat',
    step: 'undercoat',
    title: 'undercoat',
    film: 'primer',
    over: { from: 0, to: ladder.steps.length - 1 },
    mix: [{ paint: ladder.undercoat, parts: 1 }],
    water: 0,
    coats: { count: 1 },
    tool: SPRAY,
    stroke: STROKES.even,
    begin: 'clean, smooth and dry',
    waitMin: paint?.dryMin ?? (instead ? DRY_MIN.instead : DRY_MIN.primer),
    why: `Paint holds on it, and it is the first tone of the whole.${undercoatAsked ? INSTEAD : ''}`,
    ...(instead ? BRUSHED_INSTEAD : {}),
  });
}

export function smoothing(input: SchoolInput, more: Partial<Pass> = {}): Pass {
  const mid = stepAt(input, midOf(input));
  return pass({
    role: 'smoothing',
    step: 'smoothing',
    title: 'smoothing glaze over the soft borders',
    film: 'glaze',
    over: 'soft-borders',
    mix: mid.mix,
    water: 4,
    coats: { count: 3 },
    share: GLAZED,
    tool: BRUSH.glaze,
    stroke: STROKES.glaze,
    begin: 'fully dry',
    waitMin: DRY_MIN.glaze,
    level: 'display',
    why: 'Joins the steps; hard borders stay as they are.',
    ...more,
  });
}

export function bounce(input: SchoolInput): Pass {
  const mid = stepAt(input, midOf(input));
  return pass({
    role: 'bounce',
    step: 'bounce',
    title: 'bounce, light from below',
    over: 'bounce',
    mix: mid.mix,
    water: 1.5,
    coats: { count: 1 },
    tool: BRUSH.point,
    stroke: STROKES.bounce,
    waitMin: DRY_MIN.layer,
    level: 'display',
    why: 'Turns the form; never above the mid step.',
  });
}

/** Reflections of sky, ground and neighbours: one pass for each source that the light has. */
export const surroundings = (): Pass =>
  pass({
    role: 'tint',
    step: 'tint',
    title: 'tint from the surroundings',
    film: 'glaze',
    over: 'surroundings',
    mix: [],
    water: 5,
    coats: { count: 1 },
    share: GLAZED,
    tool: BRUSH.glaze,
    stroke: STROKES.surroundings,
    begin: 'fully dry',
    waitMin: DRY_MIN.glaze,
    level: 'display',
    why: 'Metal shows what stands around it; before white, since a glaze dirties it.',
  });

/** Whether an approach has the colours of sky, ground and neighbours glazed on. */
export const takesSurroundings = (passes: readonly Pass[]): boolean =>
  passes.some((p) => p.over === 'surroundings');

export const lining = (input: SchoolInput, more: Partial<Pass> = {}): Pass =>
  pass({
    role: 'lining',
    step: 'lining',
    title: 'lining in recesses and joints',
    over: 'recesses',
    mix: stepAt(input, 0).mix,
    water: 1.5,
    coats: { count: 1 },
    tool: BRUSH.point,
    stroke: STROKES.lining,
    waitMin: dryOf(more.mix ?? stepAt(input, 0).mix, input.paints, DRY_MIN.line),
    why: 'Parts one plate from the next.',
    ...more,
  });

/** A line along an edge, in the mix of one value step. */
function edgeLine(
  input: SchoolInput,
  k: number,
  said: Pick<Pass, 'step' | 'title' | 'over' | 'why'> & Partial<Pass>,
): Pass {
  const { mix } = stepAt(input, k);
  return pass({
    role: 'edges',
    mix,
    water: 0.5,
    coats: { count: 1 },
    tool: BRUSH.side,
    stroke: STROKES.edges,
    waitMin: dryOf(mix, input.paints, DRY_MIN.line),
    ...said,
  });
}

export const edges = (input: SchoolInput, more: Partial<Pass> = {}): Pass =>
  edgeLine(input, Math.max(0, lastOf(input) - 1), {
    step: 'edges',
    title: 'edges in light',
    over: 'edges',
    why: 'Edges sell the effect: the brighter, the more squarely they face the light.',
    ...more,
  });

/** Edges in shade, before those in light: the two are never one mix. */
export const shadedEdges = (input: SchoolInput, more: Partial<Pass> = {}): Pass =>
  edgeLine(input, midOf(input), {
    step: 'shaded-edges',
    title: 'edges in shade',
    over: 'shaded-edges',
    why: 'An edge in shade is seen, and never above the mid step.',
    ...more,
  });

export const dots = (input: SchoolInput, more: Partial<Pass> = {}): Pass =>
  pass({
    role: 'glints',
    step: 'glints',
    title: 'glints, the last dots',
    over: 'dots',
    mix: stepAt(input, lastOf(input)).mix,
    water: 0,
    coats: { count: 1 },
    tool: BRUSH.point,
    stroke: STROKES.dots,
    begin: 'fully dry',
    waitMin: dryOf(stepAt(input, lastOf(input)).mix, input.paints, DRY_MIN.line),
    why: 'The brightest places of all; nothing goes over them.',
    ...more,
  });

/** What a pass wants of the paints to hand: the nearest in colour among the kinds, first kind first. */
export function pickPaint(
  paints: readonly Paint[],
  hex: string,
  kinds: readonly Paint['kind'][],
  within = Infinity,
): Paint | null {
  const wanted = hexToLab(hex);
  for (const kind of kinds) {
    const near = paints
      .filter((p) => p.kind === kind && !isMissing(p))
      .map((p) => ({ p, off: deltaE(hexToLab(p.hex), wanted) }))
      .sort((a, b) => a.off - b.off)[0];
    if (near && near.off <= within) return near.p;
  }
  return null;
}

/** A paint this far from a dark that is wanted still shades as it does, thinned; a darker step than this does, too. */
const STILL_SHADES = 22;
const DARK = 38;
/** A dark of less chroma has no hue that matters: a wash that is as far off does as well as one that is near. */
const HUELESS = 12;

/** A dark that runs: a wash or ink, else a paint of the same value thinned, else the darkest step; in words where none is dark. */
export function shade(
  input: SchoolInput,
  hex: string,
  within = 14,
): Pick<Pass, 'mix' | 'water' | 'thinner' | 'words'> {
  const { a, b } = hexToLab(hex);
  const found =
    pickPaint(input.paints, hex, ['wash', 'ink'], within) ??
    (Math.hypot(a, b) < HUELESS ? pickPaint(input.paints, hex, ['wash'], STILL_SHADES) : null);
  if (found)
    return {
      mix: [{ paint: found.id, parts: 1 }],
      water: found.kind === 'wash' ? 0.25 : 1.5,
      thinner: 'medium',
      words: null,
    };
  const dark = pickPaint(input.paints, hex, ['paint'], STILL_SHADES);
  const thinned = { water: 6, thinner: 'medium' } as const;
  if (dark) return { ...thinned, mix: [{ paint: dark.id, parts: 1 }], words: null };
  const first = stepAt(input, 0).mix;
  const usable = first.every(({ paint }) => {
    const p = input.paints.find((q) => q.id === paint);
    return p && !isMissing(p) && p.kind !== 'metallic' && hexToLab(p.hex).l < DARK;
  });
  return usable
    ? { ...thinned, mix: first, words: null }
    : { ...thinned, mix: [], words: `a thin dark near ${hex}: none is on your shelf` };
}

/** The value steps but the lightest, dark to light. */
export const buildUpPasses = (
  input: SchoolInput,
  from = 0,
  more: (k: number) => Partial<Pass> = () => ({}),
): Pass[] =>
  input.ladder.steps.flatMap((_, k) =>
    k < from || k === lastOf(input) ? [] : [valueStep(input, k, more(k))],
  );

/** The lightest step, once reflections, lines and edges are in: nothing may dirty it. */
export const top = (input: SchoolInput, more: Partial<Pass> = {}): Pass =>
  valueStep(input, lastOf(input), {
    stroke: STROKES.dots,
    begin: 'fully dry',
    why: 'White last: whatever goes over it dirties it.',
    ...more,
  });

/** How ordinary paint is finished once its form is laid: bounce, reflections, lines, edges, white, dots. */
export const finish = (input: SchoolInput): Pass[] => [
  bounce(input),
  surroundings(),
  lining(input),
  shadedEdges(input),
  edges(input),
  top(input),
  dots(input),
];
