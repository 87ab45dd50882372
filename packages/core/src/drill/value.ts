import { hexToLab, labToHex } from '../colour/index.js';
import { hueWord } from '../metal/index.js';
import { mixLabOf } from '../paint/index.js';
import type { Paint } from '../piece/index.js';
import type { DrillDefinition } from './definition.js';
import { oneOfList, tries } from './draw.js';
import { covering } from './covering.js';

/** Every other question is of a mix, so that no pot is learned by heart. */
const MIXED = 0.5;
/** Parts of the two in a mix. */
const PARTS = [
  [1, 1],
  [2, 1],
  [3, 1],
] as const;

const hueOf = (hex: string) => hueWord(hexToLab(hex));

/** Two paints mixed; null where the mix is of another family of hues. */
function mixOf(family: string, [first, second]: readonly [Paint, Paint], random: () => number) {
  if (first.id === second.id) return null;
  const [a, b] = oneOfList(PARTS, random);
  const hex = labToHex(
    mixLabOf([
      { paint: first, drops: a },
      { paint: second, drops: b },
    ]),
  );
  return hueOf(hex) === family ? { hex, name: `${a} ${first.name} to ${b} ${second.name}` } : null;
}

/** A colour of a family of hues: a paint of it, or one mixed with any other. */
function colourOf(
  family: string,
  random: () => number,
  { of, among }: { of: readonly Paint[]; among: readonly Paint[] },
) {
  const mix =
    random() < MIXED
      ? tries(() => mixOf(family, [oneOfList(of, random), oneOfList(among, random)], random))
      : null;
  if (mix) return mix;
  const { hex, name } = oneOfList(of, random);
  return { hex, name };
}

/** How light a paint is, whatever its hue: the grey of equal value. */
export const value: DrillDefinition<'value'> = {
  id: 'value',
  label: 'Value of a colour',
  question: 'Which grey is as light as this paint?',
  trains: 'Strong colours look lighter or darker than they are, and metal is made of value before hue.',
  unit: 'values',
  within: 5,
  leans: ['too light', 'too dark'],
  ofPaints: true,
  kinds: (paints) => [...new Set(covering(paints).map((p) => hueOf(p.hex)))].map((id) => ({ id, label: id })),
  ask(kind, random, paints) {
    const among = covering(paints);
    const of = among.filter((p) => hueOf(p.hex) === kind);
    if (of.length === 0) throw new RangeError(`drill: no paint is among the ${kind}`);
    return colourOf(kind, random, { of, among });
  },
  judge({ hex, name }, answer) {
    // Whole values, as they are told.
    const is = Math.round(hexToLab(hex).l);
    const said = Math.round(answer);
    const lean = said - is;
    const miss = Math.abs(lean);
    const by = lean === 0 ? 'so was yours' : `you set ${said}, ${miss} too ${lean > 0 ? 'light' : 'dark'}`;
    return { miss, lean, close: miss <= this.within, message: `${name} has value ${is}; ${by}.` };
  },
};
