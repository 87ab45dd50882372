import type { Part } from '../piece/index.js';
import { metalOf, place, shape } from './build.js';
import { sluiceWarden } from './warden.js';

/** A set of parts that belong together, to begin a piece with. */
export interface StarterSet {
  readonly id: string;
  readonly label: string;
  readonly serves: string;
  /** Round a middle of 0, 0; back to front. */
  readonly parts: readonly Part[];
}

/** Parts of the warden by id, moved so that they stand round 0, 0 and belong to no group yet. */
function fromWarden(ids: readonly string[]): Part[] {
  const taken = sluiceWarden.parts.filter((p) => ids.includes(p.id));
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

/** What a painter most often begins with. */
export const starterSets: readonly StarterSet[] = [
  { id: 'blade', label: 'Blade', serves: 'blade and ring', parts: fromWarden(['blade', 'haft-ring']) },
  { id: 'shield', label: 'Shield', serves: 'dome, rim, boss, rivets', parts: shield },
  {
    id: 'helm',
    label: 'Helm',
    serves: 'crown, face plate, brow band',
    parts: fromWarden(['crown', 'sight', 'visor', 'brow']),
  },
  {
    id: 'arm',
    label: 'Arm',
    serves: 'shoulder, lames, elbow, forearm',
    parts: fromWarden([
      'lame-2-left',
      'lame-1-left',
      'pauldron-left',
      'pauldron-rim-left',
      'vambrace-left',
      'couter-left',
    ]),
  },
  {
    id: 'leg',
    label: 'Leg',
    serves: 'thigh, knee, shin, foot',
    parts: fromWarden(['sabaton-left', 'greave-left', 'cuisse-left', 'knee-left', 'knee-rim-left']),
  },
  {
    id: 'harness',
    label: 'Harness',
    serves: 'breastplate, neck band, lames',
    parts: fromWarden([
      'breastplate',
      'gorget',
      'fauld-3',
      'fauld-2',
      'fauld-1',
      'fauld-rivets',
      'belt-disc',
    ]),
  },
];
