import { GLAZED } from '../paint/index.js';
import type { School } from './definition.js';
import {
  BRUSH,
  buildUpPasses,
  dots,
  DRY_MIN,
  edges,
  lastOf,
  lining,
  midOf,
  STROKES,
  surroundings,
  shadedEdges,
  top,
  undercoat,
  valueStep,
} from './parts.js';

export const textured: School = {
  id: 'textured',
  label: 'Textured',
  metal: 'painted',
  description:
    'Stipple and scratch each step over the last, bring the colour back with one glaze, then the lights again, smaller.',
  suits: 'beaten bronze, old copper, worn iron; quick, and hides what is uneven',
  undercoat: { hex: '#161616', words: 'black', why: 'It shows between the dots and holds them together.' },
  smooth: 'never',
  texture: true,
  stop: {
    table: 'three steps and the glaze',
    display: 'all steps, glaze, lights again',
    competition: 'the glaze and the lights a second time, smaller',
  },
  passes: (input) => {
    const mid = midOf(input);
    const last = Math.max(1, lastOf(input));
    const middle = input.ladder.steps[mid];
    return [
      undercoat(input),
      ...buildUpPasses(input, 0, (k) =>
        k === 0
          ? {}
          : {
              water: 0.75,
              coats: { until: 6, most: 3 },
              tool: BRUSH.stiff,
              stroke: STROKES.stipple,
              why: 'Broken tone looks beaten; even tone looks new.',
            },
      ),
      valueStep(input, mid, {
        role: 'glaze',
        step: 'restore',
        title: 'glaze that brings the colour back',
        film: 'glaze',
        over: { from: 1, to: Math.max(1, last - 1) },
        needs: null,
        mix: middle.mix,
        water: 4,
        coats: { count: 1 },
        share: GLAZED,
        tool: BRUSH.glaze,
        stroke: 'Over most of it at once; leave the deepest shade.',
        begin: 'fully dry',
        waitMin: DRY_MIN.glaze,
        why: 'Pale dots have bleached the hue; one glaze returns it.',
      }),
      valueStep(input, last - 1, {
        role: 'glaze',
        step: 'lights-again',
        title: 'lights again, smaller',
        over: { from: last - 1, to: last },
        needs: last - 1,
        water: 0.5,
        coats: { count: 1 },
        tool: BRUSH.point,
        stroke: STROKES.stipple,
        begin: 'fully dry',
        why: 'Glaze and lights in turn build the sheen.',
      }),
      surroundings(),
      lining(input),
      shadedEdges(input, { why: 'Hard and rubbed edges only: an even rim looks new.' }),
      edges(input, { why: 'Hard and rubbed edges only: an even rim looks new.' }),
      top(input),
      dots(input),
    ];
  },
};
