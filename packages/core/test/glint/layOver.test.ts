import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  forms,
  fromLinear,
  layOver,
  newPiece,
  renderPiece,
  SURROUND,
  toLinear,
  type Form,
} from '../../src/index.js';
import { part } from '../support.js';

const byte = fc.integer({ min: 0, max: 255 });
const rgb = fc.tuple(byte, byte, byte);
const one = (below: readonly number[], above: readonly number[]): number[] => {
  const into = Uint8ClampedArray.from(below);
  layOver(into, 1, Uint8ClampedArray.from(above), 1, 0, 0);
  return [...into];
};

describe('one picture laid over another', () => {
  test('opaque points replace what is below; clear ones leave it', () => {
    fc.assert(
      fc.property(rgb, rgb, byte, (above, below, alpha) => {
        expect(one([...below, alpha], [...above, 255])).toEqual([...above, 255]);
        expect(one([...below, alpha], [...above, 0])).toEqual([...below, alpha]);
      }),
    );
  });

  test('on nothing they stand as they are', () => {
    fc.assert(
      fc.property(rgb, fc.integer({ min: 1, max: 255 }), (above, alpha) => {
        expect(one([0, 0, 0, 0], [...above, alpha])).toEqual([...above, alpha]);
      }),
    );
  });

  test('over an opaque ground light is mixed, not its codes', () => {
    fc.assert(
      fc.property(byte, byte, fc.integer({ min: 1, max: 254 }), (above, below, alpha) => {
        const a = alpha / 255;
        const light = toLinear(above / 255) * a + toLinear(below / 255) * (1 - a);
        const [r, , , left] = one([below, below, below, 255], [above, above, above, alpha]);
        expect(left).toBe(255);
        expect(Math.abs(r - 255 * fromLinear(light))).toBeLessThanOrEqual(0.6);
      }),
    );
  });

  test('covers add up: what two let through is what each lets through of the other', () => {
    fc.assert(
      fc.property(byte, byte, (first, second) => {
        const [, , , alpha] = one([9, 9, 9, first], [200, 200, 200, second]);
        const through = (1 - first / 255) * (1 - second / 255);
        expect(Math.abs(alpha - 255 * (1 - through))).toBeLessThanOrEqual(0.6);
      }),
    );
  });

  test('lies at its column and row, and touches nothing beside', () => {
    const into = new Uint8ClampedArray(4 * 4 * 4);
    layOver(into, 4, Uint8ClampedArray.from([1, 2, 3, 255, 4, 5, 6, 255]), 2, 1, 2);
    const painted = [...into].flatMap((v, i) => (i % 4 === 3 && v > 0 ? [(i - 3) / 4] : []));
    expect(painted).toEqual([2 * 4 + 1, 2 * 4 + 2]);
    expect([...into.slice(4 * 9, 4 * 10)]).toEqual([1, 2, 3, 255]);
  });
});

describe('a close-up of one part', () => {
  const small = (form: Form, closeUp: boolean) =>
    renderPiece(newPiece('x', 'X', [part(form)]), {
      width: 40,
      height: 40,
      view: 'painted',
      surroundHex: SURROUND,
      part: 'test',
      closeUp,
    });
  /** Share of the picture that shows something else than what is behind it. */
  const metal = ({ rgba }: { rgba: Uint8ClampedArray }) =>
    rgba.filter((v, i) => i % 4 === 0 && Math.abs(v - 0x77) > 12).length / (rgba.length / 4);

  test('of a long row of rivets shows the middle ones, which are nothing else in a small picture', () => {
    const row: Form = { ...forms.rivets.defaults, lengthMm: 90, count: 15, sagMm: 0, headMm: 2.4 };
    expect(metal(small(row, false))).toBeLessThan(0.02);
    expect(metal(small(row, true))).toBeGreaterThan(0.03);
  });

  test('of what is not so long is the part, whole', () => {
    expect(small(forms.blade.defaults, true).rgba).toEqual(small(forms.blade.defaults, false).rgba);
  });
});
