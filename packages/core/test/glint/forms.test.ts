import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  add,
  areaOf,
  canonicalGrid,
  dot,
  gridAround,
  keyDirection,
  layersOf,
  lineBetween,
  normalise,
  placeOf,
  preparePart,
  rad,
  RIM,
  shapeOf,
  surfaceOf,
  TO_EYE,
  upDirection,
  valuesOn,
  zonesOf,
  type Form,
  type Grid,
  type PreparedPart,
} from '../../src/index.js';
import { blade, dome, part, rigged, runs, tube } from '../support.js';

const clock = fc.double({ min: 0, max: 12, noNaN: true });
const height = fc.double({ min: 5, max: 85, noNaN: true });
const elevation = fc.double({ min: 0, max: 50, noNaN: true });

/** Values over a grid that stands upright in the part's own frame. */
function canonicalValues(p: PreparedPart): {
  value: Float32Array;
  width: number;
  height: number;
  patch: Uint8Array;
  grid: Grid;
} {
  const { model } = p.shape;
  const s = surfaceOf(model, gridAround(model.rings, Math.sqrt(4000 / areaOf(model.rings)), 1));
  return {
    value: valuesOn(s, p).value,
    width: s.grid.width,
    height: s.grid.height,
    patch: s.patch,
    grid: s.grid,
  };
}

describe('a dome', () => {
  test('has its glint where its normal is midway between light and eye', () => {
    fc.assert(
      fc.property(clock, height, elevation, (keyClockHours, keyHeightDeg, viewElevationDeg) => {
        const radius = 5;
        const piece = rigged({ keyClockHours, keyHeightDeg, viewElevationDeg });
        const p = preparePart(part(dome(2 * radius), { polish: 'mirror' }), piece);
        const half = normalise(add(keyDirection(piece.rig), TO_EYE));
        const grid = canonicalGrid(p.shape.model);
        const allowed = Math.max(0.01 * radius, 1 / grid.pxPerMm);
        expect(p.metal!.glints).toHaveLength(1);
        const [x, y] = p.metal!.glints[0].at;
        expect(Math.hypot(x - (radius * half[0]) / RIM, y - (radius * half[1]) / RIM)).toBeLessThanOrEqual(
          allowed,
        );
        // The drawn dot lies there too: its middle of gravity on the raster.
        const fine = gridAround(p.shape.model.rings, 12, 2);
        const layers = layersOf(p, fine);
        let [sx, sy, sum] = [0, 0, 0];
        layers.glints!.forEach((a, i) => {
          const at = placeOf(fine, (i % fine.width) + 0.5, Math.floor(i / fine.width) + 0.5);
          sx += a * at[0];
          sy += a * at[1];
          sum += a;
        });
        expect(Math.hypot(sx / sum - x, sy / sum - y)).toBeLessThanOrEqual(
          Math.max(allowed, 1 / fine.pxPerMm),
        );
      }),
      { numRuns: runs(40) },
    );
  });

  test('is brightest within the main light, not elsewhere', () => {
    for (const keyHeightDeg of [5, 27, 45, 70, 85]) {
      const p = preparePart(
        part(dome(10), { polish: 'mirror' }),
        rigged({ keyHeightDeg, keyClockHours: 1.5 }),
      );
      const { value, width, grid } = canonicalValues(p);
      const best = value.indexOf(Math.max(...value));
      const [x, y] = placeOf(grid, (best % width) + 0.5, Math.floor(best / width) + 0.5);
      const [gx, gy] = p.metal!.glints[0].at;
      expect(Math.hypot(x - gx, y - gy)).toBeLessThan(0.9);
    }
  });

  test.each([0, 20, 35])('has the analytic horizon at view elevation %p', (viewElevationDeg) => {
    for (const horizonDeg of [0, 12, -10]) {
      const piece = rigged({ viewElevationDeg, horizonDeg });
      const z = zonesOf(preparePart(part(dome(10)), piece));
      const up = upDirection(piece.rig);
      const s0 = Math.sin(rad(horizonDeg));
      // On the dome n = (0.97 x / a, 0.97 y / a, ...); r . up = sin h0 solved for y at each x by bisection.
      const above = (x: number, y: number) => {
        const [nx, ny] = [(RIM * x) / 5, (RIM * y) / 5];
        const nz = Math.sqrt(Math.max(0, 1 - nx * nx - ny * ny));
        return 2 * nz * (nx * up[0] + ny * up[1] + nz * up[2]) - up[2] - s0;
      };
      // Every 0.2 mm along the drawn line: how far off the curve it is, by the slope of the analytic function.
      const points = z.horizons
        .flatMap((line) => line.slice(1).flatMap((b, i) => lineBetween(line[i], b, 0.2)))
        .filter(([x, y]) => Math.hypot(x, y) < 4.8);
      expect(points.length).toBeGreaterThan(10);
      const h = 1e-4;
      for (const [x, y] of points) {
        const slope =
          Math.hypot(above(x + h, y) - above(x - h, y), above(x, y + h) - above(x, y - h)) / (2 * h);
        expect(Math.abs(above(x, y)) / slope).toBeLessThan(0.05);
      }
    }
  });

  test('and the scoop have opposite places of equal value', () => {
    fc.assert(
      fc.property(
        clock,
        height,
        fc.double({ min: 6, max: 14, noNaN: true }),
        (keyClockHours, keyHeightDeg, w) => {
          const piece = rigged({ keyClockHours, keyHeightDeg });
          const bulge = canonicalValues(preparePart(part(dome(w, 9)), piece));
          const hollow = canonicalValues(preparePart(part(dome(w, 9, 'scoop')), piece));
          const last = bulge.value.length - 1;
          let worst = 0;
          for (let i = 0; i <= last; i++)
            if (bulge.patch[i] !== 255 && hollow.patch[last - i] !== 255)
              worst = Math.max(worst, Math.abs(bulge.value[i] - hollow.value[last - i]));
          expect(worst).toBeLessThan(2e-3);
        },
      ),
      { numRuns: runs(15) },
    );
  });
});

describe('a straight tube', () => {
  test('carries its light along its whole length', () => {
    fc.assert(
      fc.property(
        clock,
        height,
        fc.double({ min: -80, max: 80, noNaN: true }),
        (keyClockHours, keyHeightDeg, rollDeg) => {
          const p = preparePart(
            part(tube(6), { place: { rollDeg } }),
            rigged({ keyClockHours, keyHeightDeg }),
          );
          const { value, width, height: rows, patch } = canonicalValues(p);
          for (let c = 0; c < width; c++) {
            const column: number[] = [];
            for (let r = 0; r < rows; r++)
              if (patch[r * width + c] !== 255) column.push(value[r * width + c]);
            if (column.length > rows * 0.5)
              expect(Math.max(...column) - Math.min(...column)).toBeLessThan(1e-3);
          }
        },
      ),
      { numRuns: runs(30) },
    );
  });

  test('has its brightest column toward the light', () => {
    const brightest = (keyClockHours: number) => {
      const p = preparePart(part(tube(6)), rigged({ keyClockHours, viewElevationDeg: 0 }));
      const { value, width, height: rows } = canonicalValues(p);
      const row = value.subarray(Math.floor(rows / 2) * width, (Math.floor(rows / 2) + 1) * width);
      return row.indexOf(Math.max(...row)) / width;
    };
    expect(brightest(9)).toBeLessThan(0.4);
    expect(brightest(3)).toBeGreaterThan(0.6);
  });
});

const anyForm = fc.constantFrom<Form>(
  dome(9, 7),
  dome(8, 8, 'scoop'),
  tube(5, 7, 14, 0.2),
  blade,
  { kind: 'band', widthMm: 12, heightMm: 4, sagMm: 2, flareMm: 0.5, wrapDeg: 65, crownDeg: 38 },
  { kind: 'ring', widthMm: 8, heightMm: 6, thicknessMm: 1.6 },
  { kind: 'disc', widthMm: 7, heightMm: 7, surface: 'cast', rimMm: 0.8 },
  { kind: 'disc', widthMm: 7, heightMm: 6, surface: 'turned', rimMm: 0 },
);

describe('every form', () => {
  test('has unit normals that face the eye, inside and past its outline', () => {
    fc.assert(
      fc.property(
        anyForm,
        fc.double({ min: -60, max: 60, noNaN: true }),
        fc.double({ min: -60, max: 60, noNaN: true }),
        (form, yawDeg, pitchDeg) => {
          const { model } = shapeOf(part(form, { place: { yawDeg, pitchDeg } }));
          const s = surfaceOf(model, gridAround(model.rings, 4, 2));
          let [offUnit, least] = [0, 1];
          for (let i = 0; i < s.patch.length; i++) {
            if (s.patch[i] === 255) continue;
            const n = [s.nx[i], s.ny[i], s.nz[i]] as const;
            offUnit = Math.max(offUnit, Math.abs(dot(n, n) - 1));
            least = Math.min(least, n[2]);
          }
          expect(offUnit).toBeLessThan(5e-5);
          expect(least).toBeGreaterThan(0.049);
        },
      ),
      { numRuns: runs(40) },
    );
  });

  test('turned together with its light looks the same', () => {
    fc.assert(
      fc.property(
        anyForm,
        fc.double({ min: -170, max: 170, noNaN: true }),
        clock,
        fc.double({ min: 10, max: 60, noNaN: true }),
        (form, rollDeg, keyClockHours, keyHeightDeg) => {
          const straight = preparePart(
            part(form),
            rigged({ keyClockHours, keyHeightDeg, leanDeg: 0, viewElevationDeg: 20 }),
          );
          // Clock hours run the other way round than a roll.
          const turnedHours = (((keyClockHours - rollDeg / 30) % 12) + 12) % 12;
          const base = rigged({ keyClockHours: turnedHours, keyHeightDeg, viewElevationDeg: 20 });
          const rolled = preparePart(part(form, { place: { rollDeg } }), {
            ...base,
            rig: { ...base.rig, leanDeg: rollDeg },
          });
          const a = canonicalValues(straight).value;
          const b = canonicalValues(rolled).value;
          let worst = 0;
          for (let i = 0; i < a.length; i++) worst = Math.max(worst, Math.abs(a[i] - b[i]));
          expect(worst).toBeLessThan(5e-3);
        },
      ),
      { numRuns: runs(40) },
    );
  });
});
