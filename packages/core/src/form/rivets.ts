import { clamp, plain } from '../units/index.js';
import { shareOf, sizeMm, type FormDefinition } from './definition.js';
import { RIM } from './dome.js';
import { ellipse, ellipseOutward } from './geometry.js';
import { SAMPLE, type Edge, type Patch, type Point } from './surface.js';

/** A row of rivet heads along a line that may sag, each lit on its own. */
export const rivets: FormDefinition<'rivets'> = {
  kind: 'rivets',
  label: 'Rivets in a row',
  serves: 'rivets, studs, beads',
  words: ['bolts', 'nails', 'pearls', 'buttons', 'screws', 'studded'],
  defaults: { kind: 'rivets', count: 5, lengthMm: 10, sagMm: 1, headMm: 1, fullness: 0.9 },
  across: ['lengthMm'],
  along: [],
  numbers: [
    { key: 'count', label: 'Heads', unit: '', min: 1, max: 80, step: 1 },
    sizeMm('lengthMm', 'First to last'),
    sizeMm('headMm', 'One head'),
    sizeMm('sagMm', 'Middle hangs by', { min: -100, max: 100 }),
    shareOf('fullness', 'Fullness', { min: 0.2 }),
  ],
  choices: [],
  model(form) {
    const { count } = form;
    // Heads that would overlap are drawn as wide as the row allows.
    const room = count > 1 ? form.lengthMm / (count - 1) : Infinity;
    const headMm = Math.min(form.headMm, room);
    const notes =
      headMm < form.headMm ? [`${count} heads fit only ${plain(headMm, 2)} mm wide into this row`] : [];
    const r = headMm / 2;
    const steep = RIM * form.fullness;
    const middles = Array.from({ length: count }, (_, i): Point => {
      const t = count > 1 ? (2 * i) / (count - 1) - 1 : 0;
      return [(t * form.lengthMm) / 2, form.sagMm * (t * t - 0.5)];
    });
    const patches: Patch[] = [];
    const edges: Edge[] = [];
    for (const [cx, cy] of middles) {
      const flat = ellipse(r, r, 28);
      const ring = flat.map(([x, y]): Point => [x + cx, y + cy]);
      edges.push({ kind: 'recess', closed: true, points: ring, outward: ellipseOutward(flat, r, r) });
      patches.push({
        kind: 'smooth',
        rings: [ring],
        grain: null,
        at(x, y, out) {
          let p = (x - cx) / r;
          let q = (y - cy) / r;
          const far = Math.hypot(p, q);
          if (far > 1) {
            p /= far;
            q /= far;
          }
          out[SAMPLE.nx] = steep * p;
          out[SAMPLE.ny] = steep * q;
          out[SAMPLE.nz] = Math.sqrt(1 - steep * steep * (p * p + q * q));
          out[SAMPLE.u] = clamp(0.5 + p / 2, 0, 1);
          out[SAMPLE.v] = clamp(0.5 + q / 2, 0, 1);
        },
        glintAt(half) {
          const [p, q] = [half[0] / steep, half[1] / steep];
          return p * p + q * q <= 1 ? [cx + r * p, cy + r * q] : null;
        },
      });
    }
    return {
      narrowestMm: headMm,
      rings: patches.flatMap((p) => p.rings),
      corners: [],
      edges,
      patches,
      repeats: true,
      notes: notes,
    };
  },
};
