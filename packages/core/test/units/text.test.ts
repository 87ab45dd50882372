import { expect, test } from '@jest/globals';
import {
  counted,
  areaText,
  clamp,
  clockHours,
  clockText,
  duration,
  listOf,
  normalise,
  percent,
  plain,
  seededRandom,
  seedOf,
  smoothstep,
  thinning,
} from '../../src/index.js';

test('clock times read as on a clock', () => {
  expect([0, 10.75, 12, 11.999, 5.5, -1].map(clockText)).toEqual([
    '12:00',
    '10:45',
    '12:00',
    '12:00',
    '5:30',
    '11:00',
  ]);
});

test('a time on the clock is read as it is typed', () => {
  expect(['9:30', ' 9.5', '9,5', '12:15', '12', '0', '3'].map(clockHours)).toEqual([
    9.5, 9.5, 9.5, 0.25, 0, 0, 3,
  ]);
  for (const none of ['', 'noon', '13:00', '9:75', '9:3', '-1', '9:30 am'])
    expect(clockHours(none)).toBeNull();
  for (let quarter = 0; quarter < 48; quarter++) {
    const hours = quarter / 4;
    expect(clockHours(clockText(hours))).toBe(hours);
  }
});

test('thinning is written out, water first, in whole parts', () => {
  expect([0, 1, 0.5, 1.5, 4, 0.25, 2 / 3].map((w) => thinning(w))).toEqual([
    'neat',
    '1 water to 1 paint',
    '1 water to 2 paint',
    '3 water to 2 paint',
    '4 water to 1 paint',
    '1 water to 4 paint',
    '2 water to 3 paint',
  ]);
  expect(thinning(0.37)).toBe('0.37 water to 1 paint');
  expect(thinning(0.25, 'medium')).toBe('1 medium to 4 paint');
});

test('shares, minutes and lists read aloud', () => {
  expect([0, 0.44, 9.96, 32.4].map(areaText)).toEqual(['0', '0.4', '10', '32'].map((n) => `${n}\u00a0mm²`));
  expect([1, 0.42, 0.0123, 0.004].map(percent)).toEqual(['100 %', '42 %', '1.2 %', '0.4 %']);
  expect([5, 59.6, 60, 75, 580].map(duration)).toEqual(['5 min', '1 h', '1 h', '1 h 15', '9 h 40']);
  expect([[], ['a'], ['a', 'b'], ['a', 'b', 'c']].map(listOf)).toEqual(['', 'a', 'a and b', 'a, b and c']);
  expect([plain(3), plain(3.14159), plain(2.5, 0)]).toEqual(['3', '3.1', '3']);
});

test('the same seed gives the same numbers, evenly spread', () => {
  const a = seededRandom(5);
  const b = seededRandom(5);
  const numbers = Array.from({ length: 4000 }, () => a());
  numbers.forEach((n) => expect(b()).toBe(n));
  expect(numbers.reduce((s, n) => s + n, 0) / 4000).toBeCloseTo(0.5, 1);
  expect(Math.min(...numbers)).toBeGreaterThanOrEqual(0);
  expect(Math.max(...numbers)).toBeLessThan(1);
  expect(seedOf('blade')).not.toBe(seedOf('blade-2'));
});

test('small helpers hold their borders', () => {
  expect([clamp(-1, 0, 2), clamp(1, 0, 2), clamp(3, 0, 2)]).toEqual([0, 1, 2]);
  expect([smoothstep(0, 1, -1), smoothstep(0, 1, 0.5), smoothstep(0, 1, 2)]).toEqual([0, 0.5, 1]);
  expect(() => normalise([0, 0, 0])).toThrow(/direction/);
});

test('things are counted in words, one of them alone', () => {
  expect([0, 1, 2].map((n) => counted(n, 'part'))).toEqual(['0 parts', '1 part', '2 parts']);
  expect([1, 3].map((n) => counted(n, 'part goes', 'parts go'))).toEqual(['1 part goes', '3 parts go']);
});
