import { labToHex } from '../colour/index.js';
import { rad } from '../units/index.js';
import type { Metal } from './metal.js';

/** Value and chroma of a coloured metal: vivid below the middle, where a film over metal shows its colour. */
const PATH = [[8, 8], [26, 34], [42, 44], [60, 38], [80, 20], [96, 4]] as const; // prettier-ignore

/** Metal under a film of any hue, as anodised or enamelled plate. @param hueDeg CIE Lab hue, 0 red, 90 yellow, 180 green, 270 blue */
export function colouredMetal(hueDeg: number): Metal {
  const hue = ((hueDeg % 360) + 360) % 360;
  return {
    id: `coloured-${Math.round(hue)}`,
    label: `Coloured metal, hue ${Math.round(hue)}`,
    description: 'metal under a film of one hue: vivid in the half dark, pale where light glances off',
    path: PATH.map(([l, c]) => labToHex({ l, a: c * Math.cos(rad(hue)), b: c * Math.sin(rad(hue)) })),
  };
}
