import { ARC_MM } from '../arcs.js';
import { FINE_POINT, OLD_BRUSH, ofLayer, type WearDefinition } from '../definition.js';

/** The two inner lines and the dots, in mm. */
const LINE_MM = 0.18;
const CORE_MM = 0.09;
const DOT_MM = 0.3;

const drawn = {
  film: 'paint',
  within: null,
  water: 1,
  coats: 1,
  waitMin: 8,
  tool: FINE_POINT,
  begin: 'dry',
} as const;

export const arcs: WearDefinition = {
  id: 'arcs',
  label: 'Arcs',
  description: 'branching bolts of light over a blade or a coil, more of them near where they come from',
  usual: 0.08,
  most: 0.25,
  beyond: 'past 25 % the metal they run over is lost',
  ages: false,
  caution: null,
  passes: [
    {
      ...drawn,
      id: 'halo',
      title: 'arcs, their soft light',
      colour: { hex: '#3f6fb0', words: 'a mid blue' },
      film: 'glaze',
      hides: 0.75,
      share: ofLayer(1),
      place: { by: 'arcs', wideMm: ARC_MM, of: 'lines' },
      water: 4,
      coats: 2,
      waitMin: 15,
      tool: OLD_BRUSH,
      stroke: 'Sketch where they run: straight pieces that turn at sharp corners, a few that fork.',
      begin: 'fully dry',
      why: 'Light that has no halo is a scratch.',
      where: 'from its source along the part, more near where they come from',
    },
    {
      ...drawn,
      id: 'line',
      title: 'arcs, their lines',
      colour: { hex: '#9cc4ea', words: 'a pale blue' },
      hides: 0.9,
      share: ofLayer(LINE_MM / ARC_MM),
      place: { by: 'arcs', wideMm: LINE_MM, of: 'lines' },
      stroke: 'Inside the soft light, half as wide, thinner toward the ends.',
      why: 'The second value of three.',
      where: 'down the middle of each arc',
    },
    {
      ...drawn,
      id: 'core',
      title: 'arcs, their white',
      colour: { hex: '#f4f7fb', words: 'a white' },
      hides: 1,
      share: ofLayer(CORE_MM / ARC_MM),
      place: { by: 'arcs', wideMm: CORE_MM, of: 'lines' },
      stroke: 'As thin as the brush gives it, lost here and there.',
      why: 'What shines is white inside.',
      where: 'down the middle of each line',
    },
    {
      ...drawn,
      id: 'forks',
      title: 'arcs, dots at their forks',
      colour: { hex: '#f4f7fb', words: 'a white' },
      hides: 1,
      share: ofLayer(0.05),
      place: { by: 'arcs', wideMm: DOT_MM, of: 'forks' },
      stroke: 'One touch where an arc forks.',
      why: 'Two arcs meet brighter than one runs.',
      where: 'where they fork',
    },
  ],
};
