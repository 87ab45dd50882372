import { clamp } from '../units/index.js';
import { sizeMm, type FormDefinition } from './definition.js';
import { ellipse, ellipseOutward, unit } from './geometry.js';
import { SAMPLE, type Edge, type Patch, type Point } from './surface.js';

const ROUND = 0.97;

/** A round bar bent to an ellipse, outer half axes a and b: one patch and the line where it meets what it sits on. */
export function roundBar(a: number, b: number, thick: number): { patch: Patch; joint: Edge } {
  const inA = Math.max(0.02, a - thick);
  const inB = Math.max(0.02, b - thick);
  const outer = ellipse(a, b);
  const inner = ellipse(inA, inB);
  const [midA, midB] = [(a + inA) / 2, (b + inB) / 2];
  const patch: Patch = {
    kind: 'smooth',
    rings: [outer, inner],
    grain: null,
    glintStretch: 1.5,
    rim: true,
    at(px, y, out) {
      // The very middle has no direction; any will do.
      const x = px === 0 && y === 0 ? 1e-6 : px;
      const r = Math.hypot(x, y);
      const far = r / Math.hypot(x / a, y / b);
      const near = r / Math.hypot(x / inA, y / inB);
      const rho = clamp((r - (far + near) / 2) / ((far - near) / 2), -1, 1) * ROUND;
      const [ex, ey] = unit(x / (midA * midA), y / (midB * midB));
      out[SAMPLE.nx] = ex * rho;
      out[SAMPLE.ny] = ey * rho;
      out[SAMPLE.nz] = Math.sqrt(1 - rho * rho);
      out[SAMPLE.u] = Math.atan2(y / midB, x / midA) / (2 * Math.PI) + 0.5;
      out[SAMPLE.v] = (rho / ROUND + 1) / 2;
    },
    glintAt(half): Point | null {
      const tilt = Math.hypot(half[0], half[1]);
      if (tilt > ROUND) return null;
      const [hx, hy] = tilt > 1e-6 ? [half[0] / tilt, half[1] / tilt] : [0, 1];
      const [cx, cy] = unit(hx * midA, hy * midB);
      const [x, y] = [cx * midA, cy * midB];
      const shift = (tilt / ROUND) * (thick / 2);
      return [x + hx * shift, y + hy * shift];
    },
  };
  return {
    patch,
    joint: {
      kind: 'recess',
      closed: true,
      points: inner,
      outward: ellipseOutward(inner, inA, inB).map(([x, y]) => [-x, -y] as const),
    },
  };
}

/** Haft rings, buckles, bracelets, rims seen face on. */
export const ring: FormDefinition<'ring'> = {
  kind: 'ring',
  label: 'Ring',
  serves: 'haft ring, buckle, rim',
  words: [
    'loop',
    'link',
    'hoop',
    'pommel',
    'bracelet',
    'wheel',
    'frame',
    'halo',
    'earring',
    'gear',
    'clasp',
    'guard',
  ],
  defaults: { kind: 'ring', widthMm: 6, heightMm: 6, thicknessMm: 1.2 },
  across: ['widthMm'],
  along: ['heightMm'],
  numbers: [sizeMm('widthMm', 'Width'), sizeMm('heightMm', 'Height'), sizeMm('thicknessMm', 'Thickness')],
  choices: [],
  model(form) {
    const bar = roundBar(
      form.widthMm / 2,
      form.heightMm / 2,
      Math.min(form.thicknessMm, Math.min(form.widthMm, form.heightMm) * 0.48),
    );
    return {
      narrowestMm: form.thicknessMm,
      rings: bar.patch.rings,
      corners: [],
      edges: [bar.joint],
      patches: [bar.patch],
    };
  },
};
