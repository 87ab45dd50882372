import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { mapReport, readPiece, VERSION, writePiece } from '../../src/index.js';

const example = (version: number) =>
  readFileSync(`packages/core/test/format/examples/piece-v${version}.json`, 'utf8');
const kept = example(1);

/** Whether everything of an older file is found in the piece, but for what its version wrote otherwise. */
interface Old {
  readonly version: number;
  readonly parts: readonly { readonly id: string; readonly form: object; readonly place: object }[];
  readonly ladders: readonly { readonly id: string; readonly steps: readonly object[] }[];
  readonly paints: readonly object[];
  readonly rig: { readonly keyClockHours: number; readonly keyHeightDeg: number; readonly focalPart: string };
}

test.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15])(
  'a file that version %i wrote is read: parts, ladders, paints and light are there',
  (version) => {
    const old = JSON.parse(example(version)) as Old;
    expect(old.version).toBe(version);
    const piece = readPiece(example(version));
    expect(piece.version).toBe(VERSION);
    expect(piece.parts).toHaveLength(old.parts.length);
    old.parts.forEach(({ id, form, place }, i) => expect(piece.parts[i]).toMatchObject({ id, form, place }));
    old.ladders.forEach(({ id, steps }, i) => expect(piece.ladders[i]).toMatchObject({ id, steps }));
    old.paints.forEach((paint, i) => expect(piece.paints[i]).toMatchObject(paint));
    const { keyClockHours, keyHeightDeg, focalPart } = old.rig;
    expect(piece.rig).toMatchObject({ keyClockHours, keyHeightDeg, focalPart });
    // Written back it is of the present version and reads as the same piece.
    expect(readPiece(writePiece(piece))).toEqual(piece);
  },
);

test('what a migration sets stays as it was in its time: light options of version 3', () => {
  const piece = readPiece(example(2));
  expect(piece.approach).toEqual({
    edges: 'all',
    bounce: 'gap',
    blade: 'tilt',
    glints: 'white',
    surroundings: 'coloured',
  });
  for (const part of piece.parts)
    expect(Object.values(part.approach)).toEqual([null, null, null, null, null, null]);
});

test('a piece of version 1 is read, keeps all it held, and looks as it did', () => {
  const old = JSON.parse(kept) as {
    parts: { id: string; form: object }[];
    rig: { keyClockHours: number; neighbours: object[] };
  };
  const piece = readPiece(kept);
  expect(piece.version).toBe(VERSION);
  expect(piece.parts.map((p) => p.id)).toEqual(old.parts.map((p) => p.id));
  piece.parts.forEach((p, i) => expect(p.form).toMatchObject(old.parts[i].form));
  expect(piece.rig.keyClockHours).toBe(old.rig.keyClockHours);
  // Nothing that version 1 did not know colours or dims it.
  expect([piece.rig.tint, piece.rig.fallOff]).toEqual([0, 0]);
  for (const n of piece.rig.neighbours) expect(n.where.kind).toBe('far');
  expect(piece.rig.neighbours).toHaveLength(old.rig.neighbours.length);
  expect(mapReport(piece, 4)).toHaveLength(old.parts.length);
  // Written back it is of the present version and reads as the same piece.
  expect(readPiece(writePiece(piece))).toEqual(piece);
});

test('a piece of version 4 keeps its surfaces; none has a kept shape', () => {
  const old = JSON.parse(example(4)) as { sculpts: object[] };
  const surface = {
    id: 's',
    name: 'S',
    from: 'mesh',
    surface: 'a'.repeat(64),
    widthMm: 9,
    heightMm: 8,
    xMm: 1,
    yMm: 2,
    trust: 1,
    photos: [],
  };
  old.sculpts = [surface];
  expect(readPiece(JSON.stringify(old)).views[0].sculpts).toEqual([{ ...surface, shape: null }]);
});

test('a ladder of version 5 is laid as it was: dark first', () => {
  const old = JSON.parse(example(5)) as { ladders: Record<string, unknown>[] };
  for (const l of old.ladders) expect(l).not.toHaveProperty('school');
  const piece = readPiece(JSON.stringify(old));
  expect(piece.version).toBe(VERSION);
  expect(piece.ladders.map((l) => l.school)).toEqual(piece.ladders.map(() => 'dark-first'));
});

test('a piece of version 6 keeps its forms and its light: a round lamp, one barrel, no seams', () => {
  const text = example(6);
  const old = JSON.parse(text) as { version: number; rig: object; parts: { form: object }[] };
  expect(old.version).toBe(6);
  const piece = readPiece(text);
  expect(piece.version).toBe(VERSION);
  expect(piece.rig).toEqual({ ...old.rig, lamp: 'round' });
  expect(piece.parts[0].form).toEqual({ ...old.parts[0].form, barrel: 'one', seams: [] });
  expect(piece.parts[1].form).toEqual(old.parts[1].form);
  expect(readPiece(writePiece(piece))).toEqual(piece);
});

test('a piece of version 12 is seen from the front, with what lay under it', () => {
  const old = JSON.parse(example(12)) as { underlay: object; sculpts: object[]; parts: object[] };
  const piece = readPiece(example(12));
  expect(piece.views).toEqual([
    { id: 'front', name: 'Front', turnDeg: 0, light: null, underlay: old.underlay, sculpts: old.sculpts },
  ]);
  expect(old.underlay).not.toBeNull();
  expect(piece.parts.map((p) => p.view)).toEqual(old.parts.map(() => 'front'));
});

test('a note of version 13 has nothing told of its photo', () => {
  const old = JSON.parse(example(13)) as { notes: object[] };
  const note = { id: 'n', part: null, text: 'x', madeAt: null, photo: 'a'.repeat(64) };
  old.notes = [note];
  expect(readPiece(JSON.stringify(old)).notes).toEqual([{ ...note, told: null, mended: null }]);
});

test('a note of version 15 that told of a mending in its words tells it in a field; any other tells of none', () => {
  const old = JSON.parse(example(15)) as { notes: object[]; parts: { id: string }[] };
  const note = { id: 'n', part: old.parts[0].id, madeAt: '2026-11-24T19:00:00Z', photo: null, told: null };
  const words =
    'Blade is 12 of value darker than planned. Mended: a thin light veil, 3 min. Glaze all of it.';
  old.notes = [
    { ...note, text: words },
    { ...note, id: 'last', text: `Last time, ${words}`, madeAt: null },
    { ...note, id: 'own', text: 'Mended: my own way, a thin light veil' },
  ];
  expect(readPiece(JSON.stringify(old)).notes.map((n) => n.mended)).toEqual([
    { finding: null, cure: 'glaze-lighter' },
    null,
    null,
  ]);
});
