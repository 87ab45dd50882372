import { greyOf, labToLinear, fromLinear, toLinear, type Lab } from '../colour/index.js';
import type { Grid } from '../form/index.js';
import { colourAt, stepOf } from '../ladder/index.js';
import { clamp, seededRandom, tableMemo, weakMemo } from '../units/index.js';
import type { Layers } from './layers.js';
import type { Palette } from './prepare.js';
import { blendOver, type OverLayer } from './over.js';

/** How far the painting has come. */
export interface Stage {
  /** Passes laid so far, of those that lie on the part's zones; 0 is the undercoat alone. */
  readonly laid: number;
  readonly smoothed: boolean;
  readonly bounce: boolean;
  /** How many sources of colour are glazed on, in their order. */
  readonly tints: number;
  readonly lining: boolean;
  readonly edges: boolean;
  readonly glints: boolean;
  /** How many passes of wear are laid, in their order. */
  readonly worn: number;
  /** How many passes of the light of what glows close by are laid, in their order. */
  readonly glow: number;
}

export const FINISHED: Stage = {
  laid: Infinity,
  smoothed: true,
  bounce: true,
  tints: Infinity,
  lining: true,
  edges: true,
  glints: true,
  worn: Infinity,
  glow: Infinity,
};

export type PictureView = 'painted' | 'values' | 'zones' | 'tint';

const ENTRIES = 1024;

/** Colours of the part's zones at a stage, dark to light. */
export function zoneColours(
  { approach, laid, undercoat, colours }: Palette,
  stage: Pick<Stage, 'laid'>,
): readonly Lab[] {
  if (!approach) return colours;
  const done = Math.min(approach.body.length, stage.laid);
  return done <= 0 ? laid.map(() => undercoat) : approach.body[done - 1].after;
}

/** Share of a zone over which its hard border still runs: a brush does not cut pixels. */
const BORDER = 0.08;

/** A value drawn to its zone's own, but for the two narrow borders. */
function stepped(v: number, n: number): number {
  const place = v * (n - 1) + 0.5;
  const k = Math.min(n - 1, Math.floor(place));
  const into = place - k;
  const off =
    into < BORDER && k > 0
      ? (into / BORDER - 1) / 2
      : into > 1 - BORDER && k < n - 1
        ? (into - 1 + BORDER) / BORDER / 2
        : 0;
  return (k + off) / (n - 1);
}

/**
 * Linear sRGB over value 0..1 at a stage of the painting: ENTRIES + 1 colours of three channels.
 * Before smoothing each zone is one flat colour; zones not yet painted show what was laid last.
 */
export function rampLinear(
  palette: Palette,
  stage: Pick<Stage, 'laid' | 'smoothed'>,
  view: PictureView,
): Float32Array {
  const ramp = new Float32Array((ENTRIES + 1) * 3);
  const shown = zoneColours(palette, stage);
  const n = shown.length;
  const smooth = view !== 'zones' && (palette.ladder === null || stage.smoothed);
  for (let i = 0; i <= ENTRIES; i++) {
    const v = i / ENTRIES;
    const colour: Lab =
      view === 'tint'
        ? { l: 38 + 46 * v, a: 0, b: 0 }
        : colourAt(shown, smooth ? v : view === 'zones' ? stepOf(v, n) / (n - 1) : stepped(v, n));
    const rgb = labToLinear(view === 'values' ? greyOf(colour) : colour);
    for (let c = 0; c < 3; c++) ramp[i * 3 + c] = clamp(rgb[c], 0, 1);
  }
  return ramp;
}

/** A ramp in linear light and as the bytes shown. */
interface Ramp {
  readonly linear: Float32Array;
  readonly bytes: Uint8ClampedArray;
}
const MOST_RAMPS = 60;
/** The ramps of a palette, kept with it: under a moving light they stay the same. */
const rampsOf = weakMemo((palette: Palette) =>
  tableMemo(MOST_RAMPS, (laid: number, smoothed: boolean, view: PictureView): Ramp => {
    const linear = rampLinear(palette, { laid, smoothed }, view);
    return { linear, bytes: Uint8ClampedArray.from(linear, byteOf) };
  }),
);

const GAMMA_ENTRIES = 8192;
/** sRGB bytes over linear light 0..1. */
const GAMMA = Uint8ClampedArray.from(
  { length: GAMMA_ENTRIES + 1 },
  (_, i) => 255 * fromLinear(i / GAMMA_ENTRIES),
);
/** sRGB byte of linear light 0..1. */
export const byteOf = (linear: number): number =>
  GAMMA[linear <= 0 ? 0 : linear >= 1 ? GAMMA_ENTRIES : (linear * GAMMA_ENTRIES + 0.5) | 0];

const TILE = 64;
/** Fixed numbers -1..1 that repeat after TILE cells. */
const SPECKS = (() => {
  const next = seededRandom(71);
  return Float32Array.from({ length: TILE * TILE }, () => 2 * next() - 1);
})();

/** Between the numbers of a tile's cells. */
function speck(x: number, y: number): number {
  const [col, row] = [Math.floor(x), Math.floor(y)];
  const [u, v] = [x - col, y - row];
  const at = (c: number, r: number) => SPECKS[(r & (TILE - 1)) * TILE + (c & (TILE - 1))];
  const upper = at(col, row) * (1 - u) + at(col + 1, row) * u;
  return upper * (1 - v) + (at(col, row + 1) * (1 - u) + at(col + 1, row + 1) * u) * v;
}

/** Strokes of a scratched and stippled coat: how wide and long, in mm, how they lean to the part's length, how strongly. */
const STROKES = [
  { wideMm: 0.1, longMm: 0.9, leanRad: 0.3, weight: 0.6 },
  { wideMm: 0.13, longMm: 0.7, leanRad: -0.42, weight: 0.5 },
  { wideMm: 0.17, longMm: 0.17, leanRad: 0, weight: 0.4 },
].map((s) => ({ ...s, cos: Math.cos(s.leanRad), sin: Math.sin(s.leanRad) }));
/** Strokes narrower than this many points of the picture are drawn so wide, and the weaker for it. */
const LEAST_POINTS = 1.4;

/**
 * How far a scratched and stippled coat strays from the value it is laid at, in steps, at the points of a grid: in strokes
 * along the part, so that borders break along the stroke.
 */
function strayOn({ width, height, pxPerMm, leftMm, topMm }: Grid): (i: number) => number {
  const upright = height >= width;
  const drawn = STROKES.map((s) => {
    const wideMm = Math.max(s.wideMm, LEAST_POINTS / pxPerMm);
    const longMm = Math.max(s.longMm, wideMm);
    return { ...s, wideMm, longMm, weight: (s.weight * s.wideMm) / wideMm };
  });
  return (i) => {
    const x = leftMm + (i % width) / pxPerMm;
    const y = topMm - Math.floor(i / width) / pxPerMm;
    const [along, across] = upright ? [y, x] : [x, y];
    let sum = 0;
    for (const { wideMm, longMm, cos, sin, weight } of drawn)
      sum += weight * speck((across * cos - along * sin) / wideMm, (across * sin + along * cos) / longMm);
    return sum;
  };
}

/** Value of metal that is rubbed bright. */
const BRIGHT = 0.86;
/** Between links and under scales this share of the value is left. */
const HOLES_KEEP = 0.02;

/** What of its layers shows at a stage, in a view. */
function shownOf(layers: Layers, stage: Stage, view: PictureView) {
  const drawn = view === 'painted' || view === 'values';
  const lining = stage.lining && drawn ? layers.lines?.liningAlpha : undefined;
  const edges = stage.edges && drawn ? layers.lines : undefined;
  const glints = stage.glints && drawn ? layers.glints : undefined;
  const fine = drawn && stage.laid > 0 ? layers.fine : null;
  const tints = view === 'painted' || view === 'tint' ? layers.tints.slice(0, stage.tints) : [];
  const worn = drawn ? layers.worn.slice(0, stage.worn) : [];
  const glow = drawn || view === 'tint' ? layers.glow.filter((g) => g.at < stage.glow) : [];
  return { drawn, lining, edges, glints, fine, tints, over: [...worn, ...glow] };
}

/** The part's picture: RGBA bytes, width * height * 4, not premultiplied. `dotValue` is what the glints are painted at. */
export function compositeLayers(
  layers: Layers,
  palette: Palette,
  stage: Stage,
  view: PictureView,
  dotValue = 1,
): Uint8ClampedArray<ArrayBuffer> {
  const { alpha, grid } = layers.surface;
  const { linear: ramp, bytes } = rampsOf(palette)(stage.laid, stage.smoothed, view);
  const value = stage.bounce ? layers.value : layers.body;
  const out = new Uint8ClampedArray(alpha.length * 4);
  const { drawn, lining, edges, glints, fine, tints, over } = shownOf(layers, stage, view);
  const textured = drawn && stage.laid > 0 && (palette.approach?.school.texture ?? false);
  const weights = tints.map((t) => t.weight);
  // What each source does to a channel beyond leaving it as it is.
  const shifts = tints.map(({ source: { filter } }) => filter.map((f) => f - 1));
  const roughness = 1 / Math.max(1, palette.laid.length - 1);
  const stray = textured ? strayOn(grid) : null;
  for (let i = 0; i < alpha.length; i++) {
    const a = alpha[i];
    if (a === 0) continue;
    let v = value[i];
    if (stray) v += roughness * stray(i);
    if (fine) v *= HOLES_KEEP + (1 - HOLES_KEEP) * fine[i];
    let plain = 0;
    if (lining) v *= 1 - lining[i];
    if (edges) {
      v += (edges.edgeValue[i] - v) * edges.edgeAlpha[i];
      plain = edges.edgeAlpha[i];
    }
    if (glints) {
      // A dot on links is the dots on their tops.
      const dot = fine ? glints[i] * fine[i] : glints[i];
      if (dotValue > v) v += (dotValue - v) * dot;
      if (dot > plain) plain = dot;
    }
    const k = Math.round((v < 0 ? 0 : v > 1 ? 1 : v) * ENTRIES) * 3;
    const o = i * 4;
    out[o + 3] = a * 255;
    if (tints.length === 0 || plain === 1) {
      out[o] = bytes[k];
      out[o + 1] = bytes[k + 1];
      out[o + 2] = bytes[k + 2];
      continue;
    }
    let r = 1;
    let g = 1;
    let b = 1;
    const metal = 1 - plain;
    for (let t = 0; t < weights.length; t++) {
      const w = weights[t][i] * metal;
      r += w * shifts[t][0];
      g += w * shifts[t][1];
      b += w * shifts[t][2];
    }
    out[o] = byteOf(ramp[k] * r);
    out[o + 1] = byteOf(ramp[k + 1] * g);
    out[o + 2] = byteOf(ramp[k + 2] * b);
  }
  if (over.length > 0) layOver(out, over, ramp, view === 'values');
  return out;
}

/** Linear light of every sRGB byte. */
const LINEAR = Float32Array.from({ length: 256 }, (_, i) => toLinear(i / 255));

/** Wear and glow over a picture's bytes. */
function layOver(
  out: Uint8ClampedArray,
  over: readonly OverLayer[],
  ramp: Float32Array,
  grey: boolean,
): void {
  // What is rubbed bright is a step below the lightest.
  const at = Math.round(BRIGHT * ENTRIES) * 3;
  const bright = [ramp[at], ramp[at + 1], ramp[at + 2]] as const;
  const rgb: [number, number, number] = [0, 0, 0];
  for (let i = 0, o = 0; o < out.length; i++, o += 4) {
    if (out[o + 3] === 0 || !over.some((w) => w.alpha[i] > 0)) continue;
    for (let c = 0; c < 3; c++) rgb[c] = LINEAR[out[o + c]];
    blendOver(rgb, i, over, bright);
    if (grey) rgb.fill(0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2]);
    for (let c = 0; c < 3; c++) out[o + c] = byteOf(rgb[c]);
  }
}
