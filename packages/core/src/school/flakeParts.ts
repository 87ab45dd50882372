import type { SchoolInput, Pass } from './definition.js';
import {
  BRUSH,
  buildUpPasses,
  dryOf,
  DRY_MIN,
  lastOf,
  lining,
  pass,
  pickPaint,
  shade,
  STROKES,
  valueStep,
} from './parts.js';

/** Flake holds in medium; plain water floats it off. */
export const FLAKE = {
  film: 'flake',
  thinner: 'medium',
  water: 0.25,
  begin: 'fully dry',
} as const satisfies Partial<Pass>;
const FLAKE_COATS = { until: 2, most: 2 } as const;
const BROWN_BLACK = '#2b221c';

/** The darkest flake on everything. */
export const flakeBase = (input: SchoolInput, more: Partial<Pass> = {}): Pass =>
  valueStep(input, 0, {
    ...FLAKE,
    role: 'base',
    title: 'flake base',
    over: { from: 0, to: lastOf(input) },
    needs: null,
    coats: FLAKE_COATS,
    tool: BRUSH.broad,
    stroke: 'Smooth, in one direction, thin enough not to fill detail. Shake the pot.',
    why: 'Start darker than the aim: flake is opaque, only what goes over it makes contrast.',
    ...more,
  });

/** Flake steps upward from `from`, but the lightest. */
export const flakeBuildUp = (input: SchoolInput, from: number): Pass[] =>
  buildUpPasses(input, from, () => ({
    ...FLAKE,
    coats: FLAKE_COATS,
    stroke: 'On what faces the light, falling off to its edges.',
    why: 'Relight after the wash, or the shine stays dead.',
  }));

/** A thin dark that settles, in the hue the metal wants; over everything unless told otherwise. */
export function washPass(input: SchoolInput, more: Partial<Pass> = {}, hex = BROWN_BLACK): Pass {
  const dark = shade(input, hex);
  return pass({
    role: 'wash',
    step: 'wash',
    title: 'wash',
    film: 'wash',
    over: { from: 0, to: lastOf(input) },
    ...dark,
    coats: { count: 1 },
    tool: BRUSH.wash,
    stroke: STROKES.pool,
    begin: 'fully dry',
    waitMin: dryOf(dark.mix, input.paints, DRY_MIN.wash),
    why: 'Contrast on flake comes from what darkens it. It looks worse wet than dry.',
    ...more,
  });
}

/** The base flake once more, on all that does not lie in the shade: what the wash took is brought back before the lights. */
export const relight = (input: SchoolInput): Pass =>
  valueStep(input, 0, {
    ...FLAKE,
    step: 'relight',
    title: 'base flake again, on what faces the light',
    over: { from: Math.min(1, lastOf(input)), to: lastOf(input) },
    needs: null,
    coats: { count: 1 },
    tool: BRUSH.base,
    stroke: 'On raised places and upper faces, thinned with medium; recesses and undersides keep the wash.',
    why: 'A wash dulls flake. The same flake again brings the metal back and leaves the depth.',
  });

/** A paint this far from a dark line still makes one. */
const DARK_LINE = 30;

/** A dark line by ordinary paint: over flake a wash would leave a dull rim, and it is never the last to go on. */
export function flakeLining(input: SchoolInput, hex = BROWN_BLACK): Pass {
  const dark = pickPaint(input.paints, hex, ['paint'], DARK_LINE);
  return lining(input, {
    mix: dark ? [{ paint: dark.id, parts: 1 }] : [],
    words: dark ? null : `a dark paint near ${hex}: none is on your shelf`,
    waitMin: DRY_MIN.line,
    why: 'Parts one plate from the next, without a wash over flake that is lit.',
  });
}
