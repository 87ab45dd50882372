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
  shadedEdges,
  surroundings,
  top,
  undercoat,
  valueStep,
} from './parts.js';

export const glossBlackSchool: School = {
  id: 'gloss-black',
  label: 'Gloss black',
  metal: 'painted',
  description:
    'Large crisp shapes climb from black through green-greys, a dark glaze closes them, and the lights are sharpened again.',
  suits: 'lacquered armour, boots, black blades; looks like silver midway, and is right',
  undercoat: { hex: '#161616', words: 'black, as smooth as it gets', why: 'Gloss shows every grain.' },
  smooth: 'never',
  texture: false,
  stop: {
    table: 'dark grey shapes on half of it, pale edges, a thin black filter',
    display: 'all steps, the closing glaze, lights sharpened, the colours of ground and sky',
    competition: 'reflections of the surroundings drawn as shapes of their own',
  },
  passes: (input) => {
    const last = Math.max(1, lastOf(input));
    const dark = input.ladder.steps[0];
    return [
      undercoat(input),
      ...buildUpPasses(input, 0, () => ({
        stroke: 'Hard, clean borders along the form: a mirror has no soft ones.',
      })),
      valueStep(input, 0, {
        role: 'glaze',
        step: 'closing',
        title: 'closing dark glaze',
        film: 'glaze',
        over: { from: 0, to: Math.max(0, midOf(input)) },
        needs: null,
        mix: dark.mix,
        water: 5,
        coats: { count: 2 },
        share: GLAZED,
        tool: BRUSH.glaze,
        stroke: 'From the shadow side, over everything but the lights.',
        begin: 'fully dry',
        waitMin: DRY_MIN.glaze,
        why: 'Pulls the greys of the shade toward black and joins them; the lights stay.',
      }),
      valueStep(input, last - 1, {
        role: 'glaze',
        step: 'sharpened',
        title: 'lights sharpened',
        over: { from: last - 1, to: last },
        needs: last - 1,
        water: 0.5,
        coats: { count: 1 },
        tool: BRUSH.point,
        stroke: 'Redraw the border toward the dark, hard.',
        begin: 'fully dry',
        why: 'The jump from black to white is what shines.',
      }),
      surroundings(),
      lining(input),
      shadedEdges(input),
      edges(input),
      top(input),
      dots(input),
    ];
  },
};
