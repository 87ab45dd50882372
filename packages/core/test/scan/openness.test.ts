import { describe, expect, test } from '@jest/globals';
import {
  opennessOf,
  standInSculpt,
  trueNormal,
  type IsFree,
  type Sculpt,
  type StandInSculpt,
} from '../../src/index.js';
import { freeOfRelief } from '../../src/scan/freeOfRelief.js';
import { mean, once } from './series.js';

const PX = 5;

/** A sculpt of which all is known, as a raster. */
function known(of: StandInSculpt, width: number, height: number, pxPerMm: number): Sculpt {
  const n = width * height;
  const s: Sculpt = {
    width,
    height,
    pxPerMm,
    nx: new Float32Array(n),
    ny: new Float32Array(n),
    heightMm: new Float32Array(n),
    confidence: new Uint8Array(n),
    visibility: null,
    stepsHold: true,
  };
  for (let i = 0; i < n; i++) {
    const x = ((i % width) + 0.5 - width / 2) / pxPerMm;
    const y = (height / 2 - Math.floor(i / width) - 0.5) / pxPerMm;
    const normal = trueNormal(of, x, y);
    if (!normal) continue;
    [s.nx[i], s.ny[i]] = normal;
    s.heightMm[i] = of.heightAt(x, y)!;
    s.confidence[i] = 255;
  }
  return s;
}

/** The same question asked of the heights themselves, in steps of a tenth of a mm. */
const freeOf =
  ({ heightAt }: StandInSculpt): IsFree =>
  ([x, y, z], [dx, dy, dz]) => {
    for (let t = 0.1; t < 60; t += 0.1)
      if ((heightAt(x + t * dx, y + t * dy) ?? -Infinity) > z + t * dz) return false;
    return true;
  };

/** A wall 4 mm high along x = 0; the ground before it leans against it by a quarter, and mirrors it. */
const WALL: StandInSculpt = {
  id: 'wall',
  label: 'Wall',
  widthMm: 24,
  heightMm: 16,
  heightAt: (x, y) => (Math.abs(x) > 12 || Math.abs(y) > 8 ? null : x < 0 ? 4 : -0.5 * x),
};

describe('the openness of a relief', () => {
  const wall = known(WALL, 26 * PX, 18 * PX, PX);
  const openAt = (list: Uint8Array, x: number, y: number) =>
    list[Math.floor((9 - y) * PX) * 26 * PX + Math.floor((x + 13) * PX)] / 255;

  test('is none at the foot of a wall that stands over it, and all on its top and far from it', () => {
    const leaning: StandInSculpt = {
      ...WALL,
      heightAt: (x, y) => WALL.heightAt(x, y) && (x < 0 ? 4 : 0.6 * x),
    };
    const shut = known(leaning, 26 * PX, 18 * PX, PX);
    const open = opennessOf(shut, freeOfRelief(shut));
    expect(openAt(open, 1, 0)).toBeLessThan(0.3);
    expect(openAt(open, -6, 0)).toBe(1);
    // What turns away from the wall mirrors nothing of it.
    expect(openAt(opennessOf(wall, freeOfRelief(wall)), 6, 0)).toBe(1);
  });

  test('may be stopped, and tells how far it is', () => {
    const told: number[] = [];
    opennessOf(wall, freeOfRelief(wall), (share) => told.push(share));
    expect(told.length).toBeGreaterThan(2);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    const stop = () => {
      throw new Error('stopped');
    };
    expect(() => opennessOf(wall, freeOfRelief(wall), stop)).toThrow('stopped');
  });

  test('of a scan is nearer to the truth than none at all, and hardly ever where nothing is in the way', () => {
    const offs = ['breastplate', 'wing'].map((id) => {
      const { scan, series } = once(id, false);
      const { width, height, pxPerMm, visibility, stepsHold } = scan.sculpt;
      expect(stepsHold).toBe(false);
      const of = standInSculpt(id);
      const [mx, my] = series.bench.middle;
      const moved: StandInSculpt = { ...of, heightAt: (x, y) => of.heightAt(x + mx, y + my) };
      const truth = known(moved, width, height, pxPerMm);
      const open = opennessOf(truth, freeOf(moved));
      const points = [...truth.confidence.keys()].filter((i) => truth.confidence[i] > 0);
      return {
        off: mean(points.map((i) => Math.abs(visibility![i] - open[i]) / 255)),
        none: mean(points.map((i) => 1 - open[i] / 255)),
        falsely: mean(points.filter((i) => open[i] === 255).map((i) => 1 - visibility![i] / 255)),
      };
    });
    const [breastplate, wing] = offs;
    // It is a shield without a hollow.
    expect(breastplate.none).toBe(0);
    expect(wing.off).toBeLessThan(0.7 * wing.none);
    for (const { falsely } of offs) expect(falsely).toBeLessThan(0.005);
  });
});
