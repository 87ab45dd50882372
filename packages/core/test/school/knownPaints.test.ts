import { describe, expect, test } from '@jest/globals';
import { EMPTY_SHELF, shelfOf, towline, type Shelf } from '../../src/index.js';
import { knownPaints } from '../../src/index.js';

const shelf = shelfOf(towline);
const own = towline.filter((p) => ['chalk', 'lampsoot', 'wet-slate'].includes(p.id));

describe('what a piece is mixed from', () => {
  test('is the shelf as it stands, not what the piece once kept', () => {
    const repainted: Shelf = {
      ...shelf,
      paints: shelf.paints.map((p) => (p.id === 'chalk' ? { ...p, hex: '#eeeeee' } : p)),
    };
    const { paints, out, count } = knownPaints(repainted, own);
    expect(paints.find((p) => p.id === 'chalk')?.hex).toBe('#eeeeee');
    expect(paints.filter((p) => p.id === 'chalk')).toHaveLength(1);
    expect(out).toEqual([]);
    expect(count).toBe(40);
    expect(Object.keys(paints[0])).not.toContain('left');
  });

  test('leaves out pots that ran out, and paints of the piece that are on no shelf', () => {
    const some: Shelf = {
      ...shelf,
      paints: shelf.paints
        .filter((p) => p.id !== 'lampsoot')
        .map((p) => (p.id === 'wet-slate' ? { ...p, left: 'none' as const } : p)),
    };
    const { paints, out, count } = knownPaints(some, own);
    expect(out).toEqual(['wet-slate', 'lampsoot']);
    // A ladder that names them can still be shown.
    expect(paints.map((p) => p.id)).toEqual(expect.arrayContaining(['wet-slate', 'lampsoot']));
    expect(count).toBe(38);
  });

  test('is the piece’s own paints where the shelf is empty', () => {
    expect(knownPaints(EMPTY_SHELF, own)).toEqual({ paints: own, out: [], count: 3 });
  });
});
