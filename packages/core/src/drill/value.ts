import { hexToLab, labToHex } from '../colour/index.js';
import { hueWord } from '../metal/index.js';
import { mixLabOf } from '../paint/index.js';
import type { Paint } from '../piece/index.js';
import type { DrillDefinition } from './definition.js';
import { oneOfList } from './draw.js';
import { covering } from './covering.js';

/** Every other question is of a mix, so that no pot is learned by heart. */
const MIXED = 0.5;

const hueOf = (hex: string) => hueWord(hexToLab(hex));

/** A paint of a family of hues, or two of them mixed one to one. */
function colourOf(family: string, random: () => number, paints: readonly Paint[]) {
  const [first, second] = [0, 1].map(() => oneOfList(paints, random));
  if (first.id === second.id || random() >= MIXED) return { hex: first.hex, name: first.name };
  const hex = labToHex(mixLabOf([first, second].map((paint) => ({ paint, drops: 1 }))));
  return hueOf(hex) === family
    ? { hex, name: `${first.name} and ${second.name}, one to one` }
    : { hex: first.hex, name: first.name };
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
    const family = covering(paints).filter((p) => hueOf(p.hex) === kind);
    if (family.length === 0) throw new RangeError(`drill: no paint is among the ${kind}`);
    return colourOf(kind, random, family);
  },
  judge({ hex, name }, answer) {
    const { l } = hexToLab(hex);
    const lean = answer - l;
    const miss = Math.abs(lean);
    const off = Math.round(answer) - Math.round(l);
    const by =
      off === 0
        ? 'so was yours'
        : `you set ${Math.round(answer)}, ${Math.abs(off)} too ${off > 0 ? 'light' : 'dark'}`;
    return { miss, lean, close: miss <= this.within, message: `${name} has value ${Math.round(l)}; ${by}.` };
  },
};
