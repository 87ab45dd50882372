import { describe, expect, test } from '@jest/globals';
import { WhatDries, type Wet } from '../src/stations/order/bench/whatDries.js';

const layers = new Map([
  [
    'base',
    {
      title: 'Base',
      parts: [
        { part: 'knee', coats: 2 },
        { part: 'shin', coats: 1 },
      ],
    },
  ],
  ['light', { title: 'Light', parts: [{ part: 'knee', coats: 1 }] }],
  ['strap', { title: 'Strap', parts: [{ part: 'strap', coats: 1 }] }],
]);
const drying = new WhatDries(layers);
const item = (layer: string, coat: number, ...copies: number[]) => ({ layer, coat, copies });
const MINUTE = 60_000;

describe('what may be painted when', () => {
  test('a coat leaves the parts wet that take it, on the figures it was laid on', () => {
    expect(drying.wetBy(item('base', 1, 1), [1], 5).map((w) => w.part)).toEqual(['knee', 'shin']);
    // The second coat lies on the knee alone.
    expect(drying.wetBy(item('base', 2, 1), [1, 2], 5).map((w) => [w.part, w.copy])).toEqual([
      ['knee', 1],
      ['knee', 2],
    ]);
  });

  test('a step waits for what is wet under it, the longest of it; another figure does not', () => {
    const wet: Wet[] = [
      ...drying.wetBy(item('base', 1, 1), [1], 9 * MINUTE),
      { part: 'knee', copy: 1, until: 12 * MINUTE, title: 'Glaze' },
    ];
    expect(drying.wettestUnder(item('light', 1, 1), wet, 0)).toMatchObject({ title: 'Glaze' });
    expect(drying.wettestUnder(item('light', 1, 2), wet, 0)).toBeNull();
    expect(drying.wettestUnder(item('strap', 1, 1), wet, 0)).toBeNull();
    expect(drying.wettestUnder(item('light', 1, 1), wet, 12 * MINUTE)).toBeNull();
  });

  test('meanwhile is offered what is dry and stands behind nothing of its own', () => {
    const items = [item('light', 1, 1), item('base', 2, 2), item('light', 1, 2), item('strap', 1, 1)];
    const wet = drying.wetBy(item('base', 1, 1), [1, 2], 10 * MINUTE);
    // The second coat is wet below, the light of figure 2 waits for it: the strap is free.
    expect(drying.meanwhile(items, 0, wet, 0)).toBe(3);
    expect(drying.meanwhile(items.slice(0, 3), 0, wet, 0)).toBe(-1);
    expect(drying.meanwhile(items, 0, [], 0)).toBe(1);
  });

  test('what is brought forward moves up once; what was begun stays done before it', () => {
    const items = [item('base', 1, 1, 2, 3), item('light', 1, 9), item('strap', 1, 1)];
    expect(drying.broughtForward(items, 0, 0, 2).items.map((i) => i.layer)).toEqual([
      'strap',
      'base',
      'light',
    ]);
    const after = drying.broughtForward(items, 0, 2, 2);
    expect(after).toMatchObject({ at: 1, figure: 0 });
    expect(after.items.map((i) => [i.layer, i.copies])).toEqual([
      ['base', [1, 2]],
      ['strap', [1]],
      ['base', [3]],
      ['light', [9]],
    ]);
  });
});
