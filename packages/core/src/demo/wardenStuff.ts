import type { Form, Place, Polish } from '../piece/index.js';
import { metalOf } from './build.js';

/** What the warden is made of, and shapes its plates are cut from. */
export const steel =
  (group: string) =>
  (id: string, name: string, form: Form, where: Place, polish: Polish = 'polished') =>
    metalOf(id, name, form, where, { polish, group });
export const brass =
  (group: string) =>
  (id: string, name: string, form: Form, where: Place, polish: Polish = 'polished') =>
    metalOf(id, name, form, where, { polish, group, ladder: 'bronze' });

export const COAT = ['Coat, madder wool', '#57302d'] as const;
export const GLOVE = ['Glove, tanned leather', '#3b2a22'] as const;
export const WOOD = ['Ash haft', '#63452b'] as const;

/** A closed outline from its right half, top to bottom, mirrored. */
export const both = (half: readonly (readonly [number, number])[]) =>
  [
    ...half,
    ...[...half]
      .reverse()
      .filter(([x]) => x !== 0)
      .map(([x, y]) => [-x, y] as const),
  ].map(([x, y]) => ({ x, y }));
/** A round hole, in shares of a plate. */
export const hole = (x: number, y: number, rx: number, ry: number) =>
  Array.from({ length: 14 }, (_, i) => {
    const t = (i / 14) * 2 * Math.PI;
    return { x: x + rx * Math.cos(t), y: y + ry * Math.sin(t) };
  });
export const slit = (side: number) => [
  { x: side * 0.1, y: 0.5 },
  { x: side * 0.8, y: 0.62 },
  { x: side * 0.82, y: 0.48 },
  { x: side * 0.1, y: 0.34 },
];
