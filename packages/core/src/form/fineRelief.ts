import { rad, smoothstep } from '../units/index.js';

/** Small relief repeated all over a surface, finer than any zone: links of mail, scales. */
export interface FineRelief {
  /** Across one link or scale. */
  readonly pitchMm: number;
  /** How much of the surface's light a place keeps: 0 in a hole, 1 on a top. In mm round the body and up it. */
  at(roundMm: number, upMm: number): number;
  /** Its mean over the surface. */
  readonly mean: number;
  /** Share of the surface that the side of a brush touches. */
  readonly tops: number;
}

/** What keeps more than this is touched by the side of a brush. */
const TOUCHED = 0.5;
/** Places a side at which one period is summed. */
const SAMPLES = 24;

/** A relief with its mean and its tops, summed over one period. */
function summed(pitchMm: number, periodMm: number, at: FineRelief['at']): FineRelief {
  let [sum, tops] = [0, 0];
  for (let i = 0; i < SAMPLES; i++)
    for (let j = 0; j < SAMPLES; j++) {
      const kept = at(((i + 0.5) * pitchMm) / SAMPLES, ((j + 0.5) * periodMm) / SAMPLES);
      sum += kept;
      if (kept > TOUCHED) tops++;
    }
  return { pitchMm, at, mean: sum / SAMPLES ** 2, tops: tops / SAMPLES ** 2 };
}

/** Middle of a link's wire, half its thickness, and rows of links, in widths of a link. */
const WIRE_AT = 0.42;
const WIRE_HALF = 0.14;
const LINK_ROWS = 0.6;
/** The side of a link that lies beneath its neighbour keeps this much less. */
const BENEATH = 0.8;
/** How far links lean to their side, from straight down. */
const LEAN_DEG = 23;
const [LEAN_SIN, LEAN_COS] = [Math.sin(rad(LEAN_DEG)), Math.cos(rad(LEAN_DEG))];

/** Middle of the column of a staggered row that lies nearest, in columns. */
const columnAt = (x: number, row: number) => {
  const off = row % 2 === 0 ? 0 : 0.5;
  return Math.round(x - off) + off;
};

/** Links in staggered rows, each hanging over the row below it and leaning to one side, by turns from row to row. */
export function linksRelief(linkMm: number): FineRelief {
  const rowMm = LINK_ROWS * linkMm;
  return summed(linkMm, 2 * rowMm, (round, up) => {
    const x = round / linkMm;
    const nearest = Math.round(up / rowMm);
    let kept = 0;
    for (let row = nearest - 1; row <= nearest + 1; row++) {
      const [dx, dy] = [x - columnAt(x, row), (up - row * rowMm) / linkMm];
      const away = Math.hypot(dx, dy);
      const across = (away - WIRE_AT) / WIRE_HALF;
      if (Math.abs(across) >= 1) continue;
      // Leaning to one side and then to the other, they hang over the row below.
      const side = row % 2 === 0 ? LEAN_SIN : -LEAN_SIN;
      const over = (side * dx - LEAN_COS * dy) / (away || 1);
      kept = Math.max(kept, (1 - across * across) * (1 - (BENEATH * (1 - over)) / 2));
    }
    return kept;
  });
}

/** Rows of scales, and how far their round tips hang below a row, in widths of a scale. */
const SCALE_ROWS = 0.72;
const TIP = 0.5;
/** What a scale keeps right under the one above it; where its light is full, as a share of what is seen of it. */
const UNDER = 0;
const FULL_FROM = 0.85;

/** Scales in staggered rows, each row over the one below: dark under the tips above, brightest at their own tips. */
export function scalesRelief(scaleMm: number): FineRelief {
  const rowMm = SCALE_ROWS * scaleMm;
  /** Lower border of a row at a place round the body, in mm up it. */
  const lower = (row: number, x: number) => {
    const off = 2 * (x - columnAt(x, row));
    return row * rowMm - rowMm - TIP * scaleMm * Math.sqrt(Math.max(0, 1 - off * off));
  };
  return summed(scaleMm, 2 * rowMm, (round, up) => {
    const x = round / scaleMm;
    // The uppermost row whose scales reach down to here is the one that is seen.
    let row = Math.ceil(up / rowMm) + 2;
    while (lower(row, x) > up) row--;
    const [tip, under] = [lower(row, x), lower(row + 1, x)];
    return UNDER + (1 - UNDER) * smoothstep(0, FULL_FROM, (under - up) / (under - tip || 1e-9));
  });
}
