import { NOTHING, type Patch, type Surface } from '../form/index.js';
import {
  blurredSurroundings,
  KEY_SIZE_DEG,
  keyPeak,
  type PartLight,
  type PolishModel,
} from '../rig/index.js';
import { dot, normalise, TO_EYE, add, rad } from '../units/index.js';
import { alongTable, lobeTable, PER_UNIT } from './lobes.js';

/** How far a reflection strays along a tube's grain, beyond the lobe itself, in radians. */
const GRAIN = 0.9;
/** Spread of a lathe's reflection across and along its grooves, as parts of the half vector. */
const LATHE = { across: 0.16, along: 1.2 } as const;

/**
 * Radiance of every point of a surface: broad light, blurred surroundings, the main light's mirror image and the
 * neighbours'. One table look-up each; nothing is allocated in the loop. Facets get 0 here: their bands are composed.
 * @returns one number a point, 0 or more; 0 where no surface is
 */
export function radiance(
  surface: Surface,
  patches: readonly Patch[],
  light: PartLight,
  polish: PolishModel,
): Float32Array {
  const out = new Float32Array(surface.patch.length);
  patches.forEach((patch, p) => {
    if (patch.kind === 'smooth') smooth(surface, p, patch, light, polish, out);
    else if (patch.kind === 'graded') graded(surface, p, light, out);
    else if (patch.kind === 'turned') turned(surface, p, light, out);
  });
  if (surface.open) shut(out, surface.open);
  return out;
}

/** What a part mirrors of itself is as bright as this: metal that stands in its own way is mostly dark. */
const OF_ITSELF = 0.14;

function shut(out: Float32Array, open: Float32Array): void {
  for (let i = 0; i < out.length; i++) if (out[i] > 0) out[i] = open[i] * out[i] + (1 - open[i]) * OF_ITSELF;
}

function smooth(
  surface: Surface,
  p: number,
  patch: Patch,
  light: PartLight,
  polish: PolishModel,
  out: Float32Array,
): void {
  const { patch: owner, nx, ny, nz } = surface;
  const count = owner.length;
  const sky = blurredSurroundings(polish.surroundingsDeg, light.horizon);
  const top = sky.length - 1;
  const [ux, uy, uz] = light.up;
  const [lx, ly, lz] = light.key;
  const broad = polish.broad;
  const clear = (1 - broad) * 0.75;
  const sigmaDeg = Math.hypot(KEY_SIZE_DEG, polish.lobeDeg);
  const peak = keyPeak(polish.lobeDeg);
  const lobe = lobeTable(sigmaDeg);
  const grain = patch.grain;
  const [ax, ay, az] = grain ?? [0, 0, 0];
  const la = lx * ax + ly * ay + lz * az;
  const lAcross = Math.sqrt(Math.max(1e-6, 1 - la * la));
  const along = grain ? alongTable(la, rad(sigmaDeg) + GRAIN) : lobe;
  for (let i = 0; i < count; i++) {
    if (owner[i] !== p) continue;
    const x = nx[i];
    const y = ny[i];
    const z = nz[i];
    const z2 = 2 * z;
    const rx = z2 * x;
    const ry = z2 * y;
    const rz = z2 * z - 1;
    const s = rx * ux + ry * uy + rz * uz;
    let place = (s + 1) * PER_UNIT;
    let k = place < 0 ? 0 : place >= top ? top - 1 : place | 0;
    let value = clear * (sky[k] + (sky[k + 1] - sky[k]) * (place - k));
    const facing = x * lx + y * ly + z * lz;
    if (facing > 0) {
      const open = 4 * s + 0.5;
      value += 0.8 * broad * facing * (open < 0 ? 0 : open > 1 ? 1 : open);
    }
    const d = rx * lx + ry * ly + rz * lz;
    if (grain) {
      const ra = rx * ax + ry * ay + rz * az;
      const rAcross = Math.sqrt(Math.max(1e-6, 1 - ra * ra));
      place = ((d - ra * la) / (rAcross * lAcross) + 1) * PER_UNIT;
      k = place < 0 ? 0 : place > top ? top : place | 0;
      const across = lobe[k] + (lobe[k + 1] - lobe[k]) * (place - k);
      place = (ra + 1) * PER_UNIT;
      k = place | 0;
      value += peak * across * (along[k] + (along[k + 1] - along[k]) * (place - k));
    } else {
      place = (d + 1) * PER_UNIT;
      k = place < 0 ? 0 : place > top ? top : place | 0;
      value += peak * (lobe[k] + (lobe[k + 1] - lobe[k]) * (place - k));
    }
    out[i] = value;
  }
  for (const n of light.neighbours) {
    const size = Math.hypot(n.sizeDeg, polish.lobeDeg);
    const table = lobeTable(size);
    const strength = n.strength * (n.sizeDeg ** 2 / size ** 2);
    const [x, y, z] = n.toward;
    for (let i = 0; i < count; i++) {
      if (owner[i] !== p) continue;
      const z2 = 2 * nz[i];
      const d = z2 * nx[i] * x + z2 * ny[i] * y + (z2 * nz[i] - 1) * z;
      const place = (d + 1) * PER_UNIT;
      const k = place < 0 ? 0 : place > top ? top : place | 0;
      out[i] += strength * (table[k] + (table[k + 1] - table[k]) * (place - k));
    }
  }
}

/** A flat cast face: graded from dark to light toward the key, as painters do where nothing would reflect. */
function graded(surface: Surface, p: number, light: PartLight, out: Float32Array): void {
  const [lx, ly] = light.key;
  const flat = Math.hypot(lx, ly);
  const [dx, dy] = flat > 1e-3 ? [lx / flat, ly / flat] : [0, 1];
  const { patch, u, v } = surface;
  for (let i = 0; i < patch.length; i++) {
    if (patch[i] !== p) continue;
    const g = 0.5 + (u[i] - 0.5) * dx + (v[i] - 0.5) * dy;
    out[i] = 0.05 + 0.9 * g * g;
  }
}

/** A face turned on a lathe: two opposed wedges toward and away from the light. */
function turned(surface: Surface, p: number, light: PartLight, out: Float32Array): void {
  const half = normalise(add(light.key, TO_EYE));
  const { patch, u, v } = surface;
  for (let i = 0; i < patch.length; i++) {
    if (patch[i] !== p) continue;
    const x = u[i] - 0.5;
    const y = v[i] - 0.5;
    const r = Math.hypot(x, y);
    if (r < 1e-6) {
      out[i] = 0.5;
      continue;
    }
    const outward = (half[0] * x + half[1] * y) / r;
    const around = (half[1] * x - half[0] * y) / r;
    out[i] = 0.05 + Math.exp(-0.5 * ((around / LATHE.across) ** 2 + (outward / LATHE.along) ** 2));
  }
}

/** Lambert's law for matte parts, with a little light from all round: 0..1 along the tones of the colour. */
export function lambert(surface: Surface, light: PartLight): Float32Array {
  const out = new Float32Array(surface.patch.length);
  for (let i = 0; i < out.length; i++) {
    if (surface.patch[i] === NOTHING) continue;
    const n = [surface.nx[i], surface.ny[i], surface.nz[i]] as const;
    out[i] = Math.min(
      1,
      (surface.open?.[i] ?? 1) * (0.06 + 0.12 * (1 + dot(n, light.up)) * 0.5) +
        0.86 * Math.max(0, dot(n, light.key)) ** 0.9,
    );
  }
  return out;
}
