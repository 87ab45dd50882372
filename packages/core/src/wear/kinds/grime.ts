import { field, ofLayer, WASH_BRUSH, type WearDefinition } from '../definition.js';

export const grime: WearDefinition = {
  id: 'grime',
  label: 'Grime',
  description: 'a thin dark brown in recesses and under overlaps: anything that was worn for a day',
  usual: 0.12,
  most: 0.2,
  beyond: 'past 20 % the metal looks dull rather than dirty',
  ages: false,
  caution: null,
  passes: [
    {
      id: 'dirt',
      title: 'grime, thin dark brown',
      colour: { hex: '#3a2c20', words: 'a dark brown' },
      film: 'wash',
      hides: 0.7,
      share: ofLayer(1),
      within: null,
      place: field({ recess: 1, up: -0.2, water: 0.3, rub: -0.5 }, 0.3, 0.6),
      water: 4,
      coats: 1,
      waitMin: 40,
      tool: WASH_BRUSH,
      stroke: 'Into recesses and under what lies over it; wipe flats clean at once.',
      begin: 'fully dry',
      why: 'Dirt stays where no hand wipes.',
      where: 'in recesses and under overlaps',
    },
  ],
};
