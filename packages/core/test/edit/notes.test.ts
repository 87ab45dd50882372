import { describe, expect, test } from '@jest/globals';
import {
  blobsOf,
  lockKeepersArm,
  MOST_NOTE_CHARACTERS,
  MOST_NOTES,
  mergedNotes,
  readPiece,
  noteOfMending,
  withMending,
  withNote,
  withoutNote,
  withToldOfPhoto,
  writePiece,
} from '../../src/index.js';

const note = { text: ' spat a little ', layer: 'Undercoat', madeAt: '2026-11-23T19:30:00Z', photo: null };
const PHOTO = 'c'.repeat(64);

describe('a note of the painter’s', () => {
  test('says what layer it was made with, when, and keeps its photo over the file', () => {
    const piece = withNote(withNote(lockKeepersArm, note), { ...note, text: '', photo: PHOTO });
    expect(piece.notes.map((n) => n.text)).toEqual(['Undercoat: spat a little', 'Undercoat']);
    expect(new Set(piece.notes.map((n) => n.id)).size).toBe(2);
    expect(readPiece(writePiece(piece)).notes).toEqual(piece.notes);
    // A photo leaves with the piece, and stays as long as a note names it.
    expect(blobsOf(piece)).toContain(PHOTO);
    expect(blobsOf(withoutNote(piece, piece.notes[1].id))).not.toContain(PHOTO);
    expect(withoutNote(piece, piece.notes[1].id).notes).toEqual(piece.notes.slice(0, 1));
  });

  test('is cut where it is too long, and none is pushed out by another', () => {
    const long = withNote(lockKeepersArm, { ...note, text: 'x'.repeat(2 * MOST_NOTE_CHARACTERS) });
    expect(long.notes[0].text).toHaveLength(MOST_NOTE_CHARACTERS);
    let full = lockKeepersArm;
    for (let i = 0; i < MOST_NOTES; i++) full = withNote(full, { ...note, text: `note ${i}` });
    expect(() => readPiece(writePiece(full))).not.toThrow();
    expect(() => withNote(full, note)).toThrow(/notes/);
    // One that was sent twice is kept once, also where there is no room for more.
    expect(withNote(full, { ...note, text: 'note 7' })).toBe(full);
  });

  test('made apart from others is put together with them; nothing else is', () => {
    const at = (text: string, day: number) => ({ ...note, text, madeAt: `2026-11-${day}T19:30:00Z` });
    const base = withNote(withNote(lockKeepersArm, at('both', 10)), at('gone there', 11));
    const mine = { ...withNote(base, at('mine', 12)), name: 'Renamed here' };
    const theirs = withNote(withoutNote(base, base.notes[1].id), at('theirs', 13));
    const merged = mergedNotes(base, mine, theirs)!;
    expect(merged.name).toBe('Renamed here');
    expect(merged.notes.map((n) => n.text.slice(11))).toEqual(['both', 'theirs', 'mine']);
    expect(new Set(merged.notes.map((n) => n.id)).size).toBe(3);
    // Let go here, it goes there too.
    const fewer = mergedNotes(base, withoutNote(base, base.notes[0].id), theirs)!;
    expect(fewer.notes.map((n) => n.text.slice(11))).toEqual(['theirs']);
    expect(mergedNotes(base, mine, { ...theirs, copies: 4 })).toBeNull();
  });

  test('keeps what was told of its photo, here or there', () => {
    const base = withNote(withNote(lockKeepersArm, { ...note, photo: PHOTO }), {
      ...note,
      text: 'another',
      photo: 'd'.repeat(64),
    });
    const told = (cardHex: string) => ({ view: 'front', after: null, places: [], cardHex });
    const mine = withToldOfPhoto(base, base.notes[0].id, told('#767676'));
    const theirs = withNote(withToldOfPhoto(base, base.notes[1].id, told('#202020')), {
      ...note,
      text: 'from the table',
    });
    const merged = mergedNotes(base, mine, theirs)!;
    expect(merged.notes.map((n) => n.told?.cardHex ?? null)).toEqual(['#767676', '#202020', null]);
  });
});

describe('a mending that is written down', () => {
  const mending = {
    part: 'elbow',
    finding: 'too-dark',
    message: 'Elbow is 12 of value darker than planned.',
    photoAt: '2026-11-23T19:00:00Z',
    cure: {
      id: 'glaze-lighter',
      label: 'a thin light veil',
      words: 'Glaze all of it with 2 Chalk, 1 coat.',
      minutes: 3.2,
    },
  };

  test('tells what was wrong, what was done and how long it takes, of its part', () => {
    const piece = withMending(lockKeepersArm, mending, note.madeAt);
    expect(noteOfMending(lockKeepersArm, mending)).toBeNull();
    expect(noteOfMending(piece, mending)).toEqual({
      id: 'note',
      part: 'elbow',
      text: `${mending.message} Mended: a thin light veil, 3 min. ${mending.cure.words}`,
      madeAt: note.madeAt,
      photo: null,
      told: null,
      mended: { finding: 'too-dark', cure: 'glaze-lighter' },
    });
    expect(readPiece(writePiece(piece))).toEqual(piece);
  });

  test('is another one of another part, of another finding, or by another way', () => {
    const piece = withMending(lockKeepersArm, mending, note.madeAt);
    expect(noteOfMending(piece, { ...mending, part: 'blade' })).toBeNull();
    expect(noteOfMending(piece, { ...mending, cure: { ...mending.cure, id: 'repaint' } })).toBeNull();
    expect(noteOfMending(piece, { ...mending, finding: 'too-small' })).toBeNull();
  });

  test('is the same one when the plan has changed its figures, and none for a photo that was made after it', () => {
    const piece = withMending(lockKeepersArm, mending, note.madeAt);
    const cure = { ...mending.cure, label: 'a thin light veil over it', minutes: 4 };
    const later = { ...mending, message: 'Elbow is 11 of value darker than planned.', cure };
    expect(noteOfMending(piece, later)).toBe(noteOfMending(piece, mending));
    expect(noteOfMending(piece, { ...mending, photoAt: '2026-11-24T08:00:00Z' })).toBeNull();
    expect(noteOfMending(piece, { ...mending, photoAt: null })).not.toBeNull();
  });
});
