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
function pieces(mask: Uint8Array, width: number, height: number): { label: Int32Array; sizes: number[] } {
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
      const [c, r] = [i % width, Math.floor(i / width)];
      for (let dr = -1; dr <= 1; dr++)
        for (let dc = -1; dc <= 1; dc++) {
          const [cc, rr] = [c + dc, r + dr];
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

const KEPT = 0.9;
const LEAST_PIECE_MM2 = 0.05;
const ROUNDS = 7;

/** A region's opening widths, in mm. */
export interface Opening {
  /** The widest brush line that still paints every piece of it. */
  readonly narrowest: number;
  /** The widest brush line that still paints most of it. */
  readonly main: number;
}

/** Most of a region: this share of it. */
const MOST = 0.6;
const MAIN_ROUNDS = 5;

/**
 * The largest disc whose opening keeps 90 % of a region, in mm across: the widest brush line that still paints it.
 * The narrowest of the region's pieces of 0.05 mm2 or more counts; 0 where there is none. Beside it the disc that keeps
 * 60 % of the whole, which thin tails do not narrow.
 * @param mask non-zero inside, width * height, with at least one empty point around
 */
export function openingWidth(mask: Uint8Array, width: number, height: number, pxPerMm: number): Opening {
  const { label, sizes } = pieces(mask, width, height);
  const inner = distance2(
    mask.map((m) => (m ? 0 : 1)),
    width,
    height,
  );
  const counted = sizes.map((n, id) => id > 0 && n / pxPerMm ** 2 >= LEAST_PIECE_MM2);
  if (!counted.includes(true)) return { narrowest: 0, main: 0 };
  const core = new Uint8Array(mask.length);
  /** Points of every piece kept by the opening of radius r points. */
  const kept = (r: number): number[] => {
    const least = r * r;
    for (let i = 0; i < core.length; i++) core[i] = inner[i] >= least ? 1 : 0;
    const back = distance2(core, width, height);
    const keep = sizes.map(() => 0);
    for (let i = 0; i < mask.length; i++) if (label[i] && back[i] < least) keep[label[i]]++;
    return keep;
  };
  // All pieces are narrowed at once: the result is the smallest, so one failing piece ends the search upward.
  const widest =
    Math.sqrt(inner.reduce((m, d2, i) => (label[i] && d2 < FAR / 2 ? Math.max(m, d2) : m), 1)) + 0.5;
  let [low, high] = [0.5, widest];
  for (let round = 0; round < ROUNDS; round++) {
    const mid = (low + high) / 2;
    if (kept(mid).some((n, id) => counted[id] && n < KEPT * sizes[id])) high = mid;
    else low = mid;
  }
  const narrowest = (low + high) / pxPerMm;
  const all = sizes.reduce((sum, n) => sum + n, 0);
  high = widest;
  for (let round = 0; round < MAIN_ROUNDS; round++) {
    const mid = (low + high) / 2;
    if (kept(mid).reduce((sum, n) => sum + n, 0) < MOST * all) high = mid;
    else low = mid;
  }
  return { narrowest, main: (low + high) / pxPerMm };
}
