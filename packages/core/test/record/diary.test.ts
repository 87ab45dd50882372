import { beforeAll, describe, expect, test } from '@jest/globals';
import {
  diaryOf,
  learnedFrom,
  lockKeepersArm,
  logRows,
  sheetOf,
  tickFor,
  writeLog,
  type OrderLayer,
  type Tick,
} from '../../src/index.js';
import { orderOf } from '../support.js';

const piece = lockKeepersArm;
let order: readonly OrderLayer[];
let ticks: Tick[];

/** The first three layers, one after the other, the third on the next day, each in three quarters of its time. */
const painted = (layers: readonly OrderLayer[]): Tick[] =>
  layers.slice(0, 3).flatMap((layer, k) =>
    layer.parts.map((step, i) =>
      tickFor(step, layer, {
        copy: 1,
        doneAt: new Date(Date.UTC(2026, 10, k < 2 ? 28 : 29, 19 + (k % 2), i)).toISOString(),
        minutes: 0.75 * step.activeMin,
      }),
    ),
  );

beforeAll(() => {
  order = orderOf(piece);
  ticks = painted(order);
});

describe('what was done', () => {
  test('reads as a diary: evenings apart by hours, each with its layers, notes and minutes beside the plan', () => {
    const note = {
      id: 'n',
      part: null,
      text: 'spat',
      madeAt: '2026-11-28T19:30:00Z',
      photo: null,
      told: null,
      mended: null,
    };
    const late = { ...note, id: 'm', text: 'looked again', madeAt: '2026-12-02T10:00:00Z' };
    // In whatever order they come.
    const evenings = diaryOf([...ticks].reverse(), [late, note], order);
    expect(evenings.map((s) => s.from.slice(0, 10))).toEqual(['2026-11-28', '2026-11-29', '2026-12-02']);
    expect(evenings[0].lines.map((l) => l.title)).toEqual(order.slice(0, 2).map((l) => l.title));
    expect(evenings[0].notes).toEqual([note]);
    expect(evenings[1].lines.map((l) => l.title)).toEqual([order[2].title]);
    expect(evenings[2]).toMatchObject({ lines: [], notes: [late], minutes: 0 });
    for (const s of evenings.slice(0, 2)) expect(s.minutes / s.plannedMin).toBeCloseTo(0.75, 1);
    const all = ticks.reduce((n, t) => n + t.did.minutes, 0);
    expect(evenings.reduce((n, s) => n + s.minutes, 0)).toBeCloseTo(all, 6);
    expect(diaryOf([], [], order)).toEqual([]);
  });

  test('reads layer by layer in the order of the plan; what is planned no more comes last, and is told so', () => {
    const gone: Tick = { ...ticks[0], step: 'gone', doneAt: '2026-11-27T10:00:00Z' };
    const sheet = sheetOf([gone, ...ticks], order);
    expect(sheet.map((l) => l.title)).toEqual([
      ...order.slice(0, 3).map((l) => l.title),
      `${gone.role}, gone`,
    ]);
    expect(sheet.at(-1)).toMatchObject({ layer: null, plannedMin: null });
    expect(sheet[0].parts.length).toBe(order[0].parts.length);
  });

  test('leaves as a table, one step a line, that no spreadsheet takes for formulas', () => {
    const odd: Tick = {
      ...ticks[0],
      doneAt: '2026-11-27T10:00:00Z',
      did: { ...ticks[0].did, mix: '=1+1, "a"' },
    };
    const rows = logRows([...ticks.slice(1), odd], order, piece);
    expect(rows[0].mix).toBe('=1+1, "a"');
    expect(rows).toHaveLength(ticks.length);
    const lines = writeLog(rows).trimEnd().split('\n');
    expect(lines).toHaveLength(ticks.length + 1);
    expect(lines[0]).toBe('done at (UTC),layer,part,figure,mix,coats,covers %,minutes,minutes planned');
    expect(lines[1]).toContain(`"'=1+1, ""a"""`);
    expect(lines[1].startsWith('2026-11-27T10:00:00Z,')).toBe(true);
  });
});

describe('what is learned of it', () => {
  const pace = (times: number, count: number) =>
    learnedFrom(
      diaryOf(painted(order), [], order).flatMap((e) =>
        Array.from({ length: count }, () => ({
          ...e,
          lines: e.lines.map((l) => ({ ...l, minutes: times * (l.plannedMin ?? 1) })),
        })),
      ),
    );

  test('comes nearer to the painter’s own pace with every layer, and says how sure it is', () => {
    for (const times of [0.6, 1.7]) {
      const [few] = pace(times, 1);
      const [many] = pace(times, 30);
      expect(Math.abs(Math.log(many.factor / times))).toBeLessThan(Math.abs(Math.log(few.factor / times)));
      expect(many.factor).toBeCloseTo(times, 1);
      expect(many.high / many.low).toBeLessThan(few.high / few.low);
      expect(few.low).toBeLessThan(few.factor);
      expect(many.from).toBeGreaterThan(few.from);
      // One evening does not outweigh all that is known of painters.
      expect(Math.abs(Math.log(few.factor))).toBeLessThan(Math.abs(Math.log(times)));
    }
  });

  test('says nothing of minutes that were taken from the plan', () => {
    expect(pace(1, 5)).toEqual([]);
  });
});
