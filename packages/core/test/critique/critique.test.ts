import { describe, expect, test } from '@jest/globals';
import {
  applyFix,
  computed,
  critique,
  findingDefinitions,
  FINDINGS,
  activeFindings,
  pathsOf,
  readPiece,
  fixAll,
  writePiece,
  type Fix,
  type Part,
  type Piece,
} from '../../src/index.js';
import { alone, planted, shape, sound } from './planted.js';

/** Zones drawn coarser than on the screen: three times as fast. */
const POINTS = 6000;
const coarse = (part: Part, piece: Piece) => computed(part, piece, POINTS);
const look = (piece: Piece) => critique(piece, (part) => coarse(part, piece));

/** Every value of a piece under its path; items of lists under their ids. */
function leaves(value: unknown, path = '', into = new Map<string, string>()): Map<string, string> {
  if (Array.isArray(value)) {
    value.forEach((v: unknown, i) => {
      const id = v !== null && typeof v === 'object' && 'id' in v ? String(v.id) : String(i);
      leaves(v, path ? `${path}.${id}` : id, into);
    });
  } else if (value !== null && typeof value === 'object')
    for (const [k, v] of Object.entries(value)) leaves(v, path ? `${path}.${k}` : k, into);
  else into.set(path, JSON.stringify(value));
  return into;
}

/** Paths at which two pieces differ. */
function differences(a: Piece, b: Piece): string[] {
  const [x, y] = [leaves(a), leaves(b)];
  return [...new Set([...x.keys(), ...y.keys()])].filter((path) => x.get(path) !== y.get(path));
}
const within = (path: string, fixes: readonly Fix[]) =>
  fixes.flatMap(pathsOf).some((p) => path === p || path.startsWith(`${p}.`));

test('every finding that can occur is planted', () => {
  expect(planted.length).toBeGreaterThanOrEqual(60);
  expect([...new Set(planted.map(([id]) => id))].sort()).toEqual([...FINDINGS].sort());
  expect(Object.keys(findingDefinitions).sort()).toEqual([...FINDINGS].sort());
  for (const [id, d] of Object.entries(findingDefinitions)) expect(d.id).toBe(id);
});

describe.each(planted)('%s, %s', (id, _, piece) => {
  const findings = look(piece);

  test('is named, with figure, place and sentence', () => {
    const found = findings.find((f) => f.id === id);
    expect(found).toBeDefined();
    const { from, to } = found!.wanted;
    // At least a fifth past the limit; lips and lost lights are counted, not measured.
    if (to !== null && to > 0) expect(found!.measured).toBeGreaterThanOrEqual(1.2 * to * 0.999);
    if (from !== null) expect(found!.measured).toBeLessThanOrEqual(from / 1.2 + 1e-9);
    expect(found!.message.length).toBeGreaterThan(20);
    expect(found!.message).not.toMatch(/undefined|NaN|!/);
    expect(Number.isFinite(found!.at.xMm) && Number.isFinite(found!.at.yMm)).toBe(true);
  });

  test('is fixed, changing only what the fixes name', () => {
    const { piece: after, applied, left, rounds } = fixAll(piece, coarse);
    expect(applied.length).toBeGreaterThan(0);
    expect(rounds).toBeLessThanOrEqual(20);
    expect(left.filter((f) => f.fix)).toEqual([]);
    expect(left.map((f) => f.id)).not.toContain(id);
    for (const path of differences(piece, after)) expect([path, within(path, applied)]).toEqual([path, true]);
    expect(readPiece(writePiece(after)).id).toBe(piece.id);
  });
});

test('40 sound designs raise nothing', () => {
  expect(sound.length).toBeGreaterThanOrEqual(40);
  const raised = sound.flatMap((piece, i) =>
    look(piece).map(
      (f) => `${i} ${piece.parts[0].form.kind} ${piece.rig.keyClockHours}: ${f.id}, ${f.message}`,
    ),
  );
  expect(raised).toEqual([]);
});

describe('what the painter says to a finding', () => {
  const [, , piece] = planted.find(([id]) => id === 'even-edges')!;

  test('dismissed for a part with a reason, it stays, quiet, and is not fixed', () => {
    const quiet = [{ part: 'it', finding: 'even-edges' as const, reason: 'a drawn look is wanted' }];
    const calm = { ...piece, critique: { ...piece.critique, quiet } };
    const findings = look(calm);
    expect(findings.find((f) => f.id === 'even-edges')?.quiet).toBe('a drawn look is wanted');
    expect(activeFindings(findings).map((f) => f.id)).not.toContain('even-edges');
    expect(fixAll(calm, coarse).piece).toEqual(calm);
    const elsewhere = { ...piece, critique: { ...piece.critique, quiet: [{ ...quiet[0], part: null }] } };
    expect(activeFindings(look(elsewhere)).map((f) => f.id)).toContain('even-edges');
  });

  test('another limit, with a note, takes the place of the first', () => {
    const limits = [{ finding: 'even-edges' as const, limit: 0, note: 'drawn look' }];
    expect(look({ ...piece, critique: { ...piece.critique, limits } }).map((f) => f.id)).not.toContain(
      'even-edges',
    );
    const strict = alone(shape('dome', { widthMm: 12, heightMm: 12 }));
    expect(look(strict)).toEqual([]);
    const harder = [{ finding: 'washed-out' as const, limit: 0.01, note: 'dark piece' }];
    expect(look({ ...strict, critique: { ...strict.critique, limits: harder } }).map((f) => f.id)).toContain(
      'washed-out',
    );
  });

  test('an approach that makes a finding pointless silences it', () => {
    const worn = { ...piece, approach: { ...piece.approach, edges: 'worn' as const } };
    expect(look(worn).map((f) => f.id)).not.toContain('even-edges');
  });
});

test('a fix whose path does not exist is refused, not half applied', () => {
  const piece = alone(shape('dome'));
  const bad: Fix = {
    label: '',
    changes: [
      { path: ['parts', 'it', 'form', 'widthMm'], to: 9 },
      { path: ['name', 'x', 'y'], to: 1 },
    ],
  };
  expect(() => applyFix(piece, bad)).toThrow(/name/);
  expect(piece.parts[0].form).toMatchObject({ widthMm: 9 });
});
