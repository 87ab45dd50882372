import type { SchoolInput, Pass } from './definition.js';
import { BRUSH, dryOf, DRY_MIN, lastOf, pass, shade, STROKES, valueStep, buildUpPasses } from './parts.js';

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
