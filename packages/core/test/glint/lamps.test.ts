import { describe, expect, test } from '@jest/globals';
import {
  addLamp,
  cross,
  dot,
  forms,
  KEY_SIZE_DEG,
  LAMP_LUMINANCE,
  lampAxes,
  lamps,
  LAMPS,
  modelOf,
  normalise,
  partLight,
  polishModels,
  polishOn,
  POLISHES,
  pose,
  rad,
  radiance,
  seededRandom,
  surfaceOf,
  canonicalGrid,
  type LampKind,
  type Polish,
  type Vec3,
} from '../../src/index.js';
import { rigged } from '../support.js';

const SAMPLES = 2000;
const dome = pose(modelOf({ ...forms.dome.defaults, widthMm: 10, heightMm: 10 }), { yawDeg: 0, pitchDeg: 0 });

/** Brightness of a lamp in a direction, by its definition alone. */
function lampAt(lamp: LampKind, showsLamp: boolean, key: Vec3, up: Vec3, d: Vec3): number {
  const away = Math.acos(Math.min(1, Math.max(-1, dot(d, key))));
  if (!showsLamp) return 1.53 * Math.exp((-away * away) / (2 * rad(KEY_SIZE_DEG) ** 2));
  const { shape } = lamps[lamp];
  if (shape.kind === 'disc') return away <= rad(shape.radiusDeg) ? LAMP_LUMINANCE : 0;
  if (dot(d, key) <= 0) return 0;
  const { right, upright } = lampAxes(key, up);
  const within = (at: number, stretches: readonly (readonly [number, number])[]) =>
    stretches.some(([from, to]) => at >= rad(from) && at <= rad(to));
  return within(Math.asin(dot(d, right)), shape.across) && within(Math.asin(dot(d, upright)), shape.upright)
    ? LAMP_LUMINANCE
    : 0;
}

/** The same blurred by a Gaussian lobe round the mirrored direction, by sampling. */
function sampled(n: Vec3, blurDeg: number, of: (d: Vec3) => number, random: () => number): number {
  const r: Vec3 = [2 * n[2] * n[0], 2 * n[2] * n[1], 2 * n[2] * n[2] - 1];
  const t = normalise(cross(Math.abs(r[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0], r));
  const b = cross(r, t);
  let sum = 0;
  for (let i = 0; i < SAMPLES; i++) {
    const angle = rad(blurDeg) * Math.sqrt(-2 * Math.log(1 - random()));
    const phi = 2 * Math.PI * random();
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    const [x, y] = [s * Math.cos(phi), s * Math.sin(phi)];
    sum += of([0, 1, 2].map((k) => r[k] * c + t[k] * x + b[k] * y) as unknown as Vec3);
  }
  return sum / SAMPLES;
}

/** Root mean square of what the engine adds against sampling, over the range of the samples. */
function rms(lamp: LampKind, polish: Polish): number {
  const random = seededRandom(11);
  const surface = surfaceOf(dome, canonicalGrid(dome, 400));
  const light = partLight({ ...rigged().rig, lamp, neighbours: [] }, 0);
  const model = polishModels[polish];
  const ours = new Float32Array(surface.patch.length);
  addLamp(ours, { surface, p: 0, kept: null }, dome.patches[0], light, model);
  const blurDeg = model.showsLamp ? model.surroundingsDeg : model.lobeDeg;
  let [squares, count, most] = [0, 0, 0];
  for (let i = 0; i < ours.length; i++) {
    if (surface.patch[i] === 255) continue;
    const n: Vec3 = [surface.nx[i], surface.ny[i], surface.nz[i]];
    const truth = sampled(n, blurDeg, (d) => lampAt(lamp, model.showsLamp, light.key, light.up, d), random);
    squares += (truth - ours[i]) ** 2;
    most = Math.max(most, truth);
    count++;
  }
  return Math.sqrt(squares / count) / most;
}

describe('the image of the main light', () => {
  test.each(LAMPS)('%s: agrees with sampling of the lamp through the lobe on every polish', (lamp) => {
    for (const polish of POLISHES)
      expect(rms(lamp, polish)).toBeLessThan(polishModels[polish].showsLamp ? 0.01 : 0.04);
  });

  test('has a border where the polish shows it: bright to its edge, dark beyond', () => {
    const surface = surfaceOf(dome, canonicalGrid(dome, 4000));
    const light = partLight({ ...rigged().rig, neighbours: [] }, 0);
    const image = (polish: Polish) => {
      const out = new Float32Array(surface.patch.length);
      addLamp(out, { surface, p: 0, kept: null }, dome.patches[0], light, polishModels[polish]);
      return out;
    };
    /** Share of what is lit at all that is neither nearly full nor nearly gone. */
    const between = (polish: Polish) => {
      const all = image(polish);
      const top = Math.max(...all);
      const lit = all.filter((v) => v > 0.05 * top);
      return lit.filter((v) => v < 0.9 * top && v > 0.1 * top).length / lit.length;
    };
    expect(between('mirror')).toBeLessThan(0.45);
    expect(between('polished')).toBeLessThan(0.7);
    expect(between('satin')).toBeGreaterThan(0.6);
  });

  test('is told apart by its lamp: the panes of a window leave a dark cross', () => {
    const light = partLight({ ...rigged().rig, lamp: 'window', neighbours: [] }, 0);
    const { right, upright } = lampAxes(light.key, light.up);
    for (const axis of [right, upright]) expect(Math.abs(dot(axis, light.key))).toBeLessThan(1e-9);
    expect(Math.abs(dot(right, upright))).toBeLessThan(1e-9);
    const bright = lampAt(
      'window',
      true,
      light.key,
      light.up,
      normalise(add3(light.key, right, upright, 0.12)),
    );
    expect(bright).toBe(LAMP_LUMINANCE);
    expect(lampAt('window', true, light.key, light.up, light.key)).toBe(0);
  });

  test('a film over black keeps nearly all of the lamp and little of the room', () => {
    const surface = surfaceOf(dome, canonicalGrid(dome, 2000));
    const light = partLight({ ...rigged().rig, neighbours: [] }, 0);
    const metal = radiance(surface, dome.patches, light, polishOn('mirror', null));
    const film = radiance(surface, dome.patches, light, {
      ...polishOn('mirror', null),
      filmReflectance: 0.04,
    });
    const [top, median] = [metal, film]
      .map((r) => r.slice().sort())
      .reduce(
        (out, sorted) => [
          [...out[0], sorted[sorted.length - 1]],
          [...out[1], sorted[sorted.length >> 1]],
        ],
        [[], []] as number[][],
      );
    expect(top[1] / top[0]).toBeGreaterThan(0.6);
    expect(median[1] / median[0]).toBeLessThan(0.45);
  });
});

const add3 = (a: Vec3, b: Vec3, c: Vec3, by: number): Vec3 => [
  a[0] + by * (b[0] + c[0]),
  a[1] + by * (b[1] + c[1]),
  a[2] + by * (b[2] + c[2]),
];
