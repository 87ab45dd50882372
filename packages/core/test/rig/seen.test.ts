import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  angleBetween,
  direction,
  frontAlone,
  isLitByTurn,
  keyDirection,
  lockKeepersArm,
  mapReport,
  newPart,
  newPiece,
  ownLightFor,
  forms,
  preparePart,
  rigOf,
  rigSeen,
  sluiceWarden,
  withoutView,
  withViewAdded,
  type FigureView,
  type Piece,
  type Rig,
  dot,
} from '../../src/index.js';

const view = (turnDeg: number, over: Partial<FigureView> = {}): FigureView => ({
  ...frontAlone()[0],
  id: 'other',
  turnDeg,
  ...over,
});
const rig = (over: Partial<Rig> = {}): Rig => ({ ...lockKeepersArm.rig, ...over });
const lanterns: Rig['neighbours'] = [
  {
    id: 'wall',
    name: 'Wall',
    where: { kind: 'far', clockHours: 4, heightDeg: 20, sizeDeg: 40 },
    hex: '#775533',
    strength: 0.5,
  },
  {
    id: 'lantern',
    name: 'Lantern',
    where: { kind: 'near', xMm: 12, yMm: 30, depthMm: 6, sizeMm: 4 },
    hex: '#ffcc66',
    strength: 0.7,
  },
];
const turns = fc.double({ min: -180, max: 180, noNaN: true });
const rigs = fc
  .record({
    hours: fc.double({ min: 0, max: 12, noNaN: true }),
    height: fc.double({ min: 0, max: 90, noNaN: true }),
    elevation: fc.double({ min: 0, max: 60, noNaN: true }),
  })
  .map(({ hours, height, elevation }) =>
    rig({
      keyClockHours: hours,
      keyHeightDeg: height,
      viewElevationDeg: elevation,
      neighbours: lanterns,
    }),
  );

describe('the rig of a figure seen from another side', () => {
  test('from the front it is the rig itself', () => {
    const own = rig({ neighbours: lanterns });
    expect(rigSeen(own, view(0))).toBe(own);
  });

  test('from behind, what came from the left comes from the right, and what lay before it lies behind', () => {
    const seen = rigSeen(
      rig({ viewElevationDeg: 0, keyClockHours: 10.5, keyHeightDeg: 30, neighbours: lanterns }),
      view(180),
    );
    expect([seen.keyClockHours, seen.keyHeightDeg]).toEqual([expect.closeTo(1.5, 6), expect.closeTo(-30, 6)]);
    expect(seen.neighbours[1].where).toMatchObject({
      xMm: expect.closeTo(-12, 6),
      yMm: expect.closeTo(30, 6),
      depthMm: expect.closeTo(-6, 6),
    });
  });

  test('a lamp before its face stands at the right of a figure turned to the right', () => {
    const seen = rigSeen(rig({ viewElevationDeg: 0, keyHeightDeg: 90 }), view(90));
    expect(angleBetween(keyDirection(seen), direction(3, 0))).toBeLessThan(1e-6);
  });

  test('turned there and back, light and neighbours stand where they stood', () => {
    fc.assert(
      fc.property(rigs, turns, (own, turnDeg) => {
        const back = rigSeen(rigSeen(own, view(turnDeg)), view(-turnDeg));
        expect(angleBetween(keyDirection(back), keyDirection(own))).toBeLessThan(1e-4);
        const [far, near] = [back.neighbours[0].where, back.neighbours[1].where];
        if (far.kind !== 'far' || near.kind !== 'near') throw new Error('a neighbour changed its kind');
        expect(angleBetween(direction(far.clockHours, far.heightDeg), direction(4, 20))).toBeLessThan(1e-4);
        expect([near.xMm, near.yMm, near.depthMm]).toEqual([
          expect.closeTo(12, 6),
          expect.closeTo(30, 6),
          expect.closeTo(6, 6),
        ]);
      }),
    );
  });

  test('two turns in a row are one turn by both', () => {
    fc.assert(
      fc.property(rigs, turns, turns, (own, a, b) => {
        const sum = ((((a + b + 180) % 360) + 360) % 360) - 180;
        const twice = keyDirection(rigSeen(rigSeen(own, view(a)), view(b)));
        expect(angleBetween(twice, keyDirection(rigSeen(own, view(sum))))).toBeLessThan(1e-4);
      }),
    );
  });

  test('a view’s own light takes the place of the figure’s; its neighbours still turn', () => {
    const own = rig({ viewElevationDeg: 0, neighbours: lanterns });
    const seen = rigSeen(own, view(180, { light: { keyClockHours: 2, keyHeightDeg: 40, why: 'alone' } }));
    expect([seen.keyClockHours, seen.keyHeightDeg]).toEqual([2, 40]);
    expect(seen.neighbours[1].where).toMatchObject({ xMm: expect.closeTo(-12, 6) });
  });

  test('a light of its own begins where the figure’s stands for it, before the picture plane', () => {
    const own = rig({ viewElevationDeg: 0, keyClockHours: 10.5, keyHeightDeg: 30 });
    const light = ownLightFor(own, view(180), 'alone');
    expect(light).toEqual({
      keyClockHours: expect.closeTo(1.5, 6),
      keyHeightDeg: expect.closeTo(30, 6),
      why: 'alone',
    });
    expect([view(0), view(180), view(180, { light })].map(isLitByTurn)).toEqual([false, true, false]);
  });

  test('a light straight behind a part is no error: its map is computed', () => {
    const part = { ...newPart('dome', forms.dome.defaults), view: 'other' };
    const piece: Piece = {
      ...newPiece('p', 'P', [part]),
      rig: rig({ viewElevationDeg: 0, keyHeightDeg: 90 }),
      views: [...frontAlone(), view(180)],
    };
    expect(keyDirection(rigOf(part, piece))[2]).toBeCloseTo(-1, 9);
    const [report] = mapReport(piece, 6);
    expect(Number.isFinite(report.lightness.mean)).toBe(true);
  });
});

describe('a map seen from another side', () => {
  test('a form turned one way under the rig meets its light as the form itself does in a view turned the other', () => {
    for (const kind of ['dome', 'tube', 'plate'] as const)
      for (const turnDeg of [-60, -25, 40]) {
        const base = newPart('part', forms[kind].defaults);
        const own = rig({ viewElevationDeg: 0, neighbours: [] });
        const front = { ...base, place: { ...base.place, yawDeg: -turnDeg } };
        const other = { ...base, view: 'other' };
        const pieceOf = (part: typeof base, views: FigureView[]): Piece => ({
          ...newPiece('p', 'P', [part]),
          rig: own,
          views,
        });
        const a = preparePart(front, pieceOf(front, frontAlone()));
        const b = preparePart(other, pieceOf(other, [...frontAlone(), view(turnDeg)]));
        const lit = ({ shape: { canonical: c }, light }: typeof a) =>
          Array.from(c.nx, (x, i) => dot([x, c.ny[i], c.nz[i]], light.key));
        const [first, second] = [lit(a), lit(b)];
        expect(first.length).toBe(second.length);
        // What a turn takes round the rim is held at it.
        const { nz } = a.shape.canonical;
        const kept = first.flatMap((v, i) => (nz[i] > 0.2 ? [Math.abs(v - second[i])] : []));
        expect(kept.length).toBeGreaterThan(first.length / 4);
        expect(Math.max(...kept)).toBeLessThan(1e-4);
      }
  });

  test('what is laid out on the back changes nothing on the front, figure by figure', () => {
    const front = mapReport(lockKeepersArm, 5);
    const { piece: two } = withViewAdded(lockKeepersArm, { name: 'Back', turnDeg: 180 });
    const behind = lockKeepersArm.parts.map((p) => ({ ...p, id: `${p.id}-back`, view: 'back' }));
    const all = mapReport({ ...two, parts: [...two.parts, ...behind] }, 5);
    expect(all.slice(0, front.length)).toEqual(front);
    // The back is lit from the other side: none of its metal looks as the front does.
    const lights = (reports: typeof front) => reports.map((r) => r.lightness.mean);
    expect(lights(all.slice(front.length))).not.toEqual(lights(front));
  });

  test('a back looks like a front under the rig turned to it', () => {
    const part = { ...newPart('dome', forms.dome.defaults), view: 'back' };
    const piece: Piece = {
      ...newPiece('p', 'P', [part]),
      views: [...frontAlone(), { ...view(135), id: 'back' }],
    };
    const same: Piece = {
      ...piece,
      rig: rigOf(part, piece),
      views: frontAlone(),
      parts: [{ ...part, view: 'front' }],
    };
    expect(mapReport(piece, 8)).toEqual(mapReport(same, 8));
  });

  test('backs stay quiet: the light falls off over all views', () => {
    const { piece: two } = withViewAdded(sluiceWarden, { name: 'Back', turnDeg: 180 });
    const { piece: side } = withViewAdded(sluiceWarden, { name: 'Side', turnDeg: 90 });
    const focus = sluiceWarden.parts.find((p) => p.id === sluiceWarden.rig.focalPart)!;
    const lostIn = (piece: Piece, seenIn: string) => {
      const part = { ...focus, id: 'other-helm', view: seenIn };
      const all = { ...piece, parts: [...piece.parts, part] };
      return preparePart(part, all).lost;
    };
    expect(lostIn(two, 'front')).toBe(0);
    expect(lostIn(side, 'side')).toBeGreaterThan(0);
    expect(lostIn(two, 'back')).toBeGreaterThan(lostIn(side, 'side'));
    expect(withoutView(two, 'back')).toEqual(sluiceWarden);
  });
});
