import type { Form, Part, Piece } from '../piece/index.js';
import { clockText, duration } from '../units/index.js';
import type { DrillDefinition } from './definition.js';
import { anyDesign, designOf, kindsOfShapes, SHAPES, shapeOfKind } from './designs.js';
import { between } from './draw.js';

/** The light may stand anywhere round the clock, on quarters of an hour. */
const anyHour = (random: () => number) => Math.floor(random() * 48) / 4;
const GROUP = 'group';
/** Where the three forms of a group stand. */
const TOGETHER: readonly Partial<Part['place']>[] = [
  { xMm: -13, yMm: 0 },
  { xMm: 6, yMm: 8 },
  { xMm: 6, yMm: -12, rollDeg: 90 },
];

function groupOf(random: () => number): Form[] {
  return [SHAPES.tube(random), SHAPES.dome(random), SHAPES.tube(random)];
}

function shown(kind: string, clockHours: number, random: () => number): Piece {
  const design = { ...anyDesign(random), clockHours, heightDeg: between(12, 45, random) };
  return kind === GROUP
    ? designOf(groupOf(random), design, TOGETHER)
    : designOf([shapeOfKind(kind, random)], design);
}

/** Where the light of finished metal stands: what one looks for in a picture before taking it as an example. */
export const light: DrillDefinition<'light'> = {
  id: 'light',
  label: 'Where the light stands',
  question: 'From which hour does the main light fall?',
  trains: 'All parts share one light: whoever reads it from a finished piece finds the part that disagrees.',
  unit: 'min on the clock face',
  within: 30,
  leans: ['too far clockwise', 'too far back'],
  ofPaints: false,
  kinds: () => [...kindsOfShapes(['dome', 'hollow', 'chest']), { id: GROUP, label: 'three forms together' }],
  ask(kind, random) {
    const clockHours = anyHour(random);
    return { clockHours, piece: shown(kind, clockHours, random) };
  },
  judge({ clockHours }, answer) {
    const apart = ((((answer - clockHours) % 12) + 18) % 12) - 6;
    const lean = Math.round(apart * 60);
    const miss = Math.abs(lean);
    const by =
      lean === 0
        ? 'so did yours'
        : `you set ${clockText(answer)}, ${duration(miss)} ${lean > 0 ? this.leans![0] : this.leans![1]}`;
    return {
      miss,
      lean,
      close: miss <= this.within,
      message: `The light stands at ${clockText(clockHours)}; ${by}.`,
    };
  },
};
