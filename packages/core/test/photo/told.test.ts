import { expect, test } from '@jest/globals';
import {
  lockKeepersArm,
  middleOfPlan,
  pairsOf,
  placesOfPairs,
  planRasterOf,
  withNote,
  withToldOfPhoto,
} from '../../src/index.js';

const PHOTO = { width: 800, height: 600 };
const pairs = [
  { from: [3, -4] as const, to: [100, 150] as const },
  { from: [-6.5, 0] as const, to: [620, 420] as const },
];

test('places that were tapped come back as the pairs they were', () => {
  const middle = middleOfPlan(planRasterOf(lockKeepersArm, { longSide: 200 }));
  const back = pairsOf(placesOfPairs(pairs, middle, PHOTO), middle, PHOTO);
  back.forEach(({ from, to }, i) => {
    expect([...from, ...to].map((v) => Number(v.toFixed(9)))).toEqual([...pairs[i].from, ...pairs[i].to]);
  });
});

test('they stay on the piece where its plan grows to one side, and in the photo at another size', () => {
  const middle = middleOfPlan(planRasterOf(lockKeepersArm, { longSide: 200 }));
  const grown = { xMm: middle.xMm + 5, yMm: middle.yMm - 2 };
  const [first] = pairsOf(placesOfPairs(pairs, middle, PHOTO), grown, { width: 1600, height: 1200 });
  expect(first.from[0]).toBeCloseTo(3 - 5, 9);
  expect(first.from[1]).toBeCloseTo(-4 - 2, 9);
  expect(first.to.map((v) => Math.round(v))).toEqual([200, 300]);
});

test('a place beside the photo is kept at its border', () => {
  const [place] = placesOfPairs([{ from: [0, 0], to: [-3, 700] }], { xMm: 0, yMm: 0 }, PHOTO);
  expect([place.across, place.down]).toEqual([0, 1]);
});

test('only a note with a photo is told of', () => {
  const told = { view: 'front', after: null, places: [], cardHex: '#767676' };
  const noted = withNote(lockKeepersArm, {
    text: 'dry',
    layer: 'Base',
    madeAt: '2026-11-29T12:00:00Z',
    photo: null,
  });
  const [note] = noted.notes;
  expect(withToldOfPhoto(noted, note.id, told).notes[0].told).toBeNull();
  const pictured = { ...noted, notes: [{ ...note, photo: 'a'.repeat(64) }] };
  expect(withToldOfPhoto(pictured, note.id, told).notes[0].told).toEqual(told);
});
