import { hexToLab } from '../colour/index.js';
import { stepColour } from './stepColour.js';
import type { SchoolInput, Pass, School } from './definition.js';
import { FLAKE, flakeBase } from './flakeParts.js';
import {
  AIRBRUSH,
  dots,
  DRY_MIN,
  edges,
  lastOf,
  lining,
  midOf,
  pass,
  pickPaint,
  STROKES,
  shadedEdges,
  top,
  undercoat,
  valueStep,
} from './parts.js';

/** Farther from the metal's hue an ink gives another metal. */
const NEAR_ENOUGH = 60;

/** A transparent colour over the flake, sprayed. */
function tint(input: SchoolInput, more: Pick<Pass, 'step' | 'title' | 'over' | 'waitMin' | 'why'>): Pass {
  const mid = stepColour(input, midOf(input));
  const found = pickPaint(input.paints, mid, ['ink', 'one-coat', 'wash'], NEAR_ENOUGH);
  return pass({
    role: 'glaze',
    film: 'tint',
    mix: found ? [{ paint: found.id, parts: 1 }] : [],
    words: found ? null : `a transparent ink near ${mid}`,
    water: 1,
    thinner: 'medium',
    coats: { count: hexToLab(mid).l < 35 ? 2 : 1 },
    tool: AIRBRUSH,
    stroke: STROKES.dust,
    begin: 'fully dry',
    ...more,
  });
}

export const tintedMetal: School = {
  id: 'tinted-metal',
  label: 'Tinted metal',
  metal: 'flake',
  description:
    'Bright flake sprayed over gloss black, transparent colour dusted over it in two passes, sealed, then opaque lights.',
  suits: 'coloured armour, enamel, car-like shine; wants an airbrush',
  undercoat: { hex: '#161616', words: 'gloss black', why: 'Sprayed flake lies flat on gloss, and shines.' },
  smooth: 'while-laying',
  texture: false,
  stop: {
    table: 'one flake, one tint, varnish, edges',
    display: 'both flakes, both tints, opaque lights with a white centre',
    competition: 'a third tint in the deepest shade, counted pass by pass',
  },
  passes: (input) => {
    const last = lastOf(input);
    const mid = midOf(input);
    const spray = { tool: AIRBRUSH, stroke: STROKES.dust } as const;
    const seal = pickPaint(input.paints, '#ffffff', ['varnish']);
    return [
      undercoat(input),
      flakeBase(input, spray),
      ...Array.from({ length: Math.max(0, last - 1) }, (_, i) =>
        valueStep(input, i + 1, {
          ...FLAKE,
          ...spray,
          coats: { count: 1 },
          why: 'Bright flake on the lit places: the tint shows what lies under it.',
        }),
      ),
      tint(input, {
        step: 'tint-1',
        title: 'first tint',
        over: { from: 0, to: last },
        waitMin: DRY_MIN.tint,
        why: 'One even veil of colour.',
      }),
      tint(input, {
        step: 'tint-2',
        title: 'second tint, in the shade',
        over: { from: 0, to: mid },
        waitMin: 2 * DRY_MIN.tint,
        why: 'A second pass deepens the shade. Overnight before varnish is best.',
      }),
      pass({
        role: 'varnish',
        step: 'seal',
        title: 'varnish over the tints',
        film: 'varnish',
        over: { from: 0, to: last },
        mix: seal ? [{ paint: seal.id, parts: 1 }] : [],
        words: seal ? null : 'a clear varnish of your own',
        water: 0,
        coats: { count: 1 },
        tool: AIRBRUSH,
        stroke: STROKES.even,
        begin: 'not tacky any more',
        waitMin: Math.max(DRY_MIN.varnish, seal?.dryMin ?? 0),
        why: 'Unsealed tint bleeds into whatever is painted over it.',
      }),
      lining(input),
      shadedEdges(input),
      edges(input),
      top(input, { coats: { until: 4, most: 3 } }),
      dots(input),
    ];
  },
};
