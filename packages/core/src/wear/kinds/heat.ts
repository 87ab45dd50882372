import { field, ofLayer, OLD_BRUSH, type WearDefinition } from '../definition.js';

interface Band {
  readonly id: string;
  readonly words: string;
  readonly hex: string;
  readonly times: number;
  readonly within: string | null;
}

/** Toward what glows beside it; where nothing does, from its lower end. */
const NEAR_HEAT = field({ heat: 8, low: 0.7, recess: 0.1 }, 0.1, 0.7);

const band = ({ id, words, hex, times, within }: Band): WearDefinition['passes'][number] => ({
  id,
  title: `heat, ${words}`,
  colour: { hex, words: `a thin ${words}` },
  film: 'glaze',
  hides: 0.55,
  share: ofLayer(times),
  within,
  place: NEAR_HEAT,
  water: 5,
  coats: 2,
  waitMin: 12,
  tool: OLD_BRUSH,
  stroke: 'Thin, each coat a little nearer to the hot end than the one before.',
  begin: 'fully dry',
  why: 'Steel that was hot turns straw, brown, violet and blue, in this order toward the heat.',
  where: 'toward what is hot; else from its lower end',
});

export const heat: WearDefinition = {
  id: 'heat',
  label: 'Heat and soot',
  description:
    'straw, brown, violet and blue bands toward what was hot, black beside it: muzzles, pipes, a burner',
  usual: 0.4,
  most: 0.7,
  beyond: 'past 70 % nothing of the clean metal is left to compare it with',
  ages: false,
  caution:
    'Dry pigment for soot: wear a mask, lay it damp, never blow on it. Follow the maker’s label and your local rules.',
  passes: [
    band({ id: 'straw', words: 'straw yellow', hex: '#b98a3c', times: 1, within: null }),
    band({ id: 'brown', words: 'brown', hex: '#6b3f26', times: 0.62, within: 'straw' }),
    band({ id: 'violet', words: 'violet', hex: '#4b3158', times: 0.34, within: 'brown' }),
    band({ id: 'blue', words: 'blue', hex: '#2e4a74', times: 0.16, within: 'violet' }),
    {
      ...band({ id: 'soot', words: 'soot black', hex: '#1c1a19', times: 0.07, within: null }),
      title: 'soot beside the heat',
      colour: { hex: '#1c1a19', words: 'a black, as dry pigment or thin paint' },
      dry: true,
      film: 'wash',
      hides: 0.75,
      coats: 1,
      tool: OLD_BRUSH,
      stroke: 'Dab it on nearly dry at the hot end and let it thin out; lay pigment damp.',
      why: 'What burns leaves black where it comes out.',
    },
  ],
};
