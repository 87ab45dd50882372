import { BANDS, spectrumToLab, WEIGHTS, type Lab } from '../colour/index.js';
import { masstoneOf, paintModel, type PaintRecord } from '../paint/index.js';

/** Paints of a shelf as the search sees them: what a drop of each adds to a mix. */
export interface PaintTable {
  readonly count: number;
  /** Absorption that a drop adds, BANDS numbers a paint. */
  readonly absorbs: Float64Array;
  /** Scattering that a drop adds. */
  readonly scatters: Float64Array;
  /** Chroma of the paint by itself. */
  readonly chroma: Float64Array;
  /** 1 for a white, which takes the colour out of what it lightens; 0 for all else. */
  readonly white: Uint8Array;
}

/** A paint at least this light and at most this vivid is a white. */
const WHITE = { l: 92, chroma: 8 } as const;

/** Kinds that a search mixes: what shines, clears or seals is no paint to mix a value from. */
export const MIXED_KINDS: ReadonlySet<PaintRecord['kind']> = new Set(['paint', 'ink']);

/** @throws RangeError for a paint that holds no pigment */
export function paintTable(paints: readonly PaintRecord[]): PaintTable {
  const n = paints.length;
  const table: PaintTable = {
    count: n,
    absorbs: new Float64Array(n * BANDS),
    scatters: new Float64Array(n),
    chroma: new Float64Array(n),
    white: new Uint8Array(n),
  };
  paints.forEach((paint, p) => {
    const model = paintModel(paint);
    if (model.strength === 0) throw new RangeError(`paint: a ${paint.kind} holds no pigment to mix`);
    for (let i = 0; i < BANDS; i++) table.absorbs[p * BANDS + i] = model.strength * model.k[i];
    table.scatters[p] = model.strength * model.s;
    const { l, a, b } = spectrumToLab(masstoneOf(model));
    table.chroma[p] = Math.hypot(a, b);
    table.white[p] = l >= WHITE.l && table.chroma[p] <= WHITE.chroma ? 1 : 0;
  });
  return table;
}

// Lab as the colour library makes it: white from the chromaticity of D65 (a test holds both together).
const X_WHITE = 0.3127 / 0.329;
const Z_WHITE = (1 - 0.3127 - 0.329) / 0.329;
const E = 216 / 24389;
const KAPPA = 24389 / 27;
const f = (t: number) => (t > E ? Math.cbrt(t) : (KAPPA * t + 16) / 116);
const [XROW, YROW, ZROW] = WEIGHTS;

/**
 * Lab of a mix where it covers fully, written into `out` at `at`: two-constant mixing as in paint/mix.ts, with nothing
 * made anew, since a search asks it a million times.
 * @param paints indices into the table; @param drops parts of each; @param used how many of them count
 */
export function mixInto(
  table: PaintTable,
  paints: ArrayLike<number>,
  drops: ArrayLike<number>,
  used: number,
  out: Float64Array,
  at: number,
): void {
  const { absorbs, scatters } = table;
  let s = 0;
  for (let j = 0; j < used; j++) s += drops[j] * scatters[paints[j]];
  const [p0, p1, p2] = [
    paints[0] * BANDS,
    used > 1 ? paints[1] * BANDS : 0,
    used > 2 ? paints[2] * BANDS : 0,
  ];
  const [d0, d1, d2] = [drops[0] / s, used > 1 ? drops[1] / s : 0, used > 2 ? drops[2] / s : 0];
  let [x, y, z] = [0, 0, 0];
  for (let i = 0; i < BANDS; i++) {
    const q = d0 * absorbs[p0 + i] + d1 * absorbs[p1 + i] + d2 * absorbs[p2 + i];
    const r = 1 / (1 + q + Math.sqrt(q * (q + 2)));
    x += XROW[i] * r;
    y += YROW[i] * r;
    z += ZROW[i] * r;
  }
  const [fx, fy, fz] = [f(x / X_WHITE), f(y), f(z / Z_WHITE)];
  out[at] = 116 * fy - 16;
  out[at + 1] = 500 * (fx - fy);
  out[at + 2] = 200 * (fy - fz);
}

const one = new Float64Array(3);
export function mixLabIn(
  table: PaintTable,
  paints: ArrayLike<number>,
  drops: ArrayLike<number>,
  used: number,
): Lab {
  mixInto(table, paints, drops, used, one, 0);
  return { l: one[0], a: one[1], b: one[2] };
}
