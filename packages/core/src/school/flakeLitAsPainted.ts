import type { School } from './definition.js';
import { FLAKE, flakeBase, flakeBuildUp, flakeLining, washPass } from './flakeParts.js';
import { BRUSH, dots, edges, shadedEdges, midOf, pickPaint, STROKES, top, undercoat } from './parts.js';

const DEEP = '#15161c';

export const flakeLitAsPainted: School = {
  id: 'flake-lit-as-painted',
  label: 'True metal lit as painted',
  metal: 'flake',
  description:
    'A mid flake everywhere, darks forced with matt glazes, lights with brighter flake and matt white where the map puts them.',
  suits: 'display pieces in true metal that should keep their contrast in any room',
  undercoat: { hex: '#161616', words: 'black', why: 'The forced darks have something to sink into.' },
  smooth: 'while-laying',
  texture: false,
  stop: {
    table: 'base, one dark, one light: a minute more than a plain wash once practised',
    display: 'all darks and lights, matt white dots',
    competition: 'tint the darks with the surroundings',
  },
  passes: (input) => {
    const mid = midOf(input);
    const white = pickPaint(input.paints, '#ffffff', ['paint'], 15);
    const whiteMix = white
      ? { mix: [{ paint: white.id, parts: 1 }], film: 'paint' as const }
      : { film: 'flake' as const };
    return [
      undercoat(input),
      flakeBase(input, { step: input.ladder.steps[mid].id, mix: input.ladder.steps[mid].mix }),
      ...Array.from({ length: mid }, (_, i) =>
        washPass(
          input,
          {
            role: 'glaze',
            step: `dark-${i + 1}`,
            title: `forced dark ${i + 1} of ${mid}`,
            over: { from: 0, to: mid - 1 - i },
            tool: BRUSH.glaze,
            stroke: STROKES.lower,
            coats: { count: 2 },
            why: 'A matt dark does not answer room light, so shade stays shade.',
          },
          DEEP,
        ),
      ),
      ...flakeBuildUp(input, mid + 1),
      flakeLining(input, DEEP),
      shadedEdges(input, { ...FLAKE }),
      edges(input, { ...FLAKE }),
      top(input, { ...FLAKE }),
      dots(input, { ...whiteMix, why: 'Matt white stays white from every side, where flake would go dark.' }),
    ];
  },
};
