import { deltaE, hexToLab, labToHex } from '../colour/index.js';
import { mixLabOf } from '../paint/index.js';
import type { Paint } from '../piece/index.js';
import { plain } from '../units/index.js';
import { covering } from './covering.js';
import type { DrillDefinition, DrillKind, MixOption } from './definition.js';
import { shuffled } from './draw.js';

const RATIOS: readonly (readonly [number, number])[] = [
  [4, 1],
  [2, 1],
  [1, 1],
  [1, 2],
  [1, 4],
];
/** Neighbouring ratios must differ by so much to be told apart on a screen. */
const TOLD_APART = 3.5;
/** Pots that differ by less have no five ratios between them that do: they need not be mixed to know. */
const FAR_APART = 10;
/** A light grey or white from this value on, a dark one below that; a hue has at least so much chroma. */
const [LIGHT, DARK, CHROMA] = [78, 30, 14];

const isPlain = (hex: string) => Math.hypot(hexToLab(hex).a, hexToLab(hex).b) < CHROMA;
const isLight = (p: Paint) => hexToLab(p.hex).l >= LIGHT && isPlain(p.hex);
const isDark = (p: Paint) => hexToLab(p.hex).l < DARK && isPlain(p.hex);
const isHue = (p: Paint) => !isPlain(p.hex);

interface PairKind extends DrillKind {
  readonly first: (p: Paint) => boolean;
  readonly second: (p: Paint) => boolean;
}
const PAIRS: readonly PairKind[] = [
  { id: 'with-light', label: 'a colour and a light one', first: isHue, second: isLight },
  { id: 'with-dark', label: 'a colour and a dark one', first: isHue, second: isDark },
  { id: 'light-and-dark', label: 'a light and a dark one', first: isLight, second: isDark },
  { id: 'two-hues', label: 'two colours', first: isHue, second: isHue },
];

/** Every ratio of two paints; null where neighbours look alike. */
function optionsOf(first: Paint, second: Paint): MixOption[] | null {
  if (deltaE(hexToLab(first.hex), hexToLab(second.hex)) < FAR_APART) return null;
  const options = RATIOS.map((parts): MixOption => ({
    parts,
    hex: labToHex(
      mixLabOf([
        { paint: first, drops: parts[0] },
        { paint: second, drops: parts[1] },
      ]),
    ),
  }));
  const alike = options.some(
    (o, i) => i > 0 && deltaE(hexToLab(o.hex), hexToLab(options[i - 1].hex)) < TOLD_APART,
  );
  return alike ? null : options;
}

/** Of a shelf with more pots, so many of all over it are mixed. */
const MOST_POTS = 60;

/** Pots to mix from, spread over the shelf. */
function potsOf(paints: readonly Paint[]): Paint[] {
  const pots = covering(paints);
  const every = Math.ceil(pots.length / MOST_POTS);
  return pots.filter((_, i) => i % every === 0);
}

/** Two pots of a kind, in the order given, with every ratio of them; null where none can be told apart. */
function firstPair({ first, second }: PairKind, firsts: readonly Paint[], seconds: readonly Paint[]) {
  for (const p of firsts.filter(first))
    for (const q of seconds.filter(second)) {
      const options = p === q ? null : optionsOf(p, q);
      if (options) return { paints: [p, q] as const, options };
    }
  return null;
}

/** Which parts of two paints make a colour. */
export const mix: DrillDefinition<'mix'> = {
  id: 'mix',
  label: 'Parts of a mix',
  question: 'In which parts were these two paints mixed?',
  trains:
    'A dark paint goes far in a light one and a light one hardly shows in a dark: parts are not half ways.',
  unit: 'of colour difference',
  within: 0,
  leans: null,
  ofPaints: true,
  kinds(paints) {
    const pots = potsOf(paints);
    return PAIRS.filter((pair) => firstPair(pair, pots, pots)).map(({ id, label }) => ({ id, label }));
  },
  ask(kind, random, paints) {
    const pair = PAIRS.find((p) => p.id === kind);
    if (!pair) throw new RangeError(`drill: there is no pair "${kind}"`);
    const pots = potsOf(paints);
    const made = firstPair(pair, shuffled(pots, random), shuffled(pots, random));
    if (!made) throw new RangeError(`drill: no two of these paints are ${pair.label}`);
    const [first, second] = made.paints.map(({ name, hex }) => ({ name, hex }));
    return {
      paints: [first, second],
      options: made.options,
      right: Math.floor(random() * made.options.length),
    };
  },
  judge({ paints, options, right }, answer) {
    const [said, is] = [options[answer], options[right]];
    const miss = deltaE(hexToLab(said.hex), hexToLab(is.hex));
    const parts = ({ parts: [a, b] }: MixOption) => `${a} ${paints[0].name} to ${b} ${paints[1].name}`;
    const close = answer === right;
    return {
      miss,
      lean: null,
      close,
      message: close
        ? `It is ${parts(is)}.`
        : `It is ${parts(is)}; ${said.parts.join(' to ')} differs from it by ${plain(miss)}.`,
    };
  },
};
