import { hexToLab } from '../colour/index.js';
import { hueWord } from '../metal/index.js';
import { stepColour } from './stepColour.js';
import type { SchoolInput, Pass, School } from './definition.js';
import { FLAKE, flakeBase, flakeLining } from './flakeParts.js';
import {
  AIRBRUSH,
  AIRBRUSH_EVEN,
  AIRBRUSH_LIT,
  BRUSH,
  dots,
  DRY_MIN,
  edges,
  lastOf,
  midOf,
  pass,
  pickPaint,
  STROKES,
  shadedEdges,
  undercoat,
  valueStep,
} from './parts.js';

/** Farther from the metal's hue an ink gives another metal. */
const NEAR_ENOUGH = 60;

/** The ink that a metal asks for, in words: one that is grey itself takes any. */
function wantedInk(hex: string): string {
  const hue = hueWord(hexToLab(hex)).replace(/s$/, '');
  return hue === 'grey' ? 'a transparent ink of the colour you want' : `a transparent ${hue} ink`;
}

/** A transparent colour over the flake, sprayed. */
function tint(input: SchoolInput, more: Pick<Pass, 'step' | 'title' | 'over' | 'waitMin' | 'why'>): Pass {
  const mid = stepColour(input, midOf(input));
  const found = pickPaint(input.paints, mid, ['ink', 'one-coat', 'wash'], NEAR_ENOUGH);
  return pass({
    role: 'glaze',
    film: 'tint',
    mix: found ? [{ paint: found.id, parts: 1 }] : [],
    words: found ? null : wantedInk(mid),
    water: 1,
    thinner: 'medium',
    coats: { count: hexToLab(mid).l < 35 ? 2 : 1 },
    tool: AIRBRUSH,
    stroke: STROKES.dust,
    begin: 'fully dry',
    ...more,
  });
}

/** A paint this far from the light that is wanted still is one. */
const STILL_LIGHT = 30;
const LIGHTS = { grey: '#b4b8bc', white: '#f5f5f3' } as const;

/** An opaque light in ordinary paint: over a sealed tint flake would show as metal of another colour. */
function opaque({ paints }: SchoolInput, tone: keyof typeof LIGHTS): Pick<Pass, 'mix' | 'words' | 'waitMin'> {
  const found =
    pickPaint(paints, LIGHTS[tone], ['paint'], STILL_LIGHT) ??
    pickPaint(paints, LIGHTS.white, ['paint'], STILL_LIGHT);
  return {
    mix: found ? [{ paint: found.id, parts: 1 }] : [],
    words: found ? null : `an opaque ${tone}: none is on your shelf`,
    waitMin: Math.max(DRY_MIN.layer, found?.dryMin ?? 0),
  };
}

/** The light shapes on the lightest zone, before their white centres. */
const lights = (input: SchoolInput): Pass =>
  pass({
    role: 'value',
    step: 'lights',
    title: 'opaque lights',
    over: { from: lastOf(input), to: lastOf(input) },
    ...opaque(input, 'grey'),
    water: 0.5,
    coats: { until: 4, most: 3 },
    tool: BRUSH.point,
    stroke: STROKES.lift,
    begin: 'fully dry',
    why: 'A hard, opaque shape of light: what is transparent all round it looks like colour on metal.',
  });

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
    const seal = pickPaint(input.paints, '#ffffff', ['varnish']);
    return [
      undercoat(input),
      flakeBase(input, { tool: AIRBRUSH_EVEN, stroke: STROKES.dust }),
      ...Array.from({ length: last }, (_, i) =>
        valueStep(input, i + 1, {
          ...FLAKE,
          tool: AIRBRUSH_LIT,
          stroke: STROKES.dust,
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
        title: 'second tint',
        over: { from: 0, to: Math.max(0, mid - 1) },
        waitMin: 2 * DRY_MIN.tint,
        why: 'A second pass deepens the colour, in the shade unless you lay it elsewhere. Overnight before varnish is best.',
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
        tool: AIRBRUSH_EVEN,
        stroke: STROKES.even,
        begin: 'not tacky any more',
        waitMin: Math.max(DRY_MIN.varnish, seal?.dryMin ?? 0),
        why: 'Unsealed tint bleeds into whatever is painted over it.',
      }),
      lights(input),
      flakeLining(input),
      shadedEdges(input, { ...opaque(input, 'grey'), water: 1.5 }),
      edges(input, opaque(input, 'grey')),
      dots(input, opaque(input, 'white')),
    ];
  },
};
