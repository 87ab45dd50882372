import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import {
  fieldLines,
  FORMAT,
  lockKeepersArm,
  MOST_BYTES,
  MOST_BYTES_TEXT,
  MOST_TICKS,
  pieceJsonSchema,
  readPiece,
  RefusedInput,
  sluiceWarden,
  VERSION,
  writePiece,
  type Tick,
} from '../../src/index.js';
import { pieces } from './anyPiece.js';
import { runs } from '../support.js';

const refusal = (text: string): RefusedInput => {
  try {
    readPiece(text);
  } catch (error) {
    if (error instanceof RefusedInput) return error;
    throw error;
  }
  throw new Error(`accepted:\n${text.slice(0, 400)}`);
};

test(`${runs(200)} generated pieces are read and written back byte for byte`, () => {
  fc.assert(
    fc.property(pieces, (piece) => {
      const text = writePiece(piece);
      expect(writePiece(readPiece(text))).toBe(text);
      expect(text.endsWith('}\n')).toBe(true);
      expect(text).not.toMatch(/-0[,\s]/);
    }),
    { numRuns: runs(200) },
  );
});

/** Ways to damage a text that must all be refused. */
const damages: readonly ((text: string, at: number) => string)[] = [
  (t, at) => t.slice(0, 1 + Math.floor(at * (t.trimEnd().length - 2))),
  (t, at) => damageNumber(t, at, 'NaN'),
  (t, at) => damageNumber(t, at, '1e999'),
  (t, at) => damageNumber(t, at, '"7"'),
  (t, at) => damageNumber(t, at, '-99999999'),
  (t, at) => damageKey(t, at, (key) => `"${key}x"`),
  (t, at) => damageKey(t, at, (key) => `"${key}": 1, "${key}"`),
  (t) => t.replace(`"version": ${VERSION}`, '"version": 77'),
  (t) => t.replace(FORMAT, 'something/else'),
  (t, at) => insertComma(t, at),
];
function damageNumber(text: string, at: number, by: string): string {
  const all = [...text.matchAll(/: (-?\d+(\.\d+)?)(?=[,\n])/g)];
  const m = all[Math.floor(at * all.length)];
  return `${text.slice(0, m.index)}: ${by}${text.slice(m.index + m[0].length)}`;
}
function damageKey(text: string, at: number, by: (key: string) => string): string {
  const all = [...text.matchAll(/^ *"(\w+)":/gm)];
  const m = all[Math.floor(at * all.length)];
  return text.slice(0, m.index) + m[0].replace(`"${m[1]}"`, by(m[1])) + text.slice(m.index + m[0].length);
}
function insertComma(text: string, at: number): string {
  const all = [...text.matchAll(/[{[]\n/g)];
  const m = all[Math.floor(at * all.length)];
  return `${text.slice(0, m.index + 1)},${text.slice(m.index + 1)}`;
}

test(`${runs(200)} damaged files are each refused with a path`, () => {
  let refused = 0;
  fc.assert(
    fc.property(
      pieces,
      fc.integer({ min: 0, max: damages.length - 1 }),
      fc.double({ min: 0, max: 0.999, noNaN: true }),
      (piece, which, at) => {
        const text = damages[which](writePiece(piece), at);
        const { problems } = refusal(text);
        expect(problems.length).toBeGreaterThan(0);
        for (const p of problems) {
          expect(p.path).not.toBe('');
          expect(p.held).not.toBe('');
          expect(p.accepted).not.toBe('');
        }
        refused++;
      },
    ),
    { numRuns: runs(200) },
  );
  expect(refused).toBe(runs(200));
});

describe('a refusal names the field, what it held and what is accepted', () => {
  const text = writePiece(lockKeepersArm);
  test.each([
    [
      'a wrong size',
      text.replace('"lengthMm": 16', '"lengthMm": -3'),
      'parts[0].form.lengthMm',
      '-3',
      '0.2 to 400 mm',
    ],
    [
      'a doubled id',
      text.replace('"id": "vambrace"', '"id": "sleeve"'),
      'parts[1].id',
      '"sleeve"',
      'no other',
    ],
    [
      'an unknown field',
      text.replace('"copies": 1', '"copies": 1, "shine": 4'),
      'shine',
      '4',
      'no such field',
    ],
    [
      'a missing ladder',
      text.replace('"ladder": "cold-steel"', '"ladder": "gold"'),
      'finish.ladder',
      '"gold"',
      'ladders',
    ],
    [
      'a newer version',
      text.replace(`"version": ${VERSION}`, `"version": ${VERSION + 1}`),
      'version',
      String(VERSION + 1),
      'newer',
    ],
    [
      'a huge number',
      text.replace('"xMm": -9.4', '"xMm": 1e999'),
      'parts[0].place.xMm',
      'Infinity',
      '-2000 to 2000 mm',
    ],
    ['a broken text', text.slice(0, text.indexOf('"id": "elbow"') + 20), 'parts[4]', 'the end', 'whole JSON'],
    [
      'a key that stands twice',
      text.replace('"lengthMm": 16', '"lengthMm": 16, "lengthMm": 12'),
      'parts[0].form.lengthMm',
      'a second time (line ',
      'each field once',
    ],
    [
      'lists in lists',
      `${'['.repeat(400_000)}${']'.repeat(400_000)}`,
      'file',
      'lists and objects in each other',
      'at most 100',
    ],
    [
      'objects in objects, each key twice',
      `${'{"a":1,"a":'.repeat(200_000)}1${'}'.repeat(200_000)}`,
      'file',
      'lists and objects in each other',
      'at most 100',
    ],
    ['nothing', '', 'file', 'the end', 'whole JSON'],
    ['a list', '[]', 'file', 'a list of 0', 'JSON object'],
    ['too large', `${text}${' '.repeat(MOST_BYTES)}`, 'file', 'bytes', MOST_BYTES_TEXT],
  ])('%s', (_, damaged, path, held, accepted) => {
    const [p] = refusal(damaged).problems;
    expect(p.path).toContain(path);
    expect(p.held).toContain(held);
    expect(p.accepted).toContain(accepted);
  });
});

test('a piece with as many ticks as may be is read back', () => {
  const tick: Tick = {
    part: 'p'.repeat(40),
    step: 's'.repeat(40),
    role: 'value',
    copy: 1,
    doneAt: '2026-11-28T19:30:00.000Z',
    did: {
      mix: 'm'.repeat(120),
      coats: 2,
      coverShare: 0.3456,
      minutes: 12.34,
      hex: '#a0b0c0',
      plan: { coats: 2, modelCoats: 2, minutes: 12.34 },
    },
  };
  const ticks = Array.from({ length: MOST_TICKS }, (_, i) => ({
    ...tick,
    step: `s${i}`,
    copy: (i % 500) + 1,
  }));
  const many = writePiece({ ...sluiceWarden, run: { ticks } });
  expect(readPiece(many).run?.ticks).toHaveLength(MOST_TICKS);
});

test('the published JSON Schema is the one this code makes', () => {
  const published = JSON.parse(readFileSync('docs/piece.schema.json', 'utf8'));
  expect(published).toEqual(JSON.parse(JSON.stringify(pieceJsonSchema())));
});

test('the described format is the one this code reads: its version, and every field', () => {
  const described = readFileSync('docs/format.md', 'utf8');
  expect(described).toContain(`version ${VERSION} of the format \`${FORMAT}\``);
  for (const { path } of fieldLines()) expect(described).toContain(`\`${path}\``);
});
