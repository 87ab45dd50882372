import { describe, expect, test } from '@jest/globals';
import {
  forms,
  canonicalGrid,
  glowLayers,
  newPart,
  newPiece,
  placeOf,
  preparePart,
  surfaceOf,
  valuesOn,
  type Form,
  type Neighbour,
  type Piece,
} from '../../src/index.js';

const fire = (over: Partial<Extract<Neighbour['where'], { kind: 'near' }>> = {}): Neighbour => ({
  id: 'fire',
  name: 'Fire',
  where: { kind: 'near', xMm: -14, yMm: 0, depthMm: 1, sizeMm: 8, ...over },
  hex: '#f2a63c',
  strength: 1,
});

/** A part alone in its piece under a light from the upper right, with a fire or without. */
function beside(form: Form, neighbours: readonly Neighbour[], rollDeg = 0) {
  const own = { ...newPart('it', form), place: { ...newPart('it', form).place, rollDeg } };
  const piece = newPiece('x', 'X', [own]);
  const at: Piece = {
    ...piece,
    rig: { ...piece.rig, keyClockHours: 2, fallOff: 0, tint: 1, neighbours: [...neighbours] },
  };
  const p = preparePart(own, at);
  const surface = surfaceOf(p.shape.model, canonicalGrid(p.shape.model, 12000));
  return { p, surface, ...valuesOn(surface, p) };
}
/** Mean of values where the place is as asked. */
function meanWhere(
  { surface }: Pick<ReturnType<typeof beside>, 'surface'>,
  values: Float32Array,
  where: (x: number, y: number) => boolean,
): number {
  let [sum, count] = [0, 0];
  values.forEach((v, i) => {
    if (surface.alpha[i] === 0) return;
    const [x, y] = placeOf(
      surface.grid,
      (i % surface.grid.width) + 0.5,
      Math.floor(i / surface.grid.width) + 0.5,
    );
    if (where(x, y)) [sum, count] = [sum + v, count + 1];
  });
  return sum / count;
}

describe('a fire beside a part', () => {
  const dome: Form = { ...forms.dome.defaults, widthMm: 12, heightMm: 12 };
  const blade: Form = forms.blade.defaults;

  test('sends its light onto the rim of a dome that is next to it, with a dark gap inside', () => {
    // Below to the right, where neither the main light nor its bounce is.
    const [lit, unlit] = [beside(dome, [fire({ xMm: 7, yMm: -12 })]), beside(dome, [])];
    const at = (x: number, y: number) => [0.5 * x - 0.86 * y, 0.86 * x + 0.5 * y];
    const rim = (x: number, y: number) => at(x, y)[0] > 4.6 && Math.abs(at(x, y)[1]) < 1.5;
    const gap = (x: number, y: number) => at(x, y)[0] > 2.2 && at(x, y)[0] < 3.4 && Math.abs(at(x, y)[1]) < 1;
    expect(meanWhere(lit, lit.value, rim)).toBeGreaterThan(meanWhere(unlit, unlit.value, rim) + 0.1);
    expect(meanWhere(lit, lit.value, gap)).toBeLessThan(meanWhere(lit, lit.bounced, gap) - 0.01);
    expect(meanWhere(lit, lit.value, gap)).toBeLessThan(meanWhere(lit, lit.value, rim));
  });

  test('lights the side of a blade that is next to it, and colours it', () => {
    const lit = beside(blade, [fire()]);
    const changed = lit.value.map((v, i) => v - lit.bounced[i]);
    const dark = meanWhere(lit, changed, (x, y) => x < -1.9 && Math.abs(y) < 1);
    expect(dark).toBeGreaterThan(0.1);
    // The other side is turned away from it.
    expect(meanWhere(lit, changed.map(Math.abs), (x) => x > 0.3)).toBe(0);
    const { alpha } = glowLayers(lit.p, lit.surface).find((g) => g.step === 'fire-full')!;
    const near = meanWhere(lit, alpha, (x, y) => x < -1.2 && Math.abs(y) < 2);
    expect(near).toBeGreaterThan(0.1);
    expect(near).toBeGreaterThan(2 * meanWhere(lit, alpha, (x) => x > 0.3));
  });

  test('fades along a blade, farther from it', () => {
    const lit = beside(blade, [fire({ yMm: -14, xMm: -6 })]);
    const changed = lit.value.map((v, i) => Math.abs(v - lit.bounced[i]));
    const low = meanWhere(lit, changed, (x, y) => x < 0 && y < -8);
    expect(low).toBeGreaterThan(2 * meanWhere(lit, changed, (x, y) => x < 0 && y > 8));
  });

  test('never lights above the mid step, and far and faint ones light nothing', () => {
    for (const form of [dome, blade]) {
      const lit = beside(form, [fire()]);
      const most = Math.max(...lit.value.filter((v, i) => v > lit.bounced[i]));
      expect(most).toBeLessThanOrEqual(lit.p.midValue + 1e-6);
      const faint = beside(form, [fire({ xMm: -120 })]);
      expect(faint.value).toBe(faint.bounced);
    }
  });
});
