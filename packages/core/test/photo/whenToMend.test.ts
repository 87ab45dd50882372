import { beforeAll, describe, expect, test } from '@jest/globals';
import {
  layerOf,
  lockKeepersArm,
  tickFor,
  whenToMend,
  type OrderLayer,
  type PhotoFindingId,
} from '../../src/index.js';
import { orderOf } from '../support.js';

const piece = lockKeepersArm;
const PART = 'vambrace';
const LAID = Date.parse('2026-11-29T19:00:00Z');
const MINUTE = 60_000;

let order: readonly OrderLayer[];
beforeAll(() => {
  order = orderOf(piece);
});
const finding = (id: PhotoFindingId, times = 1.4) => ({ id, part: PART, measured: 6 * times, limit: 6 });
const onPart = () => order.filter((l) => l.parts.some((s) => s.part === PART));
/** As told after the first layer of a role. */
const after = (role: string) => ({
  order,
  after: layerOf(onPart().find((l) => l.role === role)!),
  ticks: [],
  now: LAID,
});

describe('when a finding is mended', () => {
  test('value waits while edges and lights are still to come, and says what comes', () => {
    const { wait, toCome } = whenToMend(finding('too-bright'), after('value'));
    expect(wait).toBe(true);
    expect(toCome).toEqual(
      onPart()
        .slice(onPart().findIndex((l) => l.role === 'value') + 1)
        .map((l) => l.title),
    );
  });

  test('of the finished piece nothing waits, nor once the last of the part is laid', () => {
    expect(whenToMend(finding('too-dark'), { ...after('value'), after: null })).toMatchObject({
      wait: false,
      toCome: [],
    });
    const last = { ...after('value'), after: layerOf(onPart().at(-1)!) };
    expect(whenToMend(finding('too-dark'), last).wait).toBe(false);
  });

  test('what no later layer hides is mended at once: moved light, a filled dark, and anything far off', () => {
    for (const id of ['light-moved', 'gap-filled', 'missed-part'] as const)
      expect(whenToMend(finding(id), after('value')).wait).toBe(false);
    expect(whenToMend(finding('too-bright', 2.1), after('value')).wait).toBe(false);
  });
});

describe('how dry a part is', () => {
  const laid = () => onPart()[0];
  const at = (minutes: number) => {
    const step = laid().parts.find((s) => s.part === PART)!;
    const ticks = [tickFor(step, laid(), { copy: 1, doneAt: new Date(LAID).toISOString() })];
    return whenToMend(finding('too-bright'), { order, after: null, ticks, now: LAID + minutes * MINUTE });
  };

  test('goes from wet over setting to dry, by the layer that was ticked last', () => {
    const { dryMin, title } = laid();
    expect(at(0.1 * dryMin).dryness).toBe('wet');
    expect(at(0.5 * dryMin).dryness).toBe('setting');
    expect(at(dryMin).dryness).toBe('dry');
    expect(at(0.5 * dryMin).last).toEqual({
      title,
      dryAt: new Date(LAID + dryMin * MINUTE).toISOString(),
    });
  });

  test('a part that was never ticked, or only later than now, is taken for dry', () => {
    expect(whenToMend(finding('too-bright'), { order, after: null, ticks: [], now: LAID })).toMatchObject({
      dryness: 'dry',
      last: null,
    });
    expect(at(-5)).toMatchObject({ dryness: 'dry', last: null });
  });
});
