import { expect, test } from '@jest/globals';
import { FINISHED, gridAround, layersOf, paintZones, preparePart, rampLinear } from '../../src/index.js';
import { dome, part, rigged, tube } from '../support.js';

test.each([
  ['dome', dome(12)],
  ['tube', tube(9)],
])(
  'zones of a %s are flat, their borders softened over one point and between neighbouring steps',
  (_, form) => {
    const p = preparePart(part(form), rigged());
    const layers = layersOf(p, gridAround(p.shape.model.rings, 12, 1));
    const bytes = paintZones(layers, p.palette, FINISHED);
    const n = p.palette.laid.length;
    // Red of every step, from the ramp that all pictures share.
    const ramp = rampLinear(p.palette, FINISHED, 'zones');
    const linear = (byte: number) =>
      byte <= 10 ? byte / 255 / 12.92 : ((byte / 255 + 0.055) / 1.055) ** 2.4;
    const reds = Array.from({ length: n }, (_q, k) => ramp[Math.round((k / (n - 1)) * 1024) * 3]);
    let [flat, seen, between] = [0, 0, 0];
    layers.surface.alpha.forEach((a, i) => {
      if (a < 1) return;
      seen++;
      const red = linear(bytes[i * 4]);
      const k = Math.min(n - 1, Math.max(0, Math.floor(layers.value[i] * (n - 1) + 0.5)));
      if (Math.abs(red - reds[k]) < 0.006) flat++;
      const [low, high] = [reds[Math.max(0, k - 1)], reds[Math.min(n - 1, k + 1)]];
      if (red >= Math.min(low, high) - 0.006 && red <= Math.max(low, high) + 0.006) between++;
    });
    expect(between).toBe(seen);
    expect(flat / seen).toBeGreaterThan(0.7);
    expect(flat).toBeLessThan(seen);
  },
);
