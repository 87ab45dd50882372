import type { Lab } from '../colour/index.js';

const KL = 0.7;
const KC = 1.4;
const POW = 25 ** 7;
const TURN = 2 * Math.PI;
const rad = Math.PI / 180;

/**
 * CIEDE2000 (CIE 142-2001) with kL = 0.7, kC = 1.4, kH = 1: value counts more than how vivid a mix is, since value is
 * what makes metal. The same as the colour library gives (a test holds both together), without an object a call.
 */
export function nearness(l1: number, a1: number, b1: number, l2: number, a2: number, b2: number): number {
  const mean7 = ((Math.sqrt(a1 * a1 + b1 * b1) + Math.sqrt(a2 * a2 + b2 * b2)) / 2) ** 7;
  const g = 1 + 0.5 * (1 - Math.sqrt(mean7 / (mean7 + POW)));
  const [p1, p2] = [a1 * g, a2 * g];
  const [c1, c2] = [Math.sqrt(p1 * p1 + b1 * b1), Math.sqrt(p2 * p2 + b2 * b2)];
  let h1 = c1 === 0 ? 0 : Math.atan2(b1, p1);
  let h2 = c2 === 0 ? 0 : Math.atan2(b2, p2);
  if (h1 < 0) h1 += TURN;
  if (h2 < 0) h2 += TURN;
  const dl = l2 - l1;
  const dc = c2 - c1;
  let dh = h2 - h1;
  let mean = (h1 + h2) / 2;
  if (c1 * c2 === 0) {
    dh = 0;
    mean = h1 + h2;
  } else if (Math.abs(dh) > Math.PI) {
    mean += h1 + h2 < TURN ? Math.PI : -Math.PI;
    dh += dh > 0 ? -TURN : TURN;
  }
  const across = 2 * Math.sqrt(c1 * c2) * Math.sin(dh / 2);
  const lm = (l1 + l2) / 2 - 50;
  const cm = (c1 + c2) / 2;
  const t =
    1 -
    0.17 * Math.cos(mean - 30 * rad) +
    0.24 * Math.cos(2 * mean) +
    0.32 * Math.cos(3 * mean + 6 * rad) -
    0.2 * Math.cos(4 * mean - 63 * rad);
  const sl = 1 + (0.015 * lm * lm) / Math.sqrt(20 + lm * lm);
  const sc = 1 + 0.045 * cm;
  const sh = 1 + 0.015 * cm * t;
  const cm7 = cm ** 7;
  const turned = (mean / rad - 275) / 25;
  const rt = -2 * Math.sqrt(cm7 / (cm7 + POW)) * Math.sin(60 * rad * Math.exp(-turned * turned));
  const [x, y, w] = [dl / (KL * sl), dc / (KC * sc), across / sh];
  return Math.sqrt(Math.max(0, x * x + y * y + w * w + rt * y * w));
}

/** Least that two colours this far apart in value can differ: SL is nowhere above 1.75. */
export const leastFor = (dl: number): number => Math.abs(dl) / (KL * 1.75);

export const nearnessOf = (p: Lab, q: Lab): number => nearness(p.l, p.a, p.b, q.l, q.a, q.b);

/** Closeness as a painter says it, for a CIEDE2000 difference. */
export function closeness(deltaE: number): string {
  if (deltaE < 1) return 'same to the eye';
  if (deltaE < 2.5) return 'close match';
  if (deltaE < 5) return 'near';
  if (deltaE < 9) return 'some way off';
  return 'out of reach';
}
