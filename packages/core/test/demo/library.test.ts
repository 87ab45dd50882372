import { describe, expect, test } from '@jest/globals';
import { FORM_KINDS, foundInLibrary, library, SHAPE_WORDS } from '../../src/index.js';

const found = (text: string) => foundInLibrary(text).map((i) => i.id);

describe('the library', () => {
  test('holds every form that can be chosen as it is, and its variants, each with an id of its own', () => {
    const ids = library.map((i) => i.id);
    for (const kind of FORM_KINDS) expect(ids).toContain(kind);
    expect(ids).toContain('mail-scales');
    expect(new Set(ids).size).toBe(ids.length);
  });

  test.each([
    ['pauldron', 'dome'],
    ['shoulder', 'dome'],
    ['knee', 'dome'],
    ['greave', 'tube'],
    ['gun barrel', 'tube'],
    ['Sword', 'blade'],
    ['belt', 'band'],
    ['shield', 'plate'],
    ['buckle', 'ring'],
    ['coin', 'disc'],
    ['breastplate', 'relief'],
    ['studs', 'rivets'],
    ['chainmail', 'mail'],
    ['mail', 'mail-scales'],
    ['jewel', 'gem'],
    ['casing', 'box'],
    ['medallion', 'disc'],
    ['belly', 'relief'],
    ['sabre', 'blade'],
    ['gauntlets', 'row-lames'],
    ['knees', 'dome'],
    ['lances', 'tube'],
  ])('finds by a painter’s word: %s', (word, id) => expect(found(word)).toContain(id));

  test('finds something by every word for a shape that it offers', () => {
    for (const word of SHAPE_WORDS) expect(found(word).length).toBeGreaterThan(0);
  });

  test('takes the beginning of a word, wants all words, and finds all where none is given', () => {
    expect(found('pauld')).toEqual(found('pauldron'));
    expect(found('scale shirt')).toEqual(['mail-scales']);
    expect(found('  ')).toHaveLength(library.length);
    expect(found('teapot')).toEqual([]);
  });
});
