import { fromLinear } from '../colour/index.js';
import { clamp, gaussian, seededRandom } from '../units/index.js';
import { CARD_Y } from './background.js';
import { inverted, type Homography } from './homography.js';
import { blurred } from './image.js';
import type { PlanRaster } from './planRaster.js';
import type { Painted } from './standInPainter.js';

/** How a painted piece is photographed. */
export interface Shot {
  readonly width: number;
  readonly height: number;
  /** Height of the piece as a share of the photo's. */
  readonly fills: number;
  readonly turnDeg: number;
  /** Lean of the camera, degrees, and the way it leans; the lens stands so far away. */
  readonly tiltDeg: number;
  readonly leanDeg: number;
  readonly lensMm: number;
  /** Middle of the piece, as shares of the photo's size from its middle. */
  readonly offset: readonly [x: number, y: number];
  readonly mirrored: boolean;
  /** How much less light the far corner gets; red and blue against green; stops; bend of the tone curve. */
  readonly fallOff: number;
  readonly cast: readonly [red: number, blue: number];
  readonly stops: number;
  readonly curve: number;
  readonly noise: number;
  /** Standard deviation of the lens's blur, points of the photo. */
  readonly blurPx: number;
  /** Something that belongs to the outline and not to the plan: a plinth under it, or a hand from the side. */
  readonly holder: 'none' | 'plinth' | 'hand';
}

export const PLAIN_SHOT: Shot = {
  width: 1500,
  height: 1200,
  fills: 0.6,
  turnDeg: 0,
  tiltDeg: 0,
  leanDeg: 0,
  lensMm: 350,
  offset: [0, 0],
  mirrored: false,
  fallOff: 0.2,
  cast: [1, 1],
  stops: 0,
  curve: 0.2,
  noise: 0.008,
  blurPx: 0.8,
  holder: 'none',
};

/** Plan (mm from its middle, y down) to the photo: a pinhole at `lensMm` that leans. */
export function shotMap({ picture }: PlanRaster, s: Shot): Homography {
  const long = picture.height / picture.pxPerMm;
  const scale = (s.fills * s.height) / long;
  const [turn, lean, tilt] = [s.turnDeg, s.leanDeg, s.tiltDeg].map((d) => (d * Math.PI) / 180);
  const m = s.mirrored ? -1 : 1;
  const [c, n] = [Math.cos(turn), Math.sin(turn)];
  // The plane leans about an axis; what comes nearer grows.
  const [ax, ay] = [Math.cos(lean), Math.sin(lean)];
  const shrink = Math.cos(tilt) - 1;
  const plane = [
    [1 + shrink * ax * ax, shrink * ax * ay],
    [shrink * ax * ay, 1 + shrink * ay * ay],
  ];
  const near = [(Math.sin(tilt) * ax) / s.lensMm, (Math.sin(tilt) * ay) / s.lensMm];
  const row = (p: number, q: number, at: number) => {
    const x = m * (p * plane[0][0] + q * plane[1][0]);
    const y = p * plane[0][1] + q * plane[1][1];
    return [scale * x + at * near[0], scale * y + at * near[1], at];
  };
  const [px, py] = [s.width * (0.5 + s.offset[0]), s.height * (0.5 + s.offset[1])];
  return [...row(c, -n, px), ...row(n, c, py), near[0], near[1], 1];
}

const PLINTH = [0.09, 0.07, 0.06];
const SKIN = [0.42, 0.24, 0.17];

/** What holds the piece at a place of the plan (mm from its middle, y down); null where nothing does. */
function holderAt(
  { picture }: PlanRaster,
  holder: Shot['holder'],
  x: number,
  y: number,
): readonly number[] | null {
  const [w, h] = [picture.width / picture.pxPerMm / 2, picture.height / picture.pxPerMm / 2];
  if (holder === 'plinth') return Math.abs(x) < 0.55 * w && y > 0.9 * h && y < 1.45 * h ? PLINTH : null;
  if (holder === 'hand') {
    const edge = 0.2 * w * Math.sin((3 * x) / w);
    return y > 0.92 * h + edge * 0.2 && y < 1.7 * h && Math.abs(x + 0.1 * w) < 0.75 * w ? SKIN : null;
  }
  return null;
}

/** What lies in front of the lens, in linear light, three channels: two rays a point. */
function sceneOf(plan: PlanRaster, { level, linear }: Painted, shot: Shot): Float32Array {
  const { width, height, holder } = shot;
  const back = inverted(shotMap(plan, shot));
  const scene = new Float32Array(width * height * 3);
  const card = [CARD_Y, CARD_Y, CARD_Y];
  for (let y = 0, k = 0; y < height; y++)
    for (let x = 0; x < width; x++, k += 3)
      for (const off of [0.25, 0.75]) {
        const [px, py] = [x + off, y + off];
        const w = back[6] * px + back[7] * py + back[8];
        const mx = (back[0] * px + back[1] * py + back[2]) / w;
        const my = (back[3] * px + back[4] * py + back[5]) / w;
        const behind = (holder === 'none' ? null : holderAt(plan, holder, mx, my)) ?? card;
        const fx = Math.round(mx * level.pxPerMm + level.width / 2 - 0.5);
        const fy = Math.round(my * level.pxPerMm + level.height / 2 - 0.5);
        const on = fx >= 0 && fy >= 0 && fx < level.width && fy < level.height;
        const i = on ? fy * level.width + fx : 0;
        const m = on ? level.alpha[i] : 0;
        for (let c = 0; c < 3; c++) scene[k + c] += 0.5 * (m * linear[3 * i + c] + (1 - m) * behind[c]);
      }
  return scene;
}

/** The stand-in camera over a painted piece on a grey card. RGBA bytes. */
export function photographed(
  plan: PlanRaster,
  painted: Painted,
  shot: Shot,
  seed: number,
): { readonly width: number; readonly height: number; readonly rgba: Uint8ClampedArray<ArrayBuffer> } {
  const { width, height } = shot;
  const random = seededRandom(seed);
  const scene = sceneOf(plan, painted, shot);
  const seen = blurred({ width, height, channels: 3, data: scene }, shot.blurPx).data;
  const gains = [shot.cast[0], 1, shot.cast[1]].map((g) => g * 2 ** shot.stops);
  const rgba = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++) {
    const light = 1 - shot.fallOff * (0.6 * ((i % width) / width) + 0.4 * (Math.floor(i / width) / height));
    for (let c = 0; c < 3; c++) {
      const v = seen[3 * i + c] * gains[c] * light;
      const noisy = clamp(v + gaussian(random) * (shot.noise * Math.sqrt(Math.max(0, v)) + 0.001), 0, 1);
      const e = fromLinear(noisy);
      // A camera's curve: darker darks, lighter lights.
      rgba[4 * i + c] = 255 * (e + shot.curve * (e * e * (3 - 2 * e) - e));
    }
    rgba[4 * i + 3] = 255;
  }
  return { width, height, rgba };
}
