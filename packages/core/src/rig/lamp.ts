import type { LampKind } from '../piece/index.js';
import { add, cross, dot, normalise, scale, TO_EYE, type Vec3 } from '../units/index.js';

/** A stretch of angles from the lamp's middle, in degrees. */
export type Stretch = readonly [fromDeg: number, toDeg: number];

/** What the main light looks like in a mirror: a disc, or panes that stand upright in the world. */
export type LampShape =
  | { readonly kind: 'disc'; readonly radiusDeg: number }
  | {
      readonly kind: 'panes';
      /** Where it is bright to the left and right of its middle, and down and up. */
      readonly across: readonly Stretch[];
      readonly upright: readonly Stretch[];
    };

export interface LampDefinition {
  readonly label: string;
  /** What it suits, in a sentence. */
  readonly suits: string;
  readonly shape: LampShape;
}

/** Lamps a painter can choose. All are as bright as each other in a mirror. */
export const lamps: Readonly<Record<LampKind, LampDefinition>> = {
  round: {
    label: 'Round',
    suits: 'A lamp or the sun: a round spot with a border. Any piece, any scale.',
    shape: { kind: 'disc', radiusDeg: 16 },
  },
  window: {
    label: 'Window',
    suits: 'Four panes with a dark cross: reads as high polish at once, on large smooth forms.',
    shape: {
      kind: 'panes',
      across: [
        [-15, -1.6],
        [1.6, 15],
      ],
      upright: [
        [-18, -1.6],
        [1.6, 18],
      ],
    },
  },
  strip: {
    label: 'Strip',
    suits: 'A long lamp overhead: a bent bar that shows the curve of helmets and hulls.',
    shape: { kind: 'panes', across: [[-40, 40]], upright: [[-6, 6]] },
  },
};

/** Luminance of a lamp whose image has a border, where the sky is 0.36 overhead and 0.8 at the horizon. */
export const LAMP_LUMINANCE = 1.45;

/** Directions square to the light and to each other: to the right of a lamp that stands upright in the world, and up it. */
export function lampAxes(key: Vec3, up: Vec3): { right: Vec3; upright: Vec3 } {
  const square = (v: Vec3) => add(v, scale(key, -dot(v, key)));
  const own = square(up);
  // Right overhead no way is up for it: the far side of it counts as up.
  const upright = normalise(Math.hypot(...own) > 1e-3 ? own : scale(square(TO_EYE), -1));
  return { upright, right: cross(upright, key) };
}
