import { labToLinear } from '../colour/index.js';
import { byteOf } from '../glint/index.js';
import { CARD_Y } from './background.js';
import type { Cure } from './cures/index.js';
import { lightnessOf } from './image.js';
import type { LabPlanes } from './onPlan.js';
import type { MendedFinding, ReadyPlan } from './photoReport.js';
import { softened } from './readParts.js';

/** What stands where a photo does not reach. */
const NOTHING_L = 50;

export type PhotoLook = 'colour' | 'value';

/** A picture of Lab planes: RGBA bytes, opaque. */
export function labPicture(
  { lightness, a, b }: LabPlanes,
  look: PhotoLook,
  shows: (i: number) => boolean = () => true,
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(lightness.length * 4);
  const colourful = look === 'colour' ? 1 : 0;
  for (let i = 0; i < lightness.length; i++) {
    const known = !Number.isNaN(lightness[i]) && shows(i);
    const rgb = labToLinear(
      known ? { l: lightness[i], a: colourful * a[i], b: colourful * b[i] } : { l: NOTHING_L, a: 0, b: 0 },
    );
    for (let c = 0; c < 3; c++) out[4 * i + c] = byteOf(rgb[c]);
    out[4 * i + 3] = 255;
  }
  return out;
}

/** The plan's planes over the card that a photo is seen on. */
export function planOnCard({ levels }: ReadyPlan): LabPlanes {
  const { alpha, lightness, a, b } = levels[levels.length - 1];
  const card = lightnessOf(CARD_Y);
  return {
    lightness: lightness.map((l, i) => card + (l - card) * alpha[i]),
    a: a.map((v, i) => v * alpha[i]),
    b: b.map((v, i) => v * alpha[i]),
  };
}

/** So many times a difference of value is drawn out. */
const DRAWN_OUT = 2.5;

/** Middle grey where photo and plan agree; lighter where the photo is lighter, darker where it is darker. */
export function differencePicture(
  photo: LabPlanes,
  { levels, places }: ReadyPlan,
): Uint8ClampedArray<ArrayBuffer> {
  // The plan as soft as a photo: else every sharp edge would show.
  const { lightness } = softened(levels[levels.length - 1]);
  const zero = new Float32Array(lightness.length);
  const off = photo.lightness.map((l, i) =>
    places.of[i] < 0 || Number.isNaN(l)
      ? NaN
      : Math.min(100, Math.max(0, NOTHING_L + DRAWN_OUT * (l - lightness[i]))),
  );
  return labPicture({ lightness: off, a: zero, b: zero }, 'value');
}

/** A photo with a part mended. */
export function withCure(photo: LabPlanes, { points }: MendedFinding, { colours }: Cure): LabPlanes {
  const out = {
    lightness: Float32Array.from(photo.lightness),
    a: Float32Array.from(photo.a),
    b: Float32Array.from(photo.b),
  };
  for (const plane of ['lightness', 'a', 'b'] as const)
    points.forEach((i, k) => (out[plane][i] = colours[plane][k]));
  return out;
}
