import { describe, expect, test } from '@jest/globals';
import { towline } from '@pale-glint/core';
import { withDot, withoutDot, withoutPhoto, withPlan, type CardState } from '../src/shelf/useCard.js';

const empty: CardState = {
  bitmap: null,
  white: [1, 1],
  grey: null,
  dots: [],
  plan: [],
  whiteHex: '#ffffff',
  greyHex: '#777777',
  water: 0.5,
};
const pots = towline.slice(0, 3);
const three = [1, 2, 3].reduce((card, x) => withDot(card, [x, 0], pots), empty);

describe('marks on a card of paints', () => {
  test('each dot is of the pot after the last one, and after the last pot the first', () => {
    expect(three.plan.map((p) => p.paint)).toEqual(pots.map((p) => p.id));
    expect(withDot(three, [4, 0], pots).plan.at(-1)?.paint).toBe(pots[0].id);
  });

  test('a dot taken away takes its plan with it', () => {
    const left = withoutDot(three, 1);
    expect(left.dots).toEqual([
      [1, 0],
      [3, 0],
    ]);
    expect(left.plan.map((p) => p.paint)).toEqual([pots[0].id, pots[2].id]);
  });

  test('another plan is for one dot alone', () => {
    const plan = { paint: pots[2].id, use: { kind: 'coats', coats: 2, over: 'black' } } as const;
    const { plan: plans } = withPlan(three, 0, plan);
    expect(plans).toEqual([plan, ...three.plan.slice(1)]);
  });

  test('another photo begins without marks; what is known of card and water stays', () => {
    expect(withoutPhoto({ ...three, water: 1 })).toEqual({ ...empty, white: null, water: 1 });
  });
});
