import { driedLab, paintsById } from '../ladder/index.js';
import { deg } from '../units/index.js';
import type { School, SchoolInput } from './definition.js';
import { FLAKE, flakeBase, flakeBuildUp, flakeLining, washPass } from './flakeParts.js';
import { dots, edges, shadedEdges, midOf, top, undercoat } from './parts.js';

const VIOLET_BROWN = '#3a2130';

/** Copper is redder than this hue (CIE h, in degrees), gold yellower. */
const COPPER_BELOW_DEG = 66;

/** What lies on the undertone: copper where the painter has one, else the darkest gold there is. */
function firstFlake({ ladder, paints }: SchoolInput) {
  const { a, b } = driedLab(ladder.steps[0].mix, paintsById(paints));
  const copper = deg(Math.atan2(b, a)) < COPPER_BELOW_DEG;
  return copper
    ? { title: 'copper over the undertone', why: 'Copper between keeps gold from looking harsh on red.' }
    : {
        title: 'dark gold over the undertone',
        why: 'Darkened gold between keeps the bright one from looking harsh on red.',
      };
}

export const goldOverUndertone: School = {
  id: 'gold-over-undertone',
  label: 'Gold over an undertone',
  metal: 'flake',
  description:
    'Dark red first, copper that leaves it in the crevices, then gold on gold, the hue deepened before any silver.',
  suits: 'aged gold, trim and ornament beside steel',
  undercoat: { hex: '#5a241c', words: 'dark red', why: 'Gold looks dirty on black; over red it looks deep.' },
  undertone: true,
  smooth: 'while-laying',
  texture: false,
  stop: {
    table: 'copper and one gold, a brown wash, pale edges',
    display: 'all golds, the violet-brown deepening, a few touches of silver',
    competition: 'deepen and lift again, twice',
  },
  passes: (input) => [
    undercoat(input),
    flakeBase(input, {
      ...firstFlake(input),
      stroke: 'Over all but the crevices: they stay red.',
    }),
    ...flakeBuildUp(input, 1),
    washPass(
      input,
      {
        role: 'wash',
        step: 'deepen',
        title: 'violet-brown deepening',
        over: { from: 0, to: Math.max(0, midOf(input)) },
        why: 'The hue of gold is settled before silver touches it.',
      },
      VIOLET_BROWN,
    ),
    flakeLining(input, VIOLET_BROWN),
    shadedEdges(input, { ...FLAKE }),
    edges(input, { ...FLAKE }),
    top(input, { ...FLAKE, why: 'A few touches of the palest metal; more of it and gold turns to brass.' }),
    dots(input, { film: 'flake' }),
  ],
};
