import { reduced, type LuminanceImage } from './luminanceImage.js';

/** How far a photo lies off another, in points: what is at (x, y) in that one is at (x + dx, y + dy) in it. */
export interface Offset {
  readonly dx: number;
  readonly dy: number;
  /** How well both agree there, -1..1. */
  readonly agreement: number;
}

/** Edges whatever the light: the slope of the logarithm of the light, held at a most so that no shadow rules. */
function edges({ width, height, light }: LuminanceImage): Float32Array {
  const log = Float32Array.from(light, (v) => Math.log(v + 0.02));
  const out = new Float32Array(light.length);
  for (let r = 1; r < height - 1; r++)
    for (let c = 1; c < width - 1; c++) {
      const i = r * width + c;
      out[i] = Math.min(1, Math.hypot(log[i + 1] - log[i - 1], log[i + width] - log[i - width]));
    }
  // Twice the mean of three by three: a peak two points wide, so that fractions of a point can be told.
  for (let pass = 0; pass < 2; pass++) {
    const from = out.slice();
    for (let r = 1; r < height - 1; r++)
      for (let c = 1; c < width - 1; c++) {
        const i = r * width + c;
        out[i] =
          (from[i - width - 1] +
            from[i - width] +
            from[i - width + 1] +
            from[i - 1] +
            from[i] +
            from[i + 1] +
            from[i + width - 1] +
            from[i + width] +
            from[i + width + 1]) /
          9;
      }
  }
  return out;
}

/** Correlation of two edge pictures, the second read `dx`, `dy` further, -1..1. */
function agreementAt(
  a: Float32Array,
  b: Float32Array,
  width: number,
  height: number,
  dx: number,
  dy: number,
): number {
  const pad = 3;
  const [c0, c1] = [pad + Math.max(0, -dx), width - pad - Math.max(0, dx)];
  const [r0, r1] = [pad + Math.max(0, -dy), height - pad - Math.max(0, dy)];
  let [n, sa, sb, saa, sbb, sab] = [0, 0, 0, 0, 0, 0];
  for (let r = r0; r < r1; r++)
    for (let i = r * width + c0, j = (r + dy) * width + c0 + dx, end = r * width + c1; i < end; i++, j++) {
      const [p, q] = [a[i], b[j]];
      sa += p;
      sb += q;
      saa += p * p;
      sbb += q * q;
      sab += p * q;
      n++;
    }
  const [va, vb] = [saa - (sa * sa) / n, sbb - (sb * sb) / n];
  return n > 0 && va > 0 && vb > 0 ? (sab - (sa * sb) / n) / Math.sqrt(va * vb) : -1;
}

/** The top of a parabola through three values at -1, 0, 1. */
const peak = (l: number, m: number, r: number) => {
  const bend = l - 2 * m + r;
  return bend < 0 ? Math.max(-0.5, Math.min(0.5, (l - r) / (2 * bend))) : 0;
};

/** The coarsest pictures are about this wide: at that size every shift up to a tenth is tried. */
const COARSE = 72;
const FAR_SHARE = 0.09;
/** Finer than this many points tells no more: fractions of a point are read from the correlation's top. */
const FINE_POINTS = 300_000;

interface Level {
  readonly by: number;
  readonly width: number;
  readonly height: number;
  readonly edges: Float32Array;
}

/** Edges of a plane at half sizes, coarsest first. */
function levelsOf(image: LuminanceImage): Level[] {
  const levels: Level[] = [];
  for (let by = 1; by === 1 || Math.max(image.width, image.height) / by >= COARSE; by *= 2) {
    if ((image.width * image.height) / (by * by) > FINE_POINTS) continue;
    const { width, height, light } = reduced(image, by);
    levels.unshift({ by, width, height, edges: edges({ width, height, light }) });
  }
  return levels;
}

/**
 * How far photos lie off another picture (best the median of all, where no shadow stands), from their edges, coarse to
 * fine, to a fraction of a point. Camera turned or zoomed in between cannot be mended so: then the agreement is low.
 */
export function offsetsFrom(shared: LuminanceImage): (photo: LuminanceImage) => Offset {
  const a = levelsOf(shared);
  return (photo) => {
    const b = levelsOf(photo);
    let [dx, dy, best] = [0, 0, -2];
    a.forEach(({ width, height, edges: ea }, n) => {
      const at = (x: number, y: number) => agreementAt(ea, b[n].edges, width, height, x, y);
      const reach = n === 0 ? Math.ceil(FAR_SHARE * Math.max(width, height)) : 1;
      const [fromX, fromY] = n === 0 ? [0, 0] : [2 * dx, 2 * dy];
      best = -2;
      for (let y = fromY - reach; y <= fromY + reach; y++)
        for (let x = fromX - reach; x <= fromX + reach; x++) {
          const found = at(x, y);
          if (found > best) [best, dx, dy] = [found, x, y];
        }
      if (n < a.length - 1) return;
      const [x, y] = [dx, dy];
      dx = x + peak(at(x - 1, y), best, at(x + 1, y));
      dy = y + peak(at(x, y - 1), best, at(x, y + 1));
    });
    const { by } = a[a.length - 1];
    return { dx: dx * by, dy: dy * by, agreement: best };
  };
}
