import { clamp } from '../units/index.js';

/** What is laid over a painted part: wear, or the light of a glow. */
export interface OverLayer {
  /** How much of each point it covers, 0..1. */
  readonly alpha: Float32Array;
  readonly film: 'glaze' | 'wash' | 'paint';
  /** What it dries to, in linear light; null for the bright metal itself. */
  readonly colour: readonly [number, number, number] | null;
  /** How much of what is below it hides where it covers. */
  readonly hides: number;
  /** How much of its own body a thin film adds, 0..1; as a glaze of wear does unless told. */
  readonly body?: number;
}

/** How a glaze takes the colour of what is below, and how much of its own body it adds. */
const FILTERS = 0.75;
const BODY = 0.45;
/** Matte paint over metal keeps some of its light and shade: its brightness in full shade, and how that grows. */
const IN_SHADE = 0.62;
const WITH_LIGHT = 0.85;

/**
 * Layers over the colours of a picture, in linear light. Indicative: opaque passes hide by their share, thin ones filter what
 * is below and add a little of their own.
 * @param rgb the colour so far; written into
 * @param bright the lightest metal, for what is rubbed bright
 */
export function blendOver(
  rgb: [number, number, number],
  i: number,
  over: readonly OverLayer[],
  bright: readonly [number, number, number],
): void {
  for (const { alpha, colour, hides, film, body = BODY } of over) {
    const a = alpha[i] * hides;
    if (a <= 0) continue;
    const light = Math.sqrt(0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2]);
    const shade = colour ? clamp(IN_SHADE + WITH_LIGHT * light, 0, 1.35) : 1;
    for (let c = 0; c < 3; c++) {
      const own = colour ? colour[c] : bright[c];
      const laid =
        film === 'paint' ? own * shade : (1 - body) * rgb[c] * (1 - FILTERS + FILTERS * own) + body * own;
      rgb[c] += (laid - rgb[c]) * a;
    }
  }
}
