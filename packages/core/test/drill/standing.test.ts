import { describe, expect, test } from '@jest/globals';
import {
  DRILL_IDS,
  drills,
  keptAnswers,
  MOST_DRILL_ANSWERS,
  nextKind,
  readDrillAnswers,
  RefusedInput,
  seededRandom,
  standingOf,
  towline,
  writeDrillAnswers,
  type DrillAnswer,
} from '../../src/index.js';

const kinds = drills.value.kinds(towline);
const minute = (n: number) => new Date(Date.UTC(2026, 10, 20, 19, n)).toISOString();
/** Answers about hues, one a minute, each with how far it leans. */
const answers = (...given: readonly (readonly [about: string, lean: number])[]): DrillAnswer[] =>
  given.map(([about, lean], i) => ({
    id: `a-${i}`,
    drill: 'value',
    about,
    miss: Math.abs(lean),
    lean,
    at: minute(i),
  }));
const repeated = <T>(n: number, item: T): T[] => Array.from({ length: n }, () => item);

describe('what answers tell', () => {
  test('nothing, before there are any', () => {
    expect(standingOf('value', [], kinds)).toEqual({
      answered: 0,
      usualMiss: null,
      atFirst: null,
      close: 0,
      of: 0,
      leans: [],
      worst: null,
    });
  });

  test('the usual miss of late, and at first once those are others', () => {
    const told = answers(...repeated(20, ['blues', 12] as const), ...repeated(19, ['blues', 4] as const));
    expect(standingOf('value', told, kinds)).toMatchObject({
      answered: 39,
      usualMiss: 4,
      atFirst: null,
      close: 19,
      of: 20,
    });
    const more = [...told, ...answers(['blues', 4]).map((a) => ({ ...a, id: 'z', at: minute(59) }))];
    expect(standingOf('value', more, kinds)).toMatchObject({ usualMiss: 4, atFirst: 12, close: 20, of: 20 });
  });

  test('which hues are taken for too light, and which for too dark; a miss to both sides is no lean', () => {
    const told = answers(
      ...repeated(5, ['blues', 9] as const),
      ...repeated(5, ['yellows', -6] as const),
      ...[12, -12, 11, -11, 12, -12].map((lean) => ['reds', lean] as const),
      ...repeated(3, ['greens', 40] as const),
    );
    const { leans, worst } = standingOf('value', told, kinds);
    expect(leans.map(({ kind, lean }) => [kind.label, lean])).toEqual([
      ['blues', 9],
      ['yellows', -6],
    ]);
    // Greens were asked too seldom to tell.
    expect(worst?.id).toBe('reds');
  });

  test('answers to other drills tell nothing', () => {
    const told = answers(...repeated(30, ['blues', 9] as const)).map((a) => ({
      ...a,
      drill: 'share' as const,
    }));
    expect(standingOf('value', told, kinds).answered).toBe(0);
  });
});

describe('the next question', () => {
  test('is of what is missed most more often than chance has it, and of everything else too', () => {
    const told = answers(...repeated(6, ['blues', 30] as const), ['greens', 0]);
    const random = seededRandom(3);
    const asked = Array.from({ length: 400 }, () => nextKind('value', kinds, told, random).id);
    const blues = asked.filter((id) => id === 'blues').length / asked.length;
    expect(blues).toBeGreaterThan(0.4);
    expect(blues).toBeLessThan(0.7);
    // What was just asked is not asked again; all others come.
    expect(new Set(asked)).toEqual(new Set(kinds.map((k) => k.id).filter((id) => id !== 'greens')));
  });

  test('is of the only kind there is', () => {
    const one = kinds.slice(0, 1);
    expect(nextKind('value', one, answers([one[0].id, 1]), seededRandom(1))).toBe(one[0]);
  });
});

describe('a file of answers', () => {
  test('comes back as it was, the oldest first, whatever order they came in', () => {
    const told = answers(['blues', 3], ['reds', -2], ['greens', 0]);
    expect(readDrillAnswers(writeDrillAnswers([...told].reverse()))).toEqual(told);
  });

  test('keeps the newest where there are too many', () => {
    const many = Array.from({ length: MOST_DRILL_ANSWERS + 3 }, (_, i) => ({
      ...answers(['blues', 1])[0],
      id: `n-${i}`,
      at: new Date(Date.UTC(2026, 0, 1) + 1000 * i).toISOString(),
    }));
    const kept = keptAnswers(many);
    expect([kept.length, kept[0].id]).toEqual([MOST_DRILL_ANSWERS, 'n-3']);
    expect(readDrillAnswers(writeDrillAnswers(many))).toEqual(kept);
  });

  test.each([
    ['no JSON', '{', /a JSON object/],
    ['another format', '{"format":"x","version":1,"answers":[]}', /pale-glint\/drills/],
    ['an unknown drill', { drill: 'hats' }, /answers\[0\]\.drill.*one of value, light/],
    ['a miss below 0', { miss: -1 }, /answers\[0\]\.miss.*from 0 to 1000/],
    ['a time without a zone', { at: '2026-11-20T19:00:00' }, /answers\[0\]\.at.*UTC/],
    ['a field too many', { seed: 4 }, /seed.*remove it/],
  ])('is refused with %s', (_, given, message) => {
    const file = JSON.parse(writeDrillAnswers(answers(['blues', 1]))) as { answers: object[] };
    const text =
      typeof given === 'string'
        ? given
        : JSON.stringify({ ...file, answers: [{ ...file.answers[0], ...given }] });
    const refused = () => readDrillAnswers(text);
    expect(refused).toThrow(RefusedInput);
    expect(refused).toThrow(message);
  });
});

test('every drill says how it is judged', () => {
  for (const id of DRILL_IDS) {
    const { label, question, trains, unit, within } = drills[id];
    for (const said of [label, question, trains, unit]) expect(said).not.toBe('');
    expect(question).toMatch(/\?$/);
    expect(within).toBeGreaterThanOrEqual(0);
  }
});
