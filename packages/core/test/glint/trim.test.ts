import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  forms,
  newPart,
  partLight,
  newPiece,
  rimShares,
  trimSide,
  type Part,
  type Place,
} from '../../src/index.js';

const at = (part: Part, place: Partial<Place>): Part => ({ ...part, place: { ...part.place, ...place } });
const plate = newPart('plate', { ...forms.plate.defaults, widthMm: 16, heightMm: 20, bowDeg: 0 });
const bar = newPart('bar', { ...forms.tube.defaults, lengthMm: 16, startWidthMm: 1, endWidthMm: 1 });

describe('a straight bar on a plate', () => {
  test('along its right border lies out to the right, along its left to the left', () => {
    const on = (xMm: number) => {
      const placed = at(bar, { xMm });
      return trimSide(placed, [plate, placed]);
    };
    expect(on(7)).toMatchObject({ out: [1, 0], weight: 1 });
    expect(on(-7)).toMatchObject({ out: [-1, 0], weight: 1 });
    // In its middle it is no trim of either side; halfway it is some.
    expect(on(0)).toBeNull();
    expect(on(4)!.weight).toBeGreaterThan(0);
    expect(on(4)!.weight).toBeLessThan(1);
  });

  test('is no trim where it stands behind, beside, or is as stout as an arm', () => {
    const right = at(bar, { xMm: 7 });
    expect(trimSide(right, [right, plate])).toBeNull();
    expect(trimSide(at(bar, { xMm: 30 }), [plate, at(bar, { xMm: 30 })])).toBeNull();
    const stout = at({ ...bar, form: { ...forms.tube.defaults, lengthMm: 16, startWidthMm: 6 } }, { xMm: 5 });
    expect(trimSide(stout, [plate, stout])).toBeNull();
  });

  test('turned together with its plate lies on the same side of it', () => {
    const turned = (p: Part, rollDeg: number, x: number): Part => {
      const a = (rollDeg * Math.PI) / 180;
      return at(p, { rollDeg, xMm: x * Math.cos(a), yMm: x * Math.sin(a) });
    };
    fc.assert(
      fc.property(fc.integer({ min: -170, max: 170 }), (rollDeg) => {
        const [p, b] = [turned(plate, rollDeg, 0), turned(bar, rollDeg, 7)];
        expect(trimSide(b, [p, b])!.out).toEqual([1, 0]);
      }),
    );
  });
});

describe('a rim', () => {
  const light = partLight(newPiece('x', 'X', []).rig, 0);
  const share = rimShares(light);
  const toward: [number, number] = [light.key[0], light.key[1]];
  const long = Math.hypot(...toward);
  const [x, y] = toward.map((v) => v / long);

  test('keeps all its value toward the light and less on its far side, least on its shoulders there', () => {
    expect(share([x, y], 0.5)).toBeCloseTo(1, 2);
    expect(share([-x, -y], 0.5)).toBeLessThan(0.8);
    expect(share([-x, -y], 0)).toBeLessThan(share([-x, -y], 0.5));
  });

  test('never keeps more than all or less than nothing, whichever way it lies', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 7, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (a, v) => {
          const kept = share([Math.cos(a), Math.sin(a)], v);
          expect(kept).toBeGreaterThan(0);
          expect(kept).toBeLessThanOrEqual(1);
        },
      ),
    );
  });
});
