import { BANDS, fromLinear, paintSpectrum, spectrumToLinear, type Spectrum } from '../colour/index.js';
import type { CardMarks } from '../swatch/index.js';
import { clamp, gaussian, seededRandom } from '../units/index.js';
import type { StandInPhoto } from './standInBench.js';

/** What goes wrong when a card of paints is photographed at a desk. */
export interface SwatchConditions {
  /** Colour of the lamp: light at 730 nm over light at 380 nm, on either side of even as this share. Negative is cold. */
  readonly warmth: number;
  /** How much less light the far corner gets. */
  readonly slope: number;
  /** Haze of the lens, as a share of white. */
  readonly haze: number;
  /** Standard deviation of the sensor's noise at white, as a share of it; it falls with the root of the light. */
  readonly noise: number;
  /** Value of the card's white in the photo, linear. Above 1 it is burnt out. */
  readonly exposure: number;
}

export const MILD_DESK: SwatchConditions = {
  warmth: 0.15,
  slope: 0.12,
  haze: 0.01,
  noise: 0.01,
  exposure: 0.72,
};
export const STRONG_DESK: SwatchConditions = {
  warmth: 0.55,
  slope: 0.35,
  haze: 0.03,
  noise: 0.02,
  exposure: 0.6,
};

/** A dot of paint: its true reflectance, and in which ground it lies. */
export interface SwatchDot {
  readonly r: Spectrum;
}

export const CARD_WHITE = '#f2f1ec';
export const CARD_GREY = '#767676';
const TABLE = '#6b5a48';
/** Noise that stays in the dark. */
const READ_NOISE = 0.001;
const COLUMNS = 6;
const CELL = 84;
const MARGIN = 90;
const DOT = 26;

/** Marks that a steady hand would set on the stand-in photo of a card. */
export function cardMarks(count: number): CardMarks {
  const dots = Array.from({ length: count }, (_, i): [number, number] => [
    MARGIN + CELL * (i % COLUMNS) + CELL / 2,
    MARGIN + CELL * (1 + Math.floor(i / COLUMNS)) + CELL / 2,
  ]);
  return {
    white: [MARGIN + CELL * 2.5, MARGIN + CELL / 2],
    whiteHex: CARD_WHITE,
    grey: [MARGIN + CELL / 2, MARGIN + CELL / 2],
    greyHex: CARD_GREY,
    dots,
  };
}

/**
 * The stand-in camera over a card of paint dots: white card on a wooden table, a grey patch, dots of known reflectance
 * under a lamp of some colour that falls off, with haze, noise, soft rims and the sRGB curve.
 */
export function swatchPhoto(
  dots: readonly SwatchDot[],
  conditions: SwatchConditions,
  seed: number,
): StandInPhoto {
  const { warmth, slope, haze, noise, exposure } = conditions;
  const random = seededRandom(seed);
  const rows = Math.max(1, Math.ceil(dots.length / COLUMNS));
  const [width, height] = [2 * MARGIN + CELL * COLUMNS, 2 * MARGIN + CELL * (rows + 1)];
  const lamp = Float64Array.from({ length: BANDS }, (_, i) => 1 + warmth * ((2 * i) / (BANDS - 1) - 1));
  const seen = (r: Spectrum) => spectrumToLinear(r.map((v, i) => v * lamp[i]));
  const marks = cardMarks(dots.length);
  const [card, grey, table] = [CARD_WHITE, CARD_GREY, TABLE].map((hex) => seen(paintSpectrum(hex)));
  const paints = dots.map((d) => seen(d.r));
  const most = Math.max(...card);
  const rgba = new Uint8ClampedArray(width * height * 4);
  for (let y = 0, k = 0; y < height; y++)
    for (let x = 0; x < width; x++, k += 4) {
      const onCard = x > MARGIN / 2 && y > MARGIN / 2 && x < width - MARGIN / 2 && y < height - MARGIN / 2;
      let colour = onCard ? card : table;
      let [cover, paint] = [0, card];
      const rim = ([cx, cy]: readonly [number, number], r: number) =>
        clamp(r + 0.5 - Math.hypot(x - cx, y - cy), 0, 1);
      if (onCard) {
        cover = rim(marks.grey!, DOT);
        paint = grey;
        // A dot lies in the cell that the pixel is in.
        const [col, row] = [Math.floor((x - MARGIN) / CELL), Math.floor((y - MARGIN) / CELL) - 1];
        const i = row * COLUMNS + col;
        if (row >= 0 && col >= 0 && col < COLUMNS && i < dots.length)
          [cover, paint] = [rim(marks.dots[i], DOT), paints[i]];
      }
      if (cover > 0)
        colour = [0, 1, 2].map((c) => colour[c] + (paint[c] - colour[c]) * cover) as unknown as typeof colour;
      const light = 1 - slope * (0.6 * (x / width) + 0.4 * (y / height));
      for (let c = 0; c < 3; c++) {
        const v = (exposure / most) * (colour[c] * light + haze * card[c]);
        const lit = v + gaussian(random) * (noise * Math.sqrt(Math.max(0, v)) + READ_NOISE);
        rgba[k + c] = Math.round(255 * clamp(fromLinear(clamp(lit, 0, 1)), 0, 1));
      }
      rgba[k + 3] = 255;
    }
  return { width, height, rgba };
}
