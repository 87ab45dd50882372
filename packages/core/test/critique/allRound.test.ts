import { describe, expect, test } from '@jest/globals';
import {
  allRound,
  keyDirection,
  normalise,
  partAllRound,
  remediesFor,
  rigAt,
  SEATS,
  survivalText,
  upDirection,
  dot,
  type Piece,
} from '../../src/index.js';
import { alone, shape } from './planted.js';

const dome = shape('dome', { widthMm: 12, heightMm: 12 });
const one = () => 1;

test('seats are four lamps seen from two heights, each lamp as high above the table as the others', () => {
  expect(SEATS).toHaveLength(8);
  const { rig } = alone(dome);
  for (const seat of SEATS) {
    const seated = rigAt(rig, seat);
    const [key, up] = [keyDirection(seated), upDirection({ ...seated, leanDeg: 0 })];
    expect(Math.hypot(...key)).toBeCloseTo(1, 6);
    expect(dot(normalise(key), up)).toBeCloseTo(Math.sin((50 * Math.PI) / 180), 6);
  }
  const [x] = keyDirection(rigAt(rig, { lamp: 'left', viewElevationDeg: 20 }));
  expect(x).toBeLessThan(-0.5);
  expect(keyDirection(rigAt(rig, { lamp: 'behind', viewElevationDeg: 20 }))[2]).toBeLessThan(0);
});

describe('how much of the reading survives', () => {
  test('all of it under the very light it was painted for', () => {
    const piece = alone(dome);
    const seat = SEATS.find((s) => s.lamp === 'left' && s.viewElevationDeg === 20)!;
    const there: Piece = { ...piece, rig: rigAt(piece.rig, seat) };
    const { right, points } = partAllRound(there.parts[0], there);
    expect(right[SEATS.indexOf(seat)]).toBe(points);
    right.forEach((n) => expect(n).toBeLessThanOrEqual(points));
  });

  test('less under light from the other side, and told in words with its parts', () => {
    const piece = alone(dome, {
      polish: 'mirror',
      rig: { keyClockHours: 9, keyHeightDeg: 15, viewElevationDeg: 20 },
    });
    const { share, bySeat } = allRound(piece, one);
    const of = (lamp: string) =>
      bySeat.filter((s) => s.seat.lamp === lamp).reduce((n, s) => n + s.share, 0) / 2;
    expect(of('left')).toBeGreaterThan(of('right') + 0.03);
    expect(share).toBeCloseTo(bySeat.reduce((n, s) => n + s.share, 0) / 8, 9);
    expect(survivalText({ share, bySeat })).toMatch(/^\d+ % of the metal still reads/);
  });

  test('remedies are real changes, each tried on the piece; the overhead light helps one that is lit from the side', () => {
    const piece = alone(dome, { polish: 'mirror', rig: { keyClockHours: 9, keyHeightDeg: 5 } });
    const remedies = remediesFor(piece);
    expect(remedies.map((r) => r.label).join()).toMatch(/overhead.*satin.*bounce/);
    const overhead = remedies.find((r) => r.label.includes('overhead'))!;
    expect(overhead.piece.rig.keyClockHours).toBe(0);
    expect(allRound(overhead.piece, one).share).toBeGreaterThan(allRound(piece, one).share);
    expect(
      remediesFor({ ...overhead.piece, approach: { ...piece.approach, bounce: 'none' } })
        .map((r) => r.label)
        .join(),
    ).toMatch(/^paint it satin/);
  });
});
