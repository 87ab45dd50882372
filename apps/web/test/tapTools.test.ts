import { describe, expect, test } from '@jest/globals';
import { FRONT_VIEW, frontAlone, newPiece, type Piece, type Underlay } from '@pale-glint/core';
import { partTool, scaleTool, straightenTool, type TappedOn } from '../src/stations/miniature/tapTools.js';
import { asksNearer, askOf, tapTools } from '../src/stations/miniature/taps.js';
import { PieceStore } from '../src/store/pieceStore.js';

const world = {
  save: () => new Promise<never>(() => undefined),
  stored: () => new Promise<never>(() => undefined),
  keep: () => undefined,
  after: () => () => undefined,
};
const underlay: Underlay = {
  photo: 'a'.repeat(64),
  widthPx: 600,
  heightPx: 900,
  mmPerPx: 0.1,
  xMm: 0,
  yMm: 27,
  turnDeg: 0,
  shows: 1,
  grey: 'no',
  map: 1,
};
const storeWith = (over: Partial<Piece> = {}) =>
  new PieceStore({ ...newPiece('p', 'P', []), views: frontAlone({ underlay }), ...over }, 1, world);
const on = (store: PieceStore): TappedOn => ({ store, figureView: FRONT_VIEW });
const photoOf = (store: PieceStore) => store.get().piece.views[0].underlay;
const tool = (id: string) => tapTools.find((t) => t.id === id)!;

describe('errands by tapping', () => {
  test('a base of 32 mm scales the photo and brings its middle to the foot of the piece, as one undo', async () => {
    const store = storeWith();
    expect(
      await scaleTool(on(store), 32, true).done(
        [
          [-11, 3],
          [9, 3],
        ],
        null,
      ),
    ).toBeNull();
    const u = photoOf(store)!;
    expect(u.mmPerPx).toBeCloseTo(0.16, 6);
    // What lay in the base's middle is now at the origin: 24 mm above it the photo's middle, 1.6 times as far.
    expect([u.xMm, u.yMm]).toEqual([expect.closeTo(1.6, 6), expect.closeTo(38.4, 6)]);
    store.undo();
    expect(photoOf(store)).toEqual(underlay);
  });

  test('two places and a length keep the middle of both; taps in one place are told', async () => {
    const store = storeWith();
    expect(
      await scaleTool(on(store), 5, false).done(
        [
          [0, 10],
          [0, 20],
        ],
        null,
      ),
    ).toBeNull();
    const u = photoOf(store)!;
    expect(u.mmPerPx).toBeCloseTo(0.05, 6);
    expect(u.yMm).toBeCloseTo(15 + 12 * 0.5, 6);
    expect(
      await scaleTool(on(store), 5, false).done(
        [
          [0, 10],
          [0.1, 10],
        ],
        null,
      ),
    ).toMatch(/one place/);
    expect(photoOf(store)).toEqual(u);
  });

  test('what leans to the right is turned to the left, whichever end was tapped first', async () => {
    for (const taps of [
      [
        [0, 0],
        [2, 20],
      ],
      [
        [2, 20],
        [0, 0],
      ],
    ] as const) {
      const store = storeWith();
      await straightenTool(on(store)).done(taps, null);
      expect(photoOf(store)!.turnDeg).toBeCloseTo(5.7, 1);
    }
    expect(
      await straightenTool(on(storeWith())).done(
        [
          [0, 0],
          [0.1, 0.1],
        ],
        null,
      ),
    ).toMatch(/one low and one high/);
  });

  test('every tool makes a part that is chosen then; the next inherits metal and polish', async () => {
    const store = storeWith();
    const taps = {
      dome: [
        [0, 5],
        [5, 0],
        [0, -5],
      ],
      tube: [
        [-2, 0],
        [2, 0],
        [1.5, 12],
        [-1.5, 12],
      ],
      band: [
        [-6, 4],
        [6, 4],
        [0, 2],
        [0, 5],
      ],
      blade: [
        [0, 0],
        [0, 30],
        [-2, 4],
        [2, 4],
        [0, 5],
      ],
      outline: [
        [0, 0],
        [8, 1],
        [7, 9],
        [1, 8],
      ],
      flat: [
        [0, 0],
        [9, 1],
        [4, 7],
      ],
      row: [
        [0, 0],
        [4, -3],
        [9, 0],
      ],
    } as const;
    for (const [id, at] of Object.entries(taps)) {
      const chosen = await partTool(on(store), tool(id)).done(at, null);
      expect(chosen).toMatchObject({ kind: 'part' });
      store.change((d) => {
        const { finish } = d.parts[d.parts.length - 1];
        if (finish.kind === 'metal') finish.polish = 'satin';
      });
    }
    const { parts } = store.get().piece;
    expect(parts.map((p) => p.name)).toEqual([
      'Dome',
      'Tube',
      'Wrapped band',
      'Blade',
      'Rounded plate',
      'Flat plate',
      'Chain',
    ]);
    expect(parts.slice(1).every((p) => p.finish.kind === 'metal' && p.finish.polish === 'satin')).toBe(true);
    expect(new Set(parts.map((p) => p.id)).size).toBe(7);
  });

  test('useless taps make nothing and say why', async () => {
    const store = storeWith();
    expect(
      await partTool(on(store), tool('dome')).done(
        [
          [0, 0],
          [1, 1],
          [2, 2],
        ],
        null,
      ),
    ).toMatch(/one line/);
    expect(
      await partTool(on(store), tool('tube')).done(
        [
          [0, 0],
          [0, 0],
          [0, 0],
          [0, 0],
        ],
        null,
      ),
    ).toMatch(/accepted/);
    expect(store.get().piece.parts).toEqual([]);
  });

  test('asks tap by tap, and for the nearer side only where an ellipse was tapped', () => {
    const dome = tool('dome');
    expect(askOf(dome, 0)).toMatch(/rim/);
    expect(askOf(dome, 9)).toBe(dome.asks[3]);
    expect([4, 5].map((n) => asksNearer(dome, n))).toEqual([false, true]);
    expect(asksNearer(tool('outline'), 20)).toBe(false);
    for (const t of tapTools) expect(t.asks.length).toBeGreaterThanOrEqual(t.least);
  });
});
