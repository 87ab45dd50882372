import type { Part, Place } from '../piece/index.js';
import { matteOf, place, shape } from './build.js';
import { brass, COAT, GLOVE, steel } from './wardenStuff.js';

/** Arms and legs of the warden: no two alike. */
/** One arm above the elbow; `side` is -1 for the viewer's left. */
const shoulder = (side: -1 | 1, name: string): Part[] => {
  const group = side < 0 ? 'arm-left' : 'arm-right';
  const s = steel(group);
  const at = (x: number, y: number, roll = 0, more: Partial<Place> = {}) =>
    place(side * x, y, side * roll, more);
  return [
    matteOf(
      `sleeve-${name}`,
      `Sleeve, ${name}`,
      shape('tube', { lengthMm: 8, startWidthMm: 4, endWidthMm: 5.2, endCurve: 0.2 }),
      at(10.6, 32, 3),
      COAT,
      group,
    ),
    s(
      `lame-2-${name}`,
      `Pauldron lame, lower ${name}`,
      shape('band', { widthMm: 7.2, heightMm: 2.8, sagMm: 1.1, flareMm: 0.3, wrapDeg: 64, crownDeg: 36 }),
      at(10.5, 34.4, 5, { yawDeg: side * 10 }),
    ),
    s(
      `lame-1-${name}`,
      `Pauldron lame, upper ${name}`,
      shape('band', { widthMm: 7.4, heightMm: 2.8, sagMm: 1.1, flareMm: 0.3, wrapDeg: 64, crownDeg: 36 }),
      at(10, 36.6, 8, { yawDeg: side * 10 }),
    ),
    s(
      `pauldron-${name}`,
      `Pauldron, ${name} shoulder`,
      shape('dome', { widthMm: 9.2, heightMm: 7.4 }),
      at(8.6, 40.4, -6, { yawDeg: side * 12, pitchDeg: 10, depthMm: 1 }),
    ),
    brass(group)(
      `pauldron-rim-${name}`,
      `Pauldron rim, ${name}`,
      shape('ring', { widthMm: 9.7, heightMm: 7.9, thicknessMm: 0.62 }),
      at(8.6, 40.4, -6, { depthMm: 1 }),
    ),
  ];
};

export const leftArm = (): Part[] => [
  ...shoulder(-1, 'left'),
  steel('arm-left')(
    'vambrace-left',
    'Vambrace, left forearm',
    shape('tube', {
      lengthMm: 8.4,
      startWidthMm: 3,
      endWidthMm: 4.1,
      endCurve: 0.25,
      swell: 0.08,
      swellAt: 0.65,
    }),
    place(-11.7, 25.2, -7),
  ),
  brass('arm-left')(
    'couter-left',
    'Couter, left elbow',
    shape('dome', { widthMm: 4, heightMm: 4 }),
    place(-11.1, 29.4, 0, { depthMm: 1 }),
  ),
  matteOf(
    'glove-left',
    'Glove, left',
    shape('dome', { widthMm: 3.5, heightMm: 3.8 }),
    place(-12.3, 20.2),
    GLOVE,
    'arm-left',
  ),
];

export const rightArm = (): Part[] => [
  ...shoulder(1, 'right'),
  steel('arm-right')(
    'vambrace-right',
    'Vambrace, right forearm',
    shape('tube', {
      lengthMm: 7.6,
      startWidthMm: 3,
      endWidthMm: 4.1,
      endCurve: 0.25,
      swell: 0.08,
      swellAt: 0.65,
    }),
    place(13.7, 27.2, 52),
  ),
  brass('arm-right')(
    'couter-right',
    'Couter, right elbow',
    shape('dome', { widthMm: 4, heightMm: 4 }),
    place(11.1, 29.5, 0, { depthMm: 1 }),
  ),
  matteOf(
    'glove-right',
    'Glove, right, on the haft',
    shape('dome', { widthMm: 3.6, heightMm: 3.7 }),
    place(17.1, 24.6, 30, { depthMm: 1 }),
    GLOVE,
    'arm-right',
  ),
];

export const legs = (): Part[] => {
  const s = steel('legs');
  const b = brass('legs');
  return [
    s(
      'sabaton-left',
      'Sabaton, left foot',
      shape('dome', { widthMm: 5.8, heightMm: 2.9 }),
      place(-5.3, 1.5, 4, { yawDeg: -14, pitchDeg: 8 }),
    ),
    s(
      'sabaton-right',
      'Sabaton, right foot',
      shape('dome', { widthMm: 5.6, heightMm: 3 }),
      place(5.6, 1.5, -3, { yawDeg: 20, pitchDeg: 8 }),
    ),
    s(
      'greave-left',
      'Greave, left shin',
      shape('tube', {
        lengthMm: 11.4,
        startWidthMm: 3.7,
        endWidthMm: 4.7,
        endCurve: 0.16,
        section: 'ridged',
        swell: 0.17,
        swellAt: 0.7,
        bowMm: -0.35,
      }),
      place(-4.8, 7.4, 2, { yawDeg: -16 }),
    ),
    s(
      'greave-right',
      'Greave, right shin',
      shape('tube', {
        lengthMm: 11.2,
        startWidthMm: 3.5,
        endWidthMm: 4.6,
        endCurve: 0.16,
        section: 'ridged',
        swell: 0.24,
        swellAt: 0.62,
        bowMm: 0.55,
      }),
      place(4.9, 7.3, -4, { yawDeg: 14 }),
    ),
    s(
      'cuisse-left',
      'Cuisse, left thigh',
      shape('tube', {
        lengthMm: 9.8,
        startWidthMm: 4.9,
        endWidthMm: 6.2,
        endCurve: 0.12,
        swell: 0.06,
        swellAt: 0.6,
      }),
      place(-3.9, 18.2, 3, { yawDeg: -8 }),
    ),
    s(
      'cuisse-right',
      'Cuisse, right thigh',
      shape('tube', {
        lengthMm: 9.8,
        startWidthMm: 4.9,
        endWidthMm: 6.2,
        endCurve: 0.12,
        swell: 0.1,
        swellAt: 0.7,
      }),
      place(4.1, 18.2, -4, { yawDeg: 12 }),
    ),
    s(
      'knee-left',
      'Poleyn, left knee',
      shape('dome', { widthMm: 5, heightMm: 5.1, ridgeDeg: 12 }),
      place(-4.3, 13.3, 2, { yawDeg: -12, pitchDeg: 8, depthMm: 1.5 }),
    ),
    b(
      'knee-rim-left',
      'Knee rim, left',
      shape('ring', { widthMm: 5.5, heightMm: 5.6, thicknessMm: 0.5 }),
      place(-4.3, 13.3, 0, { depthMm: 1.5 }),
    ),
    s(
      'knee-right',
      'Poleyn, right knee',
      shape('dome', { widthMm: 5, heightMm: 5.1, ridgeDeg: 12 }),
      place(4.5, 13.2, -4, { yawDeg: 14, pitchDeg: 4, depthMm: 1.5 }),
    ),
    b(
      'knee-rim-right',
      'Knee rim, right',
      shape('ring', { widthMm: 5.5, heightMm: 5.6, thicknessMm: 0.5 }),
      place(4.5, 13.2, 0, { depthMm: 1.5 }),
    ),
  ];
};
