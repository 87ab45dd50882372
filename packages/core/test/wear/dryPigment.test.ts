import { describe, expect, test } from '@jest/globals';
import {
  aimsOf,
  forms,
  labToHex,
  MIXED_KINDS,
  newPart,
  newPiece,
  otherMixes,
  paintingOrder,
  partSheet,
  readTypedPaints,
  towline,
  withWear,
  type Paint,
  type Piece,
  type WearKind,
} from '../../src/index.js';

const pigment = (name: string, hex: string): Paint => ({
  ...towline[0],
  ...{ id: name.toLowerCase().replace(' ', '-'), name, hex, kind: 'pigment' },
});
const [earth, soot] = [pigment('Road earth', '#8a7450'), pigment('Lamp soot', '#211e1d')];

/** The layers that a kind of wear adds to a dome, for a painter with these pots. */
function layersOf(kind: WearKind, paints: readonly Paint[]) {
  const begun = newPiece('x', 'X', [newPart('p', forms.dome.defaults)]);
  const piece: Piece = withWear({ ...begun, paints: [...paints] }, 'p', kind);
  return paintingOrder(piece, new Map([['p', partSheet(piece.parts[0], piece)]])).filter(
    (l) => l.role === 'wear',
  );
}

describe('dry pigment on the shelf', () => {
  test('is what dust and soot are laid with, wetted and not counted in drops', () => {
    const [dust] = layersOf('pigment', [...towline, earth, soot]);
    expect(dust).toMatchObject({
      mixText: 'Road earth',
      thinning: 'wetted with water',
      amount: '',
      missing: '',
    });
    expect(dust.caution).toMatch(/never blow on it/);
    const black = layersOf('heat', [...towline, earth, soot]).find((l) => l.step === 'heat-soot')!;
    expect(black.mixText).toBe('Lamp soot');
  });

  test('of quite another colour, or run out, is not: paint is mixed for it', () => {
    const before = layersOf('pigment', towline);
    expect(before[0].mix.length).toBeGreaterThan(0);
    expect(layersOf('pigment', [...towline, pigment('Sea green', '#1d7a66')])).toEqual(before);
    expect(before[0].thinning).toBe('2 water to 1 paint');
  });

  test('is mixed into no paint: no value step holds any', () => {
    expect(MIXED_KINDS.has('pigment')).toBe(false);
    // A pot of exactly what a step aims at is passed over where it holds dust.
    const [ladder] = newPiece('x', 'X', []).ladders;
    const aims = aimsOf(ladder, towline);
    const exact = aims.map((lab, k) => pigment(`Step ${k}`, labToHex(lab)));
    aims.forEach((_, k) => {
      const used = new Set(
        otherMixes(ladder, [...towline, ...exact], k).flatMap(({ mix }) => mix.map((m) => m.paint)),
      );
      expect(used.size).toBeGreaterThan(0);
      for (const { id } of exact) expect(used.has(id)).toBe(false);
    });
  });

  test('is understood where a line ends in its word', () => {
    const typed = readTypedPaints('rust brown pigment\nearth brown pigment\nsoot pigment').map(
      (l) => l.paint!,
    );
    expect(typed.map((p) => p.kind)).toEqual(['pigment', 'pigment', 'pigment']);
    expect(typed[0].name).toBe('rust brown pigment');
    const pots = typed.map(({ name, hex }) => pigment(name, hex));
    expect(layersOf('pigment', [...towline, ...pots])[0].mixText).toBe('earth brown pigment');
    const black = layersOf('heat', [...towline, ...pots]).find((l) => l.step === 'heat-soot')!;
    expect(black.mixText).toBe('soot pigment');
    expect(readTypedPaints('Road earth #8a7450 pigment')[0].paint).toMatchObject({ kind: 'pigment' });
  });
});
