import type { Rig } from '../piece/index.js';

/** A light by purpose: what it sets, and why one would take it. */
export interface LightPreset {
  readonly id: string;
  readonly label: string;
  readonly reason: string;
  readonly rig: Partial<Rig>;
}

/** Lights worth starting from. Each sets the main light, the view and what is around; neighbours and focal part stay. */
export const lightPresets: readonly LightPreset[] = [
  {
    id: 'shelf',
    label: 'On the shelf, seen from one side',
    reason:
      'From above and left, half way to the eye: domes round out, blades split, and the ground still shows below.',
    rig: {
      purpose: 'display',
      viewElevationDeg: 20,
      keyClockHours: 10.75,
      keyHeightDeg: 27,
      horizonDeg: 0,
      skyHex: '#8fb0c9',
      groundHex: '#6f5238',
      tint: 0.45,
      fallOff: 1,
    },
  },
  {
    id: 'table',
    label: 'On the table, seen all round',
    reason: 'Straight from above: it reads the same from every side, and no two players see it wrong.',
    rig: {
      purpose: 'table',
      viewElevationDeg: 35,
      keyClockHours: 0,
      keyHeightDeg: 35,
      horizonDeg: 0,
      skyHex: '#b9c6d2',
      groundHex: '#5d5044',
      tint: 0.25,
      fallOff: 0.5,
    },
  },
  {
    id: 'overcast',
    label: 'Overcast day',
    reason: 'A high soft light and a broad sky: quiet contrast, so the horizon has to say that it is metal.',
    rig: {
      purpose: 'display',
      viewElevationDeg: 20,
      keyClockHours: 11.5,
      keyHeightDeg: 50,
      horizonDeg: 4,
      skyHex: '#c3ccd3',
      groundHex: '#55534b',
      tint: 0.3,
      fallOff: 0.75,
    },
  },
  {
    id: 'evening',
    label: 'Low evening sun',
    reason:
      'From the side and low: long lights, deep shade, warm below a cold sky. For one viewing side only.',
    rig: {
      purpose: 'competition',
      viewElevationDeg: 12,
      keyClockHours: 9.5,
      keyHeightDeg: 14,
      horizonDeg: -4,
      skyHex: '#7d8fb5',
      groundHex: '#8a4f2e',
      tint: 0.7,
      fallOff: 1.5,
    },
  },
  {
    id: 'water',
    label: 'Beside water',
    reason:
      'The ground throws the sky back: what faces down turns cold and bright enough to show its lower edge.',
    rig: {
      purpose: 'display',
      viewElevationDeg: 20,
      keyClockHours: 10.25,
      keyHeightDeg: 30,
      horizonDeg: -8,
      skyHex: '#93b7c4',
      groundHex: '#3f6670',
      tint: 0.6,
      fallOff: 1,
    },
  },
  {
    id: 'vault',
    label: 'Dark vault, light from the eye',
    reason:
      'A lamp beside the viewer: the middle of each form is light and its sides sink. Hides weak outlines.',
    rig: {
      purpose: 'competition',
      viewElevationDeg: 10,
      keyClockHours: 11,
      keyHeightDeg: 62,
      horizonDeg: 10,
      skyHex: '#4b4f5c',
      groundHex: '#3a2f28',
      tint: 0.5,
      fallOff: 2,
    },
  },
];

/** The preset a rig agrees with in everything it sets; null where none does. */
export const presetOf = (rig: Rig): LightPreset | null =>
  lightPresets.find((p) => Object.entries(p.rig).every(([key, value]) => rig[key as keyof Rig] === value)) ??
  null;
