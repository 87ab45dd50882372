import { beforeAll, describe, expect, test } from '@jest/globals';
import {
  lockKeepersArm,
  READS_WITHIN,
  stopOrGo,
  tickFor,
  type OrderLayer,
  type StopOrGo,
} from '../../src/index.js';
import { orderOf } from '../support.js';

const piece = lockKeepersArm;
const ticked = (layers: readonly OrderLayer[]) =>
  layers.flatMap((l) => l.parts.map((s) => tickFor(s, l, { copy: 1, doneAt: '2026-12-01T19:00:00Z' })));

describe('stop, or go on', () => {
  let order: readonly OrderLayer[];
  let fresh: StopOrGo;
  beforeAll(() => {
    order = orderOf(piece);
    fresh = stopOrGo(piece, order, []);
  });

  test('every step tells how far from finished it leaves the piece; what they bring adds up to all of it', () => {
    const brought = fresh.steps.reduce((n, s) => n + s.brings, 0);
    expect(brought).toBeCloseTo(fresh.off - fresh.steps[fresh.steps.length - 1].off, 6);
    expect(fresh.steps.at(-1)!.off).toBeLessThan(0.1);
    expect(fresh.off).toBeGreaterThan(10);
  });

  test('it reads once nothing that follows is seen at arm’s length', () => {
    const { steps, readsAfter, untilMin, beyondMin } = fresh;
    expect(steps[readsAfter].off).toBeLessThanOrEqual(READS_WITHIN);
    expect(steps[readsAfter - 1].off).toBeGreaterThan(READS_WITHIN);
    expect(untilMin + beyondMin).toBeCloseTo(
      steps.reduce((n, s) => n + s.minutes, 0),
      6,
    );
  });

  test('what is ticked is done; where all is, nothing is left; cloth is nobody’s step', () => {
    const half = stopOrGo(piece, order, ticked(order.slice(0, 6)));
    expect(half.steps[0].title).toBe(order[6].title);
    expect(half.off).toBeCloseTo(fresh.steps[5].off, 6);
    expect(stopOrGo(piece, order, ticked(order))).toMatchObject({ steps: [], readsAfter: -1, beyondMin: 0 });
    expect(fresh.steps.some((s) => s.layer.includes('matte'))).toBe(false);
  });

  test('it can be stopped on the way', () => {
    expect(stopOrGo(piece, order, [], (done) => done < 3).steps).toHaveLength(3);
  });
});
