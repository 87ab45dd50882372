/** Far away, in squared points. */
const FAR = 1e12;

/** One line of Felzenszwalb and Huttenlocher's squared distance transform (Theory of Computing 8, 2012). */
function line(f: Float64Array, n: number, d: Float64Array, v: Int32Array, z: Float64Array): void {
  let k = 0;
  v[0] = 0;
  z[0] = -Infinity;
  z[1] = Infinity;
  for (let q = 1; q < n; q++) {
    let s = (f[q] + q * q - (f[v[k]] + v[k] * v[k])) / (2 * q - 2 * v[k]);
    while (s <= z[k]) {
      k--;
      s = (f[q] + q * q - (f[v[k]] + v[k] * v[k])) / (2 * q - 2 * v[k]);
    }
    k++;
    v[k] = q;
    z[k] = s;
    z[k + 1] = Infinity;
  }
  k = 0;
  for (let q = 0; q < n; q++) {
    while (z[k + 1] < q) k++;
    d[q] = (q - v[k]) ** 2 + f[v[k]];
  }
}

/** Squared distance in points from every point to the nearest with `seed` non-zero. */
export function distance2(seed: Uint8Array, width: number, height: number): Float64Array {
  const out = new Float64Array(width * height);
  const most = Math.max(width, height);
  const f = new Float64Array(most);
  const d = new Float64Array(most);
  const v = new Int32Array(most);
  const z = new Float64Array(most + 1);
  for (let c = 0; c < width; c++) {
    let any = false;
    for (let r = 0; r < height; r++) {
      const seeded = seed[r * width + c] !== 0;
      any ||= seeded;
      f[r] = seeded ? 0 : FAR;
    }
    if (!any) {
      for (let r = 0; r < height; r++) out[r * width + c] = FAR;
      continue;
    }
    line(f, height, d, v, z);
    for (let r = 0; r < height; r++) out[r * width + c] = d[r];
  }
  for (let r = 0; r < height; r++) {
    f.set(out.subarray(r * width, (r + 1) * width));
    line(f, width, d, v, z);
    out.set(d.subarray(0, width), r * width);
  }
  return out;
}

/** Connected pieces (8-neighbourhood) of a mask: label 1.. a point, and the points of each label. */
export function connectedAreas(
  mask: Uint8Array,
  width: number,
  height: number,
): { label: Int32Array; sizes: number[] } {
  const label = new Int32Array(mask.length);
  const sizes: number[] = [0];
  const stack: number[] = [];
  for (let start = 0; start < mask.length; start++) {
    if (!mask[start] || label[start]) continue;
    const id = sizes.length;
    sizes.push(0);
    label[start] = id;
    stack.push(start);
    while (stack.length) {
      const i = stack.pop()!;
      sizes[id]++;
      const c = i % width;
      const r = Math.floor(i / width);
      for (let dr = -1; dr <= 1; dr++)
        for (let dc = -1; dc <= 1; dc++) {
          const cc = c + dc;
          const rr = r + dr;
          if (cc < 0 || rr < 0 || cc >= width || rr >= height) continue;
          const j = rr * width + cc;
          if (mask[j] && !label[j]) {
            label[j] = id;
            stack.push(j);
          }
        }
    }
  }
  return { label, sizes };
}

/** Share of a piece that its opening keeps, and of a whole region. */
const KEPT = 0.9;
const MOST = 0.6;
const LEAST_PIECE_MM2 = 0.05;

/** A region's opening widths, in mm. */
export interface Opening {
  /** The widest brush line that still paints every piece of it. */
  readonly narrowest: number;
  /** The widest brush line that still paints most of it. */
  readonly main: number;
}

/**
 * Radius in points of the largest disc inside a mask that covers each point: its local thickness (Hildebrand and
 * Ruegsegger 1997). Discs that lie within a neighbour's are left out.
 * @param inner distance of every point to the nearest empty one
 */
function thickness(inner: Float32Array, width: number, height: number): Float32Array {
  const out = new Float32Array(inner.length);
  for (let row = 1; row < height - 1; row++)
    for (let col = 1; col < width - 1; col++) {
      const i = row * width + col;
      const r = inner[i];
      if (r === 0 || withinNeighbour(inner, i, width)) continue;
      const reach = Math.ceil(r) - 1;
      for (let dr = -reach; dr <= reach; dr++) {
        const half = Math.ceil(Math.sqrt(r * r - dr * dr)) - 1;
        const from = i + dr * width - half;
        for (let k = from; k <= from + 2 * half; k++) if (out[k] < r) out[k] = r;
      }
    }
  return out;
}

/** A disc that sticks out of a neighbour's by no more than this share of a point is left out. */
const ASIDE = 0.12;

function withinNeighbour(inner: Float32Array, i: number, width: number): boolean {
  const r = inner[i] - ASIDE;
  return (
    inner[i - 1] >= r + 1 ||
    inner[i + 1] >= r + 1 ||
    inner[i - width] >= r + 1 ||
    inner[i + width] >= r + 1 ||
    inner[i - width - 1] >= r + Math.SQRT2 ||
    inner[i - width + 1] >= r + Math.SQRT2 ||
    inner[i + width - 1] >= r + Math.SQRT2 ||
    inner[i + width + 1] >= r + Math.SQRT2
  );
}

/** The value above which a share of a list lies. */
function aboveWhich(list: readonly number[], share: number): number {
  const sorted = Float32Array.from(list).sort();
  return sorted[Math.max(0, sorted.length - Math.ceil(share * sorted.length))];
}

/**
 * The largest disc whose opening keeps 90 % of a region, in mm across: the widest brush line that still paints it.
 * The narrowest of the region's pieces of 0.05 mm2 or more counts; 0 where there is none. Beside it the disc that keeps
 * 60 % of the whole, which thin tails do not narrow.
 * @param mask non-zero inside, width * height, with at least one empty point around
 */
export function openingWidth(mask: Uint8Array, width: number, height: number, pxPerMm: number): Opening {
  const { label, sizes } = connectedAreas(mask, width, height);
  const counted = sizes.map((n, id) => id > 0 && n / pxPerMm ** 2 >= LEAST_PIECE_MM2);
  if (!counted.includes(true)) return { narrowest: 0, main: 0 };
  const toEmpty = distance2(
    mask.map((m) => (m ? 0 : 1)),
    width,
    height,
  );
  const inner = Float32Array.from(toEmpty, (d2) => (d2 < FAR / 2 ? Math.sqrt(d2) : 0));
  const thick = thickness(inner, width, height);
  const byPiece = sizes.map((): number[] => []);
  for (let i = 0; i < mask.length; i++) if (label[i]) byPiece[label[i]].push(thick[i]);
  // The distance of a point counts from the middle of the nearest empty one, half a point beyond the border.
  const wide = (radius: number) => (2 * radius - 0.5) / pxPerMm;
  const narrowest = Math.min(
    ...byPiece.filter((_, id) => counted[id]).map((list) => wide(aboveWhich(list, KEPT))),
  );
  return { narrowest, main: wide(aboveWhich(byPiece.flat(), MOST)) };
}
