import { describe, expect, test } from '@jest/globals';
import {
  barredFrom,
  firstLooked,
  firstSeen,
  renderPiece,
  frontAlone,
  MOST_VIEWS,
  namesOfParts,
  nextTurn,
  partsIn,
  readPiece,
  RefusedInput,
  reordered,
  seenIn,
  sluiceWarden,
  withPartInView,
  withPartMade,
  withPartsAdded,
  withViewAdded,
  withViewMoved,
  withoutView,
  writePiece,
  type Part,
  type Piece,
} from '../../src/index.js';

const back = (piece: Piece = sluiceWarden) => withViewAdded(piece, { name: 'Back', turnDeg: 180 }).piece;
const helm = sluiceWarden.parts.find((p) => p.id === sluiceWarden.rig.focalPart)!;

describe('the sides that a figure is seen from', () => {
  test('one is added with an id of its own, up to eight', () => {
    let piece: Piece = sluiceWarden;
    for (let i = 1; i < MOST_VIEWS; i++) {
      const added = withViewAdded(piece, { name: 'The Back!', turnDeg: 180 });
      expect(added.view).not.toBeNull();
      piece = added.piece;
    }
    expect(new Set(piece.views.map((v) => v.id)).size).toBe(MOST_VIEWS);
    expect(piece.views[1].id).toBe('the-back');
    expect(withViewAdded(piece, { name: 'Ninth', turnDeg: 0 })).toEqual({ piece, view: null });
    expect(readPiece(writePiece(piece))).toEqual(readPiece(writePiece(piece)));
    expect(readPiece(writePiece(piece)).views).toEqual(piece.views);
  });

  test('the next one offered is a side that is not there yet', () => {
    expect(nextTurn(sluiceWarden.views).name).toBe('Back');
    expect(nextTurn(back().views).name).toBe('Right side');
  });

  test('one that goes takes its parts along, and all that named them; the front stays', () => {
    const two = back();
    const there = withPartInView(two, helm.id, 'back');
    const wear: Piece['wear'] = [
      { id: 'w', part: helm.id, kind: 'rust', share: 0.1, strength: 1, seed: 1, places: [] },
    ];
    const gone = withoutView({ ...there, wear }, 'back');
    expect(gone.views).toHaveLength(1);
    expect(gone.parts).toHaveLength(sluiceWarden.parts.length - 1);
    expect([gone.rig.focalPart, gone.wear]).toEqual([null, []]);
    expect(readPiece(writePiece(gone)).parts).toHaveLength(gone.parts.length);
    expect(withoutView(two, 'front')).toBe(two);
    expect(withoutView(two, 'nowhere')).toBe(two);
  });

  test('they are put in another order behind the first', () => {
    const three = withViewAdded(back(), { name: 'Left', turnDeg: -90 }).piece;
    const ids = (p: Piece) => p.views.map((v) => v.id);
    expect(ids(withViewMoved(three, 'left', 1))).toEqual(['front', 'left', 'back']);
    expect(withViewMoved(three, 'left', 0)).toBe(three);
    expect(withViewMoved(three, 'front', 2)).toBe(three);
    expect(withViewMoved(three, 'left', 3)).toBe(three);
  });

  test('seen from one side there are that view and its parts alone; a single view is the piece itself', () => {
    const two = withPartInView(back(), helm.id, 'back');
    expect(seenIn(two, 'back').parts.map((p) => p.id)).toEqual([helm.id]);
    expect(seenIn(two, 'back').views.map((v) => v.id)).toEqual(['back']);
    expect(seenIn(two, 'gone').views[0].id).toBe('front');
    expect(seenIn(sluiceWarden, 'front')).toBe(sluiceWarden);
    expect(namesOfParts(two).get(helm.id)).toBe(`${helm.name}, back`);
    expect(namesOfParts(sluiceWarden).get(helm.id)).toBe(helm.name);
  });

  test('a piece whose front is still empty is shown from the first side that has a part', () => {
    const behind = { ...back(), parts: [{ ...helm, view: 'back' }] };
    expect(firstSeen(behind)).toBe('back');
    expect(firstSeen({ ...behind, parts: [] })).toBe('front');
    const size = { width: 60, height: 60, view: 'painted', surroundHex: null } as const;
    expect(renderPiece(behind, size).rgba.some((v) => v > 0)).toBe(true);
    expect(() => renderPiece(behind, { ...size, figureView: 'front' })).toThrow(/none to show/);
  });

  test('the focal part is looked at first; without one the nearest of metal on the side that is seen first', () => {
    expect(firstLooked(sluiceWarden)).toBe(sluiceWarden.rig.focalPart);
    const unfocused = (parts: readonly Part[]) => ({
      ...back(),
      rig: { ...sluiceWarden.rig, focalPart: null },
      parts,
    });
    const coat = sluiceWarden.parts.find((p) => p.finish.kind === 'matte')!;
    const near = { ...helm, id: 'near' };
    expect(firstLooked(unfocused([helm, near, coat]))).toBe('near');
    expect(firstLooked(unfocused([helm, { ...near, view: 'back' }, coat]))).toBe(helm.id);
    expect(firstLooked(unfocused([coat]))).toBe(coat.id);
    expect(firstLooked(unfocused([]))).toBeNull();
  });

  test('new parts stand in the view they are made in', () => {
    const two = back();
    const { piece } = withPartsAdded(two, [helm], { xMm: 0, yMm: 0, view: 'back' }, null);
    expect(partsIn(piece, 'back')).toHaveLength(1);
    const made = withPartMade(two, { form: helm.form, place: helm.place, view: 'back' }, 'Dome');
    expect(made.piece.parts.at(-1)!.view).toBe('back');
    expect(withPartMade(two, helm, 'Dome').piece.parts.at(-1)!.view).toBe('front');
  });

  test('a part is moved past those of its own view alone', () => {
    const [a, b, c] = sluiceWarden.parts;
    const parts = [a, { ...b, view: 'back' }, c];
    const next = reordered({ ...back(), parts }, { kind: 'part', id: a.id }, 1);
    expect(partsIn(next, 'front').map((p) => p.id)).toEqual([c.id, a.id]);
    const alone = reordered({ ...back(), parts }, { kind: 'part', id: b.id }, 1);
    expect(alone.parts.map((p) => p.id)).toEqual(parts.map((p) => p.id));
  });

  test('a part cut from a surface stays where the surface lies', () => {
    const sculpt = {
      id: 's',
      name: 'the scan',
      from: 'lamp',
      surface: 'a'.repeat(64),
      widthMm: 9,
      heightMm: 8,
      xMm: 0,
      yMm: 0,
      trust: 1,
      shape: null,
      photos: [],
    } as const;
    const cut = {
      ...helm,
      id: 'cut',
      form: { kind: 'sculpt', sculpt: sculpt.surface, outline: [], xMm: 0, yMm: 0, shift: 'no' },
    } as unknown as Piece['parts'][number];
    const piece = back({
      ...sluiceWarden,
      views: frontAlone({ sculpts: [{ ...sculpt, photos: [] }] }),
      parts: [cut, helm],
    });
    expect(barredFrom(piece, 'cut', 'back')).toContain('the scan');
    expect(withPartInView(piece, 'cut', 'back')).toBe(piece);
    expect(barredFrom(piece, helm.id, 'back')).toBeNull();
    expect(withPartInView(piece, helm.id, 'nowhere')).toBe(piece);
  });
});

describe('a file whose views do not hold together is refused by name', () => {
  const spoilt = (change: (piece: Piece) => void): string => {
    const piece = JSON.parse(writePiece(back())) as Piece;
    change(piece);
    try {
      readPiece(JSON.stringify(piece));
    } catch (error) {
      if (error instanceof RefusedInput) return error.problems.map((p) => p.path).join(' ');
      throw error;
    }
    return 'accepted';
  };
  test.each<[string, (piece: Piece) => void, string]>([
    ['a part in a view that is not there', (p) => void (p.parts[0].view = 'nowhere'), 'parts[0].view'],
    ['two views of one id', (p) => void (p.views[1].id = 'front'), 'views[1].id'],
    ['a first view that is turned', (p) => void (p.views[0].turnDeg = 10), 'views[0].turnDeg'],
    ['a turn beyond the round', (p) => void (p.views[1].turnDeg = 200), 'views[1].turnDeg'],
    ['no view', (p) => void (p.views = []), 'views'],
  ])('%s', (_name, change, path) => {
    expect(spoilt(change)).toContain(path);
  });
});
