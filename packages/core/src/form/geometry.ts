import { crossingsOf, inRing } from '../units/index.js';
import type { Edge, Point, Ring } from './surface.js';

/** Points around an ellipse, counter-clockwise. */
export function ellipse(a: number, b: number, count = 96): Ring {
  return Array.from({ length: count }, (_, i) => {
    const t = (i / count) * 2 * Math.PI;
    return [a * Math.cos(t), b * Math.sin(t)] as const;
  });
}

/** Unit outward directions of a closed ellipse's points. */
export const ellipseOutward = (ring: Ring, a: number, b: number): Point[] =>
  ring.map(([x, y]) => unit(x / (a * a), y / (b * b)));

/** (x, y) at length 1. */
export function unit(x: number, y: number): Point {
  const l = Math.hypot(x, y) || 1;
  return [x / l, y / l];
}

/** Signed area, positive when counter-clockwise. */
export function signedArea(ring: Ring): number {
  let sum = 0;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++)
    sum += ring[j][0] * ring[i][1] - ring[i][0] * ring[j][1];
  return sum / 2;
}

/** Area in mm2 of what rings enclose, by the even-odd rule: a ring inside another is a hole. */
export const areaOf = (rings: readonly Ring[]): number =>
  rings.reduce((sum, ring) => {
    const around = rings.filter((r) => r !== ring && inside([r], ring[0][0], ring[0][1])).length;
    return sum + (around % 2 === 0 ? 1 : -1) * Math.abs(signedArea(ring));
  }, 0);

export interface Bounds {
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
}

export function boundsOf(rings: readonly Ring[]): Bounds {
  let [left, right, bottom, top] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const ring of rings)
    for (const [x, y] of ring) {
      left = Math.min(left, x);
      right = Math.max(right, x);
      bottom = Math.min(bottom, y);
      top = Math.max(top, y);
    }
  return { left, right, bottom, top };
}

/** Whether a place lies in an outline and in none of its holes (even-odd rule). */
export function inside(rings: readonly Ring[], x: number, y: number): boolean {
  let within = false;
  for (const ring of rings) if (inRing(ring, x, y)) within = !within;
  return within;
}

/** What `inside` says of many places at one height: a side is looked at once for all of them. */
export function insideAt(rings: readonly Ring[], y: number): (x: number) => boolean {
  const crossings: number[] = [];
  for (const ring of rings) crossingsOf(ring, y, crossings);
  return (x) => {
    let within = false;
    for (const c of crossings) if (x < c) within = !within;
    return within;
  };
}

/** (x, y) turned counter-clockwise by an angle in radians. */
export function turn(x: number, y: number, angle: number): Point {
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  return [x * c - y * s, x * s + y * c];
}

/** Points along a straight line, both ends included, about `gap` mm apart. */
export function lineBetween(a: Point, b: Point, gap = 0.4): Point[] {
  const n = Math.max(2, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / gap) + 1);
  return Array.from(
    { length: n },
    (_, i) => [a[0] + ((b[0] - a[0]) * i) / (n - 1), a[1] + ((b[1] - a[1]) * i) / (n - 1)] as const,
  );
}

/** Unit outward directions of a closed outline's points, from its neighbours' line. */
export function outwardOf(ring: Ring): Point[] {
  const turned = Math.sign(signedArea(ring)) || 1;
  return ring.map((_, i) => {
    const [a, b] = [ring[(i + ring.length - 1) % ring.length], ring[(i + 1) % ring.length]];
    return unit(turned * (b[1] - a[1]), turned * (a[0] - b[0]));
  });
}

/** Unit directions beside an open line that runs upward: to its left (-1) or right (1). */
export const outwardAlong = (points: readonly Point[], side: number): Point[] =>
  points.map((_, i) => {
    const [a, b] = [points[Math.max(0, i - 1)], points[Math.min(points.length - 1, i + 1)]];
    return unit(side * (b[1] - a[1]), -side * (b[0] - a[0]));
  });

/** The same line with points close enough for an edge to change along it. */
export function densified(edge: Edge): Edge {
  const points: Point[] = [];
  const outward: Point[] = [];
  for (let i = 0; i + 1 < edge.points.length; i++) {
    const piece = lineBetween(edge.points[i], edge.points[i + 1]);
    const last = i + 2 === edge.points.length;
    points.push(...(last ? piece : piece.slice(0, -1)));
    for (let k = 0; k < (last ? piece.length : piece.length - 1); k++) outward.push(edge.outward[i]);
  }
  return { ...edge, points, outward };
}
