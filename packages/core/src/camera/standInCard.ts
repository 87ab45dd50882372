import { hexToLab, labToHex, paintSpectrum } from '../colour/index.js';
import { film, masstoneOf, mixPigment, paintModel, thicknessOf } from '../paint/index.js';
import type { Paint } from '../piece/index.js';
import type { CardMarks, UsedDot } from '../swatch/index.js';
import { seededRandom, seedOf } from '../units/index.js';
import type { StandInPhoto } from './standInBench.js';
import { cardMarks, CARD_WHITE, MILD_DESK, swatchPhoto } from './swatchCard.js';

export const CARD_BLACK = '#161616';
/** Water to one of paint in the stand-in's coats. */
export const CARD_WATER = 0.5;
const MOST_POTS = 6;
const WHITES = 4;

export interface StandInCard {
  readonly photo: StandInPhoto;
  readonly marks: CardMarks;
  /** What each dot is, in order. */
  readonly uses: readonly Pick<UsedDot, 'paint' | 'use'>[];
  /** What the card was made with: what a measurement should find. */
  readonly truth: readonly Paint[];
}

/** A pot as it might dry in truth: near what is written, not the same. */
function inTruth(paint: Paint): Paint {
  const random = seededRandom(seedOf(paint.name));
  const { l, a, b } = hexToLab(paint.hex);
  const hex = labToHex({
    l: Math.max(4, l - 3 - 3 * random()),
    a: a + 4 * (random() - 0.5),
    b: b + 5 * (random() - 0.5),
  });
  return { ...paint, hex, strength: 0.6 + 1.6 * random(), contrast: 0.82 + 0.15 * random() };
}

/**
 * A stand-in photo of a card of some pots, as if each dried a little darker than it is written: their colours, and of
 * the first one a test mix with the white and three coats over black and over white.
 * @param white a pot for the test mix; without one there is none
 */
export function standInCard(pots: readonly Paint[], white: Paint | null, seed = 3): StandInCard {
  const truth = pots.slice(0, MOST_POTS).map(inTruth);
  const [first] = truth;
  const dots = truth.map((p) => ({ r: paintSpectrum(p.hex) }));
  const uses: Pick<UsedDot, 'paint' | 'use'>[] = truth.map((p) => ({ paint: p.id, use: { kind: 'colour' } }));
  if (first && white && white.id !== first.id) {
    dots.push({
      r: masstoneOf(
        mixPigment([
          { paint: first, drops: 1 },
          { paint: white, drops: WHITES },
        ]),
      ),
    });
    uses.push({ paint: first.id, use: { kind: 'mix', drops: 1, with: white.id, withDrops: WHITES } });
  }
  if (first) {
    const model = paintModel(first);
    for (const coats of [1, 2])
      for (const [over, hex] of [
        ['black', CARD_BLACK],
        ['white', CARD_WHITE],
      ] as const) {
        dots.push({ r: film(model, thicknessOf(coats, CARD_WATER), paintSpectrum(hex)) });
        uses.push({ paint: first.id, use: { kind: 'coats', coats, over } });
      }
  }
  return { photo: swatchPhoto(dots, MILD_DESK, seed), marks: cardMarks(dots.length), uses, truth };
}
