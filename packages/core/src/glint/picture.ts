import { boundsOf, turn, type Bounds, type Grid, type SurfaceModel } from '../form/index.js';
import { toLinear, fromLinear, hexToLinear } from '../colour/index.js';
import type { Place } from '../piece/index.js';
import { rad } from '../units/index.js';

/** A picture of a piece: its top left corner in the piece's frame (mm) and its size. */
export interface Picture {
  readonly leftMm: number;
  readonly topMm: number;
  readonly pxPerMm: number;
  readonly width: number;
  readonly height: number;
}

/** A part's outline as placed, in the piece's frame. */
export function placedBounds(model: Pick<SurfaceModel, 'rings'>, place: Place): Bounds {
  const roll = rad(place.rollDeg);
  return boundsOf(
    model.rings.map((ring) =>
      ring.map(([x, y]) => {
        const [tx, ty] = turn(x, y, roll);
        return [tx + place.xMm, ty + place.yMm] as const;
      }),
    ),
  );
}

export const unionBounds = (all: readonly Bounds[]): Bounds =>
  all.reduce((a, b) => ({
    left: Math.min(a.left, b.left),
    right: Math.max(a.right, b.right),
    bottom: Math.min(a.bottom, b.bottom),
    top: Math.max(a.top, b.top),
  }));

/** The middle of what is more than `most` times as long as broad, so long; all else as it is. */
export function middleStretch(bounds: Bounds, most: number): Bounds {
  const x = (bounds.left + bounds.right) / 2;
  const y = (bounds.bottom + bounds.top) / 2;
  const [w, h] = [bounds.right - bounds.left, bounds.top - bounds.bottom];
  const [halfW, halfH] = [Math.min(w, most * h) / 2, Math.min(h, most * w) / 2];
  return { left: x - halfW, right: x + halfW, bottom: y - halfH, top: y + halfH };
}

/** The picture of a given size that shows all of `bounds` as large as fits, with a margin (share of the size). */
export function fitPicture(bounds: Bounds, width: number, height: number, margin = 0.06): Picture {
  const w = Math.max(0.1, bounds.right - bounds.left);
  const h = Math.max(0.1, bounds.top - bounds.bottom);
  const pxPerMm = Math.min((width * (1 - 2 * margin)) / w, (height * (1 - 2 * margin)) / h);
  return {
    width,
    height,
    pxPerMm,
    leftMm: (bounds.left + bounds.right) / 2 - width / pxPerMm / 2,
    topMm: (bounds.top + bounds.bottom) / 2 + height / pxPerMm / 2,
  };
}

/** The bytes of a picture before any part is laid on it: of one colour, or clear for null. */
export function emptyRgba(
  { width, height }: Pick<Picture, 'width' | 'height'>,
  hex: string | null,
): Uint8ClampedArray<ArrayBuffer> {
  const rgba = new Uint8ClampedArray(width * height * 4);
  if (hex === null) return rgba;
  const [r, g, b] = hexToLinear(hex).map((v) => Math.round(255 * fromLinear(v)));
  for (let i = 0; i < rgba.length; i += 4) rgba.set([r, g, b, 255], i);
  return rgba;
}

/** A part's own grid, laid on the picture's points so that nothing is resampled; null where it lies outside. */
export function gridIn(
  picture: Picture,
  model: SurfaceModel,
  place: Place,
): { grid: Grid; column: number; row: number } | null {
  const b = placedBounds(model, place);
  const px = picture.pxPerMm;
  const c0 = Math.max(0, Math.floor((b.left - picture.leftMm) * px) - 1);
  const c1 = Math.min(picture.width, Math.ceil((b.right - picture.leftMm) * px) + 1);
  const r0 = Math.max(0, Math.floor((picture.topMm - b.top) * px) - 1);
  const r1 = Math.min(picture.height, Math.ceil((picture.topMm - b.bottom) * px) + 1);
  if (c1 <= c0 || r1 <= r0) return null;
  return {
    column: c0,
    row: r0,
    grid: {
      width: c1 - c0,
      height: r1 - r0,
      pxPerMm: px,
      leftMm: picture.leftMm + c0 / px - place.xMm,
      topMm: picture.topMm - r0 / px - place.yMm,
      rollRad: rad(place.rollDeg),
    },
  };
}

const LINEAR = Float32Array.from({ length: 256 }, (_, i) => toLinear(i / 255));

/** Lays RGBA bytes over an RGBA picture, opaque or clear, at (column, row), in linear light. */
export function layOver(
  into: Uint8ClampedArray,
  width: number,
  from: Uint8ClampedArray,
  fromWidth: number,
  column: number,
  row: number,
): void {
  const rows = from.length / 4 / fromWidth;
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < fromWidth; c++) {
      const s = (r * fromWidth + c) * 4;
      const a = from[s + 3] / 255;
      if (a === 0) continue;
      const d = ((r + row) * width + c + column) * 4;
      const below = (into[d + 3] / 255) * (1 - a);
      const alpha = a + below;
      for (let k = 0; k < 3; k++) {
        into[d + k] =
          below === 0
            ? from[s + k]
            : 255 * fromLinear((LINEAR[from[s + k]] * a + LINEAR[into[d + k]] * below) / alpha);
      }
      into[d + 3] = 255 * alpha;
    }
}
