import { convertLab65ToXyz65, convertXyz65ToLab65, differenceCiede2000 } from 'culori/fn';
import { clamp } from '../units/index.js';
import { hexToLinear, linearToHex, RGB_TO_XYZ, XYZ_TO_RGB, type Rgb } from './srgb.js';

/** CIE Lab under D65. `l` 0..100 is what the interface calls value. */
export interface Lab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

const times = (m: readonly Rgb[], v: Rgb): Rgb =>
  [0, 1, 2].map((r) => m[r][0] * v[0] + m[r][1] * v[1] + m[r][2] * v[2]) as unknown as Rgb;

/** XYZ (D65, Y of white = 1) to Lab. */
export function xyzToLab(x: number, y: number, z: number): Lab {
  const { l, a, b } = convertXyz65ToLab65({ x, y, z });
  return { l: l ?? 0, a: a ?? 0, b: b ?? 0 };
}

export const linearToLab = (rgb: Rgb): Lab => xyzToLab(...times(RGB_TO_XYZ, rgb));

export const hexToLab = (hex: string): Lab => linearToLab(hexToLinear(hex));

/** Lab to linear sRGB; may lie outside 0..1 where the colour is outside the gamut. */
export function labToLinear(lab: Lab): Rgb {
  const { x, y, z } = convertLab65ToXyz65({ l: lab.l, a: lab.a, b: lab.b });
  return times(XYZ_TO_RGB, [x ?? 0, y ?? 0, z ?? 0]);
}

export const labToHex = (lab: Lab): string => linearToHex(labToLinear(lab));

/** The grey of equal value, for the values view. */
export const greyOf = (lab: Lab): Lab => ({ l: lab.l, a: 0, b: 0 });

export const mixLab = (p: Lab, q: Lab, t: number): Lab => ({
  l: p.l + (q.l - p.l) * t,
  a: p.a + (q.a - p.a) * t,
  b: p.b + (q.b - p.b) * t,
});

const ciede2000 = differenceCiede2000();

/** CIEDE2000 colour difference (CIE 142-2001), kL = kC = kH = 1. */
export const deltaE = (p: Lab, q: Lab): number => ciede2000({ mode: 'lab65', ...p }, { mode: 'lab65', ...q });

/** Relative luminance Y, 0..1, of a value L*. */
export function luminanceOf(l: number): number {
  const f = (clamp(l, 0, 100) + 16) / 116;
  return f > 6 / 29 ? f ** 3 : 3 * (6 / 29) ** 2 * (f - 4 / 29);
}
