import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  contactShadow,
  occludersOf,
  gridAround,
  NOTHING,
  placeOf,
  preparePart,
  surfaceOf,
  visibilityOf,
  valuesOn,
  type Part,
} from '../../src/index.js';
import { blade, dome, part, rigged, runs, tube } from '../support.js';

const behind = part(tube(8, 8, 20), { id: 'behind' });
const ball = (xMm: number, yMm: number, width = 6): Part =>
  part(dome(width), { id: 'ball', place: { xMm, yMm } });

/** Values of a part on a raster, behind others and in the same light without their shadow. */
function valuesWith(p: Part, others: Part[]) {
  const together = preparePart(p, { ...rigged(), parts: [p, ...others] });
  const { rings } = together.shape.model;
  const surface = surfaceOf(together.shape.model, gridAround(rings, 6, 1));
  const alone = valuesOn(surface, { ...together, occluders: [] }).body;
  return { surface, alone, together: valuesOn(surface, together).body };
}

test('what a part in front covers takes no share of the light: the range is spread over what is seen', () => {
  const p = part(dome(10), { id: 'half' });
  // The upper half, where the light falls, is covered.
  const cover = part(tube(14, 14, 8), { id: 'cover', place: { yMm: 4.6 } });
  const range = (others: Part[]) => {
    const q = preparePart(p, { ...rigged({ keyClockHours: 0 }), parts: [p, ...others] });
    const s = q.shape.canonical;
    const free = visibilityOf(s, occludersOf(p, [p, cover]));
    const { body } = valuesOn(s, { ...q, occluders: [] });
    return Math.max(...body.filter((_, i) => free[i] && s.patch[i] !== NOTHING));
  };
  expect(range([cover])).toBeGreaterThan(range([]) + 0.1);
});

describe('contact shadow', () => {
  test('never lightens, and is gone beyond its reach', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -6, max: 6, noNaN: true }),
        fc.double({ min: -12, max: 12, noNaN: true }),
        (x, y) => {
          const front = ball(x, y);
          const { surface, alone, together } = valuesWith(behind, [front]);
          const [{ reachMm } = { reachMm: 0 }] = occludersOf(behind, [behind, front]);
          let [lighter, beyond] = [0, 0];
          for (let i = 0; i < alone.length; i++) {
            if (surface.patch[i] === NOTHING) continue;
            if (together[i] > alone[i] + 1e-6) lighter++;
            const [px, py] = placeOf(
              surface.grid,
              (i % surface.grid.width) + 0.5,
              Math.floor(i / surface.grid.width) + 0.5,
            );
            if (Math.hypot(px - x, py - y) > 3 + reachMm + 0.05 && together[i] !== alone[i]) beyond++;
          }
          expect([lighter, beyond]).toEqual([0, 0]);
        },
      ),
      { numRuns: runs(30) },
    );
  });

  test('is deepest where the parts meet and fades outward', () => {
    const fronts = occludersOf(behind, [behind, ball(0, 0)]);
    const surface = surfaceOf(
      preparePart(behind, rigged()).shape.model,
      gridAround(
        [
          [
            [-4, -10],
            [4, -10],
            [4, 10],
            [-4, 10],
          ],
        ],
        10,
        0,
      ),
    );
    const shade = contactShadow(surface, fronts);
    const at = (y: number) => shade[Math.floor((surface.grid.topMm - y) * 10) * surface.grid.width + 40];
    const line = [3.05, 3.2, 3.4, 3.6, 3.8, 3.95].map(at);
    line.slice(1).forEach((s, i) => expect(s).toBeLessThan(line[i]));
    expect(line[0]).toBeGreaterThan(0.4);
    expect(at(6)).toBe(0);
  });

  test('is thrown by what stands in front alone, not by rings, thin parts or distant ones', () => {
    const thin = part(tube(1.5, 1.5), { id: 'thin' });
    const ring = part({ kind: 'ring', widthMm: 9, heightMm: 9, thicknessMm: 3 }, { id: 'ring' });
    expect(occludersOf(behind, [ball(0, 0), behind])).toEqual([]);
    expect(occludersOf(behind, [behind, thin, ring, ball(40, 0)])).toEqual([]);
    expect(occludersOf(behind, [behind, ball(0, 0), ball(0, 5)])).toHaveLength(2);
  });

  test('falls on cloth too', () => {
    const cloth: Part = { ...behind, finish: { kind: 'matte', name: 'Wool', hex: '#5c3330' } };
    const { alone, together } = valuesWith(cloth, [ball(0, 0)]);
    expect(together.some((v, i) => v < alone[i] * 0.7)).toBe(true);
  });

  test('turns with the parts: rolled together they shade each other alike', () => {
    for (const rollDeg of [30, -75, 160]) {
      const a = (rollDeg * Math.PI) / 180;
      const [x, y] = [3, 4];
      const straight = occludersOf(behind, [behind, part(blade, { id: 'f', place: { xMm: x, yMm: y } })]);
      const rolled = occludersOf({ ...behind, place: { ...behind.place, rollDeg } }, [
        { ...behind, place: { ...behind.place, rollDeg } },
        part(blade, {
          id: 'f',
          place: { xMm: x * Math.cos(a) - y * Math.sin(a), yMm: x * Math.sin(a) + y * Math.cos(a), rollDeg },
        }),
      ]);
      expect(rolled).toHaveLength(1);
      rolled[0].rings[0].forEach(([px, py], i) => {
        expect(px).toBeCloseTo(straight[0].rings[0][i][0], 9);
        expect(py).toBeCloseTo(straight[0].rings[0][i][1], 9);
      });
    }
  });
});
