import type { School } from './definition.js';
import {
  bounce,
  BRUSH,
  buildUpPasses,
  dots,
  edges,
  lining,
  STROKES,
  surroundings,
  shadedEdges,
  top,
  undercoat,
} from './parts.js';

/** Water to paint of a glaze that still adds up. */
const WATER = 3;

export const thinGlazes: School = {
  id: 'thin-glazes',
  label: 'Thin glazes from black',
  metal: 'painted',
  description: 'Build every step out of many thin coats, each a little smaller, so that borders never form.',
  suits: 'large smooth plates, cloaks of steel, competition; many coats, each dry before the next',
  undercoat: {
    hex: '#161616',
    words: 'black',
    why: 'Thin coats let it through, which is where the depth comes from.',
  },
  smooth: 'while-laying',
  texture: false,
  stop: {
    table: "not meant for the table: dark first is quicker and looks the same at arm's length",
    display: 'half the coats, then edges and dots',
    competition: 'all coats, edges drawn midway and drawn again at the end',
  },
  passes: (input) => [
    undercoat(input),
    ...buildUpPasses(input, 0, () => ({
      film: 'glaze',
      water: WATER,
      // Until the step is reached: what was left open would add up from step to step.
      coats: { until: 2, most: 9 },
      tool: BRUSH.wicked,
      stroke: `${STROKES.lift} Each coat a little smaller than the one before.`,
      begin: 'fully dry',
      why: 'Thin coats blend by themselves.',
    })),
    bounce(input),
    surroundings(),
    lining(input, {
      water: 3,
      coats: { count: 4 },
      why: 'Deep translucent dark, four thin lines over each other.',
    }),
    shadedEdges(input),
    edges(input),
    top(input),
    dots(input),
  ],
};
