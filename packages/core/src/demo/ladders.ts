import { bronze, coldSteel, FREE, stepShares } from '../ladder/index.js';
import { brass, copper, oldGold } from '../metal/index.js';
import type { Ladder, LadderStep, Mix } from '../piece/index.js';

type Counted = readonly (readonly [paint: string, parts: number])[];
const mixed = (parts: Counted): Mix => parts.map(([paint, n]) => ({ paint, parts: n }));

const steps = (
  prefix: string,
  water: number,
  mixes: readonly Counted[],
  cover?: readonly number[],
): LadderStep[] => {
  const shares = stepShares(mixes.length, cover);
  return mixes.map((m, k) => ({
    id: `${prefix}${k + 1}`,
    mix: mixed(m),
    water,
    aimedShare: shares[k],
    ...FREE,
  }));
};

/** Steel and bronze of the warden: blocked in first, and from the middle. */
export const wardenSteel: Ladder = { ...coldSteel, school: 'sketch-then-smooth' };
export const wardenBronze: Ladder = { ...bronze, school: 'middle-out', undercoat: 'grey-primer' };

/** True metal of the militia. */
export const militiaIron: Ladder = {
  id: 'iron',
  name: 'Iron',
  metal: null,
  school: 'wash-and-lift',
  undercoat: 'black-primer',
  recipe: [],
  steps: steps('i', 0.25, [
    [['sluice-iron', 1]],
    [['boiler-iron', 1]],
    [
      ['boiler-iron', 1],
      ['tin-lantern', 1],
    ],
    [['tin-lantern', 1]],
  ]),
};

export const militiaGilt: Ladder = {
  id: 'gilt',
  name: 'Gilt trim',
  metal: 'old-gold',
  school: 'gold-over-undertone',
  undercoat: 'red-primer',
  recipe: [],
  steps: steps(
    'g',
    0.25,
    [
      [['kettle-copper', 1]],
      [['bell-brass', 1]],
      [
        ['bell-brass', 1],
        ['pale-gilt', 1],
      ],
      [['pale-gilt', 1]],
    ],
    oldGold.coverShares,
  ),
};

/** Beaten copper and brass of the heron; the copper as the search finds it on the Towline shelf. */
export const heronCopper: Ladder = {
  id: 'copper',
  name: 'Copper',
  metal: 'copper',
  school: 'textured',
  undercoat: 'black-primer',
  recipe: [],
  steps: steps(
    'c',
    1,
    [
      [['tarred-oak', 1]],
      [
        ['stern-red', 3],
        ['tarred-oak', 1],
      ],
      [
        ['gate-brown', 1],
        ['stern-red', 1],
        ['lamp-yellow', 1],
      ],
      [
        ['brick-kiln', 2],
        ['lamp-yellow', 1],
      ],
      [
        ['brick-kiln', 2],
        ['chalk', 1],
        ['lamp-yellow', 1],
      ],
      [
        ['rope-burn', 2],
        ['chalk', 1],
      ],
      [
        ['chalk', 5],
        ['rope-burn', 1],
      ],
    ],
    copper.coverShares,
  ),
};

export const heronBrass: Ladder = {
  id: 'brass',
  name: 'Brass',
  metal: 'brass',
  school: 'textured',
  undercoat: 'black-primer',
  recipe: [],
  steps: steps(
    'r',
    1,
    [
      [
        ['weed-rack', 1],
        ['peat', 1],
      ],
      [
        ['weed-rack', 1],
        ['umber-silt', 1],
      ],
      [
        ['reed', 2],
        ['rust-pin', 1],
      ],
      [
        ['ferry-ochre', 2],
        ['reed', 1],
      ],
      [
        ['straw', 1],
        ['ferry-ochre', 1],
      ],
      [
        ['primrose', 2],
        ['straw', 1],
      ],
      [
        ['tallow', 1],
        ['chalk', 1],
      ],
    ],
    brass.coverShares,
  ),
};

/** Brass of the captain's rims: the heron's mixes, laid on smooth. */
export const captainBrass: Ladder = { ...heronBrass, school: 'dark-first' };
