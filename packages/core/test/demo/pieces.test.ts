import { describe, expect, test } from '@jest/globals';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import {
  angleBetween,
  standInBenchOf,
  standInSculpt,
  brassHeron,
  droppedSteps,
  focalRank,
  FOCAL_AMONG,
  lightPresets,
  lockCaptain,
  HERON_PHOTO,
  HERON_SURFACE,
  lockMilitia,
  normalAt,
  presetOf,
  readPhoto,
  readPiece,
  readSculpt,
  sluiceWarden,
  squintOrder,
  starterSets,
  trueNormal,
  writePiece,
} from '../../src/index.js';
import { sheetsOf } from '../support.js';

test.each([
  ['warden', sluiceWarden],
  ['militia', lockMilitia],
  ['heron', brassHeron],
  ['captain', lockCaptain],
])('the %s is a whole piece file', (_, piece) => {
  const text = writePiece(piece);
  expect(writePiece(readPiece(text))).toBe(text);
  const ids = piece.parts.map((p) => p.id);
  expect(new Set(ids).size).toBe(ids.length);
  expect(ids).toContain(piece.rig.focalPart);
});

describe('the warden at a squint', () => {
  const order = squintOrder(sluiceWarden, sheetsOf(sluiceWarden));
  const meanOf = (id: string) => order.find((o) => o.part.id === id)!.mean;

  test('has its focal part among the three lightest', () => {
    const rank = focalRank(sluiceWarden, order);
    expect(rank).not.toBeNull();
    expect(rank!).toBeLessThanOrEqual(FOCAL_AMONG);
  });

  test('head and blade win over every part of the legs', () => {
    const legs = order.filter((o) => o.part.group === 'legs');
    expect(legs.length).toBeGreaterThanOrEqual(6);
    for (const id of ['visor', 'crown', 'blade'])
      for (const leg of legs) expect(meanOf(id)).toBeGreaterThan(leg.mean);
  });

  test('falls off as its light says: more the lower a part stands', () => {
    const dropped = (id: string) =>
      droppedSteps(
        sluiceWarden.parts.find((p) => p.id === id)!,
        sluiceWarden,
        7,
      );
    expect(dropped('visor')).toBe(0);
    expect(dropped('crown')).toBe(0);
    const rising = ['breastplate', 'fauld-3', 'knee-left', 'greave-left'].map(dropped);
    rising.slice(1).forEach((d, i) => expect(d).toBeGreaterThan(rising[i]));
  });
});

test('the heron’s wing is what the stand-in camera and the scan gave, and is true to the sculpt', () => {
  const file = (name: string) => new Uint8Array(readFileSync(`demo/${name}`));
  const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
  const [under] = brassHeron.views;
  const [surface, photo] = [file('heron-wing.surface'), file('heron-wing.jpg')];
  expect([hash(surface), hash(photo)]).toEqual([HERON_SURFACE, HERON_PHOTO]);
  expect(readPhoto(photo)).toMatchObject({
    widthPx: under.underlay!.widthPx,
    heightPx: under.underlay!.heightPx,
  });
  const sculpt = readSculpt(surface);
  const [{ widthMm, heightMm }] = under.sculpts;
  expect([sculpt.width / sculpt.pxPerMm, sculpt.height / sculpt.pxPerMm]).toEqual([
    expect.closeTo(widthMm, 3),
    expect.closeTo(heightMm, 3),
  ]);
  const wing = standInSculpt('heron-wing');
  const { middle } = standInBenchOf(wing, 12, 0);
  const off: number[] = [];
  for (let i = 0; i < sculpt.confidence.length; i++) {
    const x = middle[0] + ((i % sculpt.width) + 0.5 - sculpt.width / 2) / sculpt.pxPerMm;
    const y = middle[1] + (sculpt.height / 2 - Math.floor(i / sculpt.width) - 0.5) / sculpt.pxPerMm;
    const truth = trueNormal(wing, x, y);
    if (truth) off.push(angleBetween(truth, normalAt(sculpt, i)));
  }
  expect(off.reduce((t, v) => t + v, 0) / off.length).toBeLessThan(5);
});

test('no two greaves are alike', () => {
  const [left, right] = ['greave-left', 'greave-right'].map((id) =>
    sluiceWarden.parts.find((p) => p.id === id)!,
  );
  expect(left.place.yawDeg).not.toBe(right.place.yawDeg);
  expect(left.form).not.toEqual({ ...right.form });
});

test('each light preset is its own, gives a reason, and is found again', () => {
  for (const preset of lightPresets) {
    const rig = { ...sluiceWarden.rig, ...preset.rig };
    expect(presetOf(rig)?.id).toBe(preset.id);
    expect(preset.reason.length).toBeGreaterThan(40);
    expect(readPiece(writePiece({ ...sluiceWarden, rig })).rig).toEqual(rig);
  }
});

test('starter sets hold known parts round the middle that a piece accepts', () => {
  for (const set of starterSets) {
    expect(set.parts.length).toBeGreaterThan(1);
    const xs = set.parts.map((p) => p.place.xMm);
    expect(Math.min(...xs) + Math.max(...xs)).toBeCloseTo(0, 6);
    const piece = {
      ...sluiceWarden,
      rig: { ...sluiceWarden.rig, focalPart: null },
      parts: [...set.parts],
      groups: [],
      wear: [],
    };
    expect(readPiece(writePiece(piece)).parts).toHaveLength(set.parts.length);
  }
});
