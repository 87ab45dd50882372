import { encodedBytes } from '../colour/index.js';
import { clamp, gaussian, normalise, rad, seededRandom, type Vec3 } from '../units/index.js';
import type { Circle } from '../scan/index.js';
import type { StandInConditions } from './standInConditions.js';
import type { StandInSculpt } from './standInSculpts.js';

/** One picture: colours with 255 for white, sRGB-encoded, rows from the top. */
export interface StandInPhoto {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
}

/** Where things stand in front of the stand-in camera. It looks along -z without perspective; the board is upright. */
export interface StandInBench {
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number;
  /** Place in mm of the picture's middle, from the sculpt's. */
  readonly middle: readonly [number, number];
  readonly ball: Circle;
  readonly ballMm: { readonly at: Vec3; readonly radius: number };
  /** Distance of the lamp from the sculpt's middle, in mm; null for a lamp so far that its light is even. */
  readonly lampMm: number | null;
}

const MARGIN_MM = 4;
const BALL_MM = 3.2;
const BOARD_MM = -1.5;
const PRIMER = [0.56, 0.57, 0.58] as const;
const BOARD = [0.34, 0.33, 0.32] as const;
/** Exposed so that primer square to the lamp stands here, of white. */
const BRIGHT = 0.6;
/** Where the light of a wall beside the bench comes from. */
const WALL: Vec3 = [0.92, 0.1, 0.38];

/** Where sculpt, ball and frame stand, for so many pixels per mm. */
export function standInBenchOf(s: StandInSculpt, pxPerMm: number, fallOff: number): StandInBench {
  const wide = s.widthMm + 3 * MARGIN_MM + 2 * BALL_MM;
  const high = s.heightMm + 2 * MARGIN_MM;
  const middle = [MARGIN_MM / 2 + BALL_MM, 0] as const;
  const at: Vec3 = [s.widthMm / 2 + MARGIN_MM + BALL_MM, -s.heightMm / 2 + BALL_MM, BALL_MM + BOARD_MM];
  const [width, height] = [Math.round(wide * pxPerMm), Math.round(high * pxPerMm)];
  const ball = {
    x: width / 2 + (at[0] - middle[0]) * pxPerMm,
    y: height / 2 - (at[1] - middle[1]) * pxPerMm,
    r: BALL_MM * pxPerMm,
  };
  // Light falls with the square of the distance: the near side gets (1 + half / far)^2 of the middle's, the far side less.
  const lampMm = fallOff > 0 ? (2 * Math.max(s.widthMm, s.heightMm)) / fallOff : null;
  return { width, height, pxPerMm, middle, ball, ballMm: { at, radius: BALL_MM }, lampMm };
}

/** Lamp directions as a hand holds them round the piece: a ring of heights that change. Seen from the sculpt's middle. */
export function lampRound(count: number, seed = 1): Vec3[] {
  const random = seededRandom(seed);
  return Array.from({ length: count }, (_, i) => {
    const around = ((i + 0.35 * (random() - 0.5)) / count) * 2 * Math.PI;
    const height = rad([38, 58, 46][i % 3] + 8 * (random() - 0.5));
    return [Math.cos(around) * Math.cos(height), Math.sin(around) * Math.cos(height), Math.sin(height)];
  });
}

const ENCODED = encodedBytes(4096);

/** Heights and normals of the sculpt and the board on a raster, finer questions being answered between its points. */
export interface Relief {
  readonly width: number;
  readonly height: number;
  readonly z: Float32Array;
  readonly nx: Float32Array;
  readonly ny: Float32Array;
  /** Where the sculpt is. */
  readonly on: Uint8Array;
}

export function reliefOf(s: StandInSculpt, bench: StandInBench): Relief {
  const { width, height, pxPerMm, middle } = bench;
  const n = width * height;
  const out: Relief = {
    width,
    height,
    z: new Float32Array(n).fill(BOARD_MM),
    nx: new Float32Array(n),
    ny: new Float32Array(n),
    on: new Uint8Array(n),
  };
  const h = 0.25 / pxPerMm;
  for (let row = 0, i = 0; row < height; row++)
    for (let col = 0; col < width; col++, i++) {
      const x = middle[0] + (col + 0.5 - width / 2) / pxPerMm;
      const y = middle[1] + (height / 2 - row - 0.5) / pxPerMm;
      const z = s.heightAt(x, y);
      if (z === null) continue;
      out.on[i] = 1;
      out.z[i] = z;
      const [l, r, d, u] = [
        s.heightAt(x - h, y),
        s.heightAt(x + h, y),
        s.heightAt(x, y - h),
        s.heightAt(x, y + h),
      ];
      const gx =
        r !== null && l !== null
          ? (r - l) / (2 * h)
          : r !== null
            ? (r - z) / h
            : l !== null
              ? (z - l) / h
              : 0;
      const gy =
        u !== null && d !== null
          ? (u - d) / (2 * h)
          : u !== null
            ? (u - z) / h
            : d !== null
              ? (z - d) / h
              : 0;
      const long = Math.hypot(gx, gy, 1);
      out.nx[i] = -gx / long;
      out.ny[i] = -gy / long;
    }
  return out;
}

/** Whether something stands between a point of the relief and the light, by steps along the way. */
function shadowed(relief: Relief, i: number, toward: Vec3, pxPerMm: number, highest: number): boolean {
  const flat = Math.hypot(toward[0], toward[1]);
  if (flat < 1e-4) return false;
  const [dx, dy] = [toward[0] / flat, -toward[1] / flat];
  const climb = toward[2] / flat / pxPerMm;
  const [c0, r0] = [i % relief.width, Math.floor(i / relief.width)];
  const z0 = relief.z[i];
  for (let k = 1.5; ; k += 1) {
    const z = z0 + k * climb;
    if (z > highest) return false;
    const [c, r] = [Math.round(c0 + dx * k), Math.round(r0 + dy * k)];
    if (c < 0 || r < 0 || c >= relief.width || r >= relief.height) return false;
    if (relief.z[r * relief.width + c] > z + 0.6 / pxPerMm) return true;
  }
}

/** Something done to one photo of a series that spoils it. */
export type Spoilt = 'moved' | 'overexposed' | 'glossy' | 'ball lost' | 'other light';

export interface ShotOptions {
  readonly conditions: StandInConditions;
  readonly seed: number;
  readonly spoilt?: Spoilt;
  /** The photo that the others are shifted against. */
  readonly first?: boolean;
}

interface Shot {
  readonly shift: readonly [number, number];
  readonly gain: number;
  readonly sheen: number;
  readonly turnRad: number;
  /** Distance of the lamp, of the bench's. */
  readonly reach: number;
}

function shotOf({ conditions: c, spoilt, first }: ShotOptions, random: () => number): Shot {
  const either = () => 2 * random() - 1;
  const far = first ? 0 : c.shiftPx;
  const shift = [far * either(), far * either()] as const;
  return {
    shift: spoilt === 'moved' ? [shift[0] + 26, shift[1] - 21] : shift,
    gain: (1 + c.exposure * either()) * (spoilt === 'overexposed' ? 2.6 : 1),
    sheen: spoilt === 'glossy' ? 1.1 : c.sheen,
    // What a bench does not do draws no lots, so that series stay what they were.
    turnRad: !first && c.turnDeg > 0 ? rad(c.turnDeg) * either() : 0,
    reach: c.reachSpread > 0 ? 1 + c.reachSpread * either() : 1,
  };
}

/** A direction `deg` beside another, in a random way. */
function beside(v: Vec3, deg: number, random: () => number): Vec3 {
  const any = normalise([random() - 0.5, random() - 0.5, random() - 0.5]);
  const across = normalise([
    v[1] * any[2] - v[2] * any[1],
    v[2] * any[0] - v[0] * any[2],
    v[0] * any[1] - v[1] * any[0],
  ]);
  const [c, s] = [Math.cos(rad(deg)), Math.sin(rad(deg))];
  return [v[0] * c + across[0] * s, v[1] * c + across[1] * s, v[2] * c + across[2] * s];
}

/**
 * One photo of a primed sculpt under a lamp: Lambert's law with the light's fall-off, cast shadows, room light, sheen,
 * a shiny black ball, then lens, shift, exposure, noise and the sRGB curve.
 * @param lamp direction from the sculpt's middle to the lamp, unit; (0, 0, 0) for the lamp switched off
 */
export function standInPhoto(
  bench: StandInBench,
  relief: Relief,
  lamp: Vec3,
  options: ShotOptions,
): StandInPhoto {
  const { width, height, pxPerMm, middle, ballMm, lampMm } = bench;
  const { conditions, seed, spoilt } = options;
  const random = seededRandom(seed);
  const shot = shotOf(options, random);
  const on = Math.hypot(...lamp) > 0;
  const shown = on && conditions.ballErrorDeg > 0 ? beside(lamp, conditions.ballErrorDeg, random) : lamp;
  const real: Vec3 = spoilt === 'other light' ? normalise([-lamp[1] * 0.9, lamp[0] * 0.9, 0.5]) : lamp;
  const reach = (lampMm ?? 1) * shot.reach;
  const lampAt: Vec3 = [real[0] * reach, real[1] * reach, real[2] * reach];
  const shownAt: Vec3 = [shown[0] * reach, shown[1] * reach, shown[2] * reach];
  const highest = relief.z.reduce((a, b) => Math.max(a, b), BOARD_MM) + 0.1;
  // Light on each point of the raster, of the lamp's on the middle.
  const light = new Float32Array(width * height);
  const gloss = new Float32Array(shot.sheen > 0 ? width * height : 0);
  for (let i = 0; i < light.length; i++) {
    const x = middle[0] + ((i % width) + 0.5 - width / 2) / pxPerMm;
    const y = middle[1] + (height / 2 - Math.floor(i / width) - 0.5) / pxPerMm;
    const [nx, ny] = [relief.nx[i], relief.ny[i]];
    const nz = Math.sqrt(Math.max(0, 1 - nx * nx - ny * ny));
    light[i] =
      conditions.ambient * (0.75 + 0.25 * ny) +
      conditions.wall * Math.max(0, WALL[0] * nx + WALL[1] * ny + WALL[2] * nz);
    if (!on) continue;
    const away: Vec3 = lampMm === null ? real : [lampAt[0] - x, lampAt[1] - y, lampAt[2] - relief.z[i]];
    const far = Math.hypot(away[0], away[1], away[2]);
    const l: Vec3 = [away[0] / far, away[1] / far, away[2] / far];
    const facing = nx * l[0] + ny * l[1] + nz * l[2];
    if (facing <= 0 || shadowed(relief, i, l, pxPerMm, highest)) continue;
    const strength = lampMm === null ? 1 : (reach / far) ** 2;
    light[i] += facing * strength;
    if (shot.sheen > 0 && relief.on[i]) {
      const half = normalise([l[0], l[1], l[2] + 1]);
      gloss[i] =
        shot.sheen *
        Math.max(0, nx * half[0] + ny * half[1] + nz * half[2]) ** conditions.sheenPower *
        strength;
    }
  }
  const rgba = new Uint8ClampedArray(width * height * 4);
  const pixel = [0, 0, 0];
  for (let row = 0, k = 0; row < height; row++)
    for (let col = 0; col < width; col++, k += 4) {
      // Lens and shift: where in the undisturbed picture this pixel looks.
      const [u, v] = [(col + 0.5 - width / 2) / (width / 2), (row + 0.5 - height / 2) / (width / 2)];
      const bent = 1 + conditions.warp * (u * u + v * v);
      const [tc, ts] = [Math.cos(shot.turnRad), Math.sin(shot.turnRad)];
      const sc = width / 2 + (u * tc + v * ts) * bent * (width / 2) - shot.shift[0] - 0.5;
      const sr = height / 2 + (v * tc - u * ts) * bent * (width / 2) - shot.shift[1] - 0.5;
      const bx = middle[0] + (sc + 0.5 - width / 2) / pxPerMm - ballMm.at[0];
      const by = middle[1] + (height / 2 - sr - 0.5) / pxPerMm - ballMm.at[1];
      const q = (bx * bx + by * by) / (ballMm.radius * ballMm.radius);
      if (q < 1) {
        const n: Vec3 = [bx / ballMm.radius, by / ballMm.radius, Math.sqrt(1 - q)];
        const r: Vec3 = [2 * n[2] * n[0], 2 * n[2] * n[1], 2 * n[2] * n[2] - 1];
        const from: Vec3 =
          lampMm === null
            ? shown
            : normalise([shownAt[0] - ballMm.at[0], shownAt[1] - ballMm.at[1], shownAt[2] - ballMm.at[2]]);
        const d = on && spoilt !== 'ball lost' ? r[0] * from[0] + r[1] * from[1] + r[2] * from[2] : 0;
        const spot = d > 0 ? 3 * Math.exp((d - 1) / 0.006) : 0;
        pixel[0] = pixel[1] = pixel[2] = 0.02 + 0.25 * conditions.ambient * (0.6 + 0.4 * r[1]) + spot;
      } else {
        const c = clamp(sc, 0, width - 1.001);
        const r = clamp(sr, 0, height - 1.001);
        const [c0, r0] = [Math.floor(c), Math.floor(r)];
        const [fc, fr] = [c - c0, r - r0];
        const i = r0 * width + c0;
        pixel[0] = pixel[1] = pixel[2] = 0;
        for (const [j, w] of [
          [i, (1 - fc) * (1 - fr)],
          [i + 1, fc * (1 - fr)],
          [i + width, (1 - fc) * fr],
          [i + width + 1, fc * fr],
        ] as const) {
          const albedo = relief.on[j] ? PRIMER : BOARD;
          const shine = gloss.length > 0 ? gloss[j] : 0;
          for (let b = 0; b < 3; b++) pixel[b] += w * ((albedo[b] / PRIMER[1]) * light[j] + shine);
        }
      }
      for (let b = 0; b < 3; b++) {
        const value = pixel[b] * BRIGHT * shot.gain + conditions.noise * gaussian(random);
        rgba[k + b] = ENCODED[Math.round(4096 * clamp(value, 0, 1))];
      }
      rgba[k + 3] = 255;
    }
  return { width, height, rgba };
}

export interface StandInSeries {
  readonly bench: StandInBench;
  readonly relief: Relief;
  readonly lamps: readonly Vec3[];
  readonly photos: readonly StandInPhoto[];
}

export interface SeriesOptions {
  readonly pxPerMm: number;
  readonly photos: number;
  readonly conditions: StandInConditions;
  readonly seed: number;
  /** Spoils the photo of that number (from 0) in that way. */
  readonly spoil?: { readonly photo: number; readonly how: Spoilt };
  /** Called after each photo. */
  readonly onPhoto?: (done: number, of: number) => void;
}

/** A whole series of a sculpt, as somebody with a phone on a stand and a lamp in the other hand would take it. */
export function standInSeries(s: StandInSculpt, options: SeriesOptions): StandInSeries {
  const { pxPerMm, conditions, seed, spoil } = options;
  const bench = standInBenchOf(s, pxPerMm, conditions.fallOff);
  const relief = reliefOf(s, bench);
  const lamps = lampRound(options.photos, seed);
  const photos = lamps.map((lamp, i) => {
    const photo = standInPhoto(bench, relief, lamp, {
      conditions,
      seed: seed * 1000 + i,
      first: i === 0,
      ...(spoil?.photo === i && { spoilt: spoil.how }),
    });
    options.onPhoto?.(i + 1, options.photos);
    return photo;
  });
  return { bench, relief, lamps, photos };
}
