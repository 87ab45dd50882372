import type { School } from './definition.js';
import { BRUSH, finish, lastOf, smoothing, undercoat, valueStep } from './parts.js';

/** Every other step, roughly: the shapes are decided while they can still be moved. */
const SKETCH = {
  tool: BRUSH.broad,
  coats: { until: 4, most: 4 },
  stroke: 'Block the shape in, quickly and with a hard border. Move it now if it sits wrong.',
  why: 'Wrong shapes cost nothing yet.',
} as const;

export const sketchThenSmooth: School = {
  id: 'sketch-then-smooth',
  label: 'Sketch, then smooth',
  metal: 'painted',
  description:
    'Block in every other tone with hard borders, judge the shapes, then glaze the joins and lay the tones between.',
  suits: 'shapes you are not sure of, blades, single display pieces',
  undercoat: { hex: '#161616', words: 'black', why: 'The sketch needs its darkest tone at once.' },
  smooth: 'pass',
  texture: false,
  stop: {
    table: "the sketch, edges and dots: from arm's length it reads",
    display: 'smoothing, the tones between, bounce and reflections',
    competition: 'glaze each join twice more, from both sides',
  },
  passes: (input) => {
    const last = lastOf(input);
    const sketched = (k: number) => k % 2 === 0 && k < last;
    const between = Array.from({ length: last }, (_, k) => k).filter((k) => !sketched(k));
    return [
      undercoat(input),
      ...Array.from({ length: last }, (_, k) => k)
        .filter(sketched)
        .map((k) => valueStep(input, k, SKETCH)),
      smoothing(input),
      ...between.map((k) =>
        valueStep(input, k, {
          over: { from: k, to: k },
          level: 'table',
          why: 'The tone between two of the sketch, over their join.',
        }),
      ),
      ...finish(input),
    ];
  },
};
