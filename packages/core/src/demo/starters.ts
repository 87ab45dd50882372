import type { Part } from '../piece/index.js';
import { metalOf, place, shape } from './build.js';
import { hullParts } from './hull.js';
import { soldier } from './soldier.js';
import { sluiceWarden } from './warden.js';

/** A set of parts that belong together, to begin a piece with. */
export interface StarterSet {
  readonly id: string;
  readonly label: string;
  readonly serves: string;
  /** Height of a miniature that it fits as it is, in mm. */
  readonly madeForMm: number;
  /** Round a middle of 0, 0; back to front. */
  readonly parts: readonly Part[];
}

const fromWarden = (ids: readonly string[]): Part[] =>
  centred(sluiceWarden.parts.filter((p) => ids.includes(p.id)));

/** Parts moved so that they stand round 0, 0 and belong to no group yet. */
function centred(taken: readonly Part[]): Part[] {
  const xs = taken.map((p) => p.place.xMm);
  const ys = taken.map((p) => p.place.yMm);
  const middle = (all: readonly number[]) => (Math.min(...all) + Math.max(...all)) / 2;
  const [x, y] = [middle(xs), middle(ys)];
  return taken.map((p) => ({
    ...p,
    place: { ...p.place, xMm: p.place.xMm - x, yMm: p.place.yMm - y },
    group: null,
  }));
}

const shield: Part[] = [
  metalOf(
    'shield',
    'Shield',
    shape('dome', { widthMm: 16, heightMm: 18, fullness: 0.55, ridgeDeg: 6 }),
    place(0, 0),
  ),
  metalOf(
    'shield-rim',
    'Shield rim',
    shape('ring', { widthMm: 16.8, heightMm: 18.8, thicknessMm: 1 }),
    place(0, 0, 0, { depthMm: 1 }),
    { ladder: 'bronze' },
  ),
  metalOf(
    'shield-boss',
    'Shield boss',
    shape('dome', { widthMm: 5, heightMm: 5, rimMm: 0.5 }),
    place(0, 0.6, 0, { depthMm: 2 }),
    { polish: 'mirror' },
  ),
  metalOf(
    'shield-rivets',
    'Shield rivets',
    shape('rivets', { count: 5, lengthMm: 8, sagMm: -1, headMm: 0.9 }),
    place(0, -5.4, 0, { depthMm: 2 }),
    { ladder: 'bronze' },
  ),
];

const HELM = ['crown', 'sight', 'visor', 'brow'];
const armOf = (side: string) => [
  `lame-2-${side}`,
  `lame-1-${side}`,
  `pauldron-${side}`,
  `pauldron-rim-${side}`,
  `vambrace-${side}`,
  `couter-${side}`,
];
const legOf = (side: string) => [
  `sabaton-${side}`,
  `greave-${side}`,
  `cuisse-${side}`,
  `knee-${side}`,
  `knee-rim-${side}`,
];
const HARNESS = ['breastplate', 'gorget', 'fauld-3', 'fauld-2', 'fauld-1', 'fauld-rivets', 'belt-disc'];
const BUST = [
  ...HELM,
  'breastplate',
  'gorget',
  ...['left', 'right'].flatMap((side) => [`pauldron-${side}`, `pauldron-rim-${side}`]),
];
/** Height from the lowest place to the highest of the warden, of what of it makes a bust, and of the soldier; the hull’s is a round figure. */
const [WARDEN_MM, BUST_MM, SOLDIER_MM, HULL_MM] = [54, 25.7, 29.25, 30];

/** Sets are named, described, and sized for the warden unless said otherwise. */
const set = (
  id: string,
  [label, serves]: readonly [string, string],
  parts: readonly Part[],
  madeForMm = WARDEN_MM,
): StarterSet => ({ id, label, serves, madeForMm, parts });

/** What a painter most often begins with. */
export const starterSets: readonly StarterSet[] = [
  set(
    'figure',
    ['Figure in plate', 'all of a figure in plate armour'],
    fromWarden([
      ...HARNESS,
      ...HELM,
      'coat',
      ...['left', 'right'].flatMap((side) => [
        ...legOf(side),
        ...armOf(side),
        `sleeve-${side}`,
        `glove-${side}`,
      ]),
    ]),
  ),
  set(
    'soldier',
    ['Foot soldier', 'helmet, mail shirt, shoulders, shield, chain, belt, dagger, infantry for the table'],
    centred(soldier({ plate: {}, mail: { polish: 'satin' }, trim: { ladder: 'bronze' }, blade: {} })),
    SOLDIER_MM,
  ),
  set('bust', ['Bust', 'head, neck, chest, shoulders'], fromWarden(BUST), BUST_MM),
  set(
    'hull',
    ['Hull with lights', 'vehicle, boat, tank, casing, exhaust, lamps, rail'],
    centred(hullParts),
    HULL_MM,
  ),
  set('blade', ['Blade', 'weapon, sword, blade and ring'], fromWarden(['blade', 'haft-ring'])),
  set('shield', ['Shield', 'dome, rim, boss, rivets'], shield),
  set('helm', ['Helm', 'crown, face plate, brow band'], fromWarden(HELM)),
  set('arm', ['Arm', 'shoulder, lames, elbow, forearm'], fromWarden(armOf('left'))),
  set('leg', ['Leg', 'thigh, knee, shin, foot'], fromWarden(legOf('left'))),
  set('harness', ['Harness', 'breastplate, neck band, lames'], fromWarden(HARNESS)),
];
