import { field, ofLayer, OLD_BRUSH, type WearDefinition } from '../definition.js';

export const pigment: WearDefinition = {
  id: 'pigment',
  label: 'Dust and earth',
  description: 'damp pigment low down and on what faces up: boots, tracks, hulls',
  usual: 0.08,
  most: 0.1,
  beyond: 'past 10 % it hides what was painted',
  ages: false,
  caution:
    'Dry pigment is dust: work it on the palette with water, never blow on it, wear a mask. Follow the maker’s label and your local rules.',
  passes: [
    {
      id: 'dust',
      title: 'dust, laid damp',
      colour: { hex: '#8d7a5e', words: 'an earth brown' },
      dry: true,
      film: 'wash',
      hides: 0.7,
      share: ofLayer(1),
      within: null,
      place: field({ up: 0.7, recess: 0.5, rub: -0.4 }, 0.5, 0.7),
      water: 2,
      coats: 1,
      waitMin: 60,
      tool: OLD_BRUSH,
      stroke: 'Worked on the palette, laid damp, left to dry; brushed off edges with a dry brush outdoors.',
      begin: 'fully dry and varnished',
      why: 'It goes on after varnish, which would drown it; then nobody handles it, or it is sealed.',
      where: 'on what faces up and in recesses',
    },
  ],
};
