import type { Patch, Surface } from '../form/index.js';
import {
  KEY_SIZE_DEG,
  keyPeak,
  LAMP_LUMINANCE,
  lampAxes,
  lamps,
  type LampShape,
  type PartLight,
  type PolishModel,
  type Stretch,
} from '../rig/index.js';
import { dot, rad, type Vec3 } from '../units/index.js';
import { alongTable, discTable, lobeTable, lookUp, panesTable, PER_UNIT, stripeTable } from './lobes.js';

/** How far a reflection strays along a tube's grain, beyond the lobe itself, in radians. */
const GRAIN = 0.9;
/** Blur across the grain, in degrees, beyond that of the polish: grooves soften every border. */
const GROOVES_DEG = 3.2;

/** The points of one patch that receive light, and how much of it each keeps; null: all of it. */
interface Target {
  readonly surface: Surface;
  readonly p: number;
  readonly kept: Float32Array | null;
}

/**
 * Adds the main light's mirror image to a patch: a bell, or where the polish shows it the lamp's own shape with its
 * border; drawn out along the grain of a tube. Nothing is allocated a point.
 */
export function addLamp(
  out: Float32Array,
  target: Target,
  patch: Patch,
  light: PartLight,
  polish: PolishModel,
): void {
  const { shape } = lamps[light.lamp];
  if (patch.grain) return addAcrossGrain(out, target, patch.grain, light, polish);
  if (!polish.showsLamp) {
    const bell = lobeTable(Math.hypot(KEY_SIZE_DEG, polish.lobeDeg));
    return addRound(out, target, light.key, bell, keyPeak(polish.lobeDeg));
  }
  if (shape.kind === 'disc') {
    const disc = discTable(shape.radiusDeg, polish.surroundingsDeg);
    return addRound(out, target, light.key, disc, LAMP_LUMINANCE);
  }
  addPanes(out, target, light, shape, polish.surroundingsDeg);
}

/** What looks alike all round the light: a table over the cosine of the angle from it. */
export function addRound(
  out: Float32Array,
  { surface, p, kept }: Target,
  [lx, ly, lz]: Vec3,
  table: Float32Array,
  peak: number,
): void {
  const { patch: owner, nx, ny, nz } = surface;
  for (let i = 0; i < owner.length; i++) {
    if (owner[i] !== p) continue;
    const z2 = 2 * nz[i];
    const d = z2 * nx[i] * lx + z2 * ny[i] * ly + (z2 * nz[i] - 1) * lz;
    const place = (d + 1) * PER_UNIT;
    const k = place < 0 ? 0 : place > 2 * PER_UNIT ? 2 * PER_UNIT : place | 0;
    const add = peak * (table[k] + (table[k + 1] - table[k]) * (place - k));
    out[i] += kept ? kept[i] * add : add;
  }
}

function addPanes(
  out: Float32Array,
  { surface, p, kept }: Target,
  light: PartLight,
  shape: Extract<LampShape, { kind: 'panes' }>,
  blurDeg: number,
): void {
  const { right, upright } = lampAxes(light.key, light.up);
  const across = panesTable(shape.across, blurDeg);
  const along = panesTable(shape.upright, blurDeg);
  const { patch: owner, nx, ny, nz } = surface;
  const r = [0, 0, 0] as [number, number, number];
  for (let i = 0; i < owner.length; i++) {
    if (owner[i] !== p) continue;
    const z2 = 2 * nz[i];
    r[0] = z2 * nx[i];
    r[1] = z2 * ny[i];
    r[2] = z2 * nz[i] - 1;
    // Behind the viewer of the lamp the same two sines stand for its mirror image.
    if (dot(r, light.key) <= 0) continue;
    const add = LAMP_LUMINANCE * lookUp(across, dot(r, right)) * lookUp(along, dot(r, upright));
    out[i] += kept ? kept[i] * add : add;
  }
}

/** How far the lamp reaches to each side in a direction square to the grain. */
function stretchesAcross(shape: LampShape, light: PartLight, grain: Vec3): readonly Stretch[] {
  if (shape.kind === 'disc') return [[-shape.radiusDeg, shape.radiusDeg]];
  const { right, upright } = lampAxes(light.key, light.up);
  const [a, b] = [dot(right, grain), dot(upright, grain)];
  // A tube that runs up the lamp shows its panes side by side, one that lies across them one above the other.
  return Math.abs(b) >= Math.abs(a) ? shape.across : shape.upright;
}

/** On a drawn or rolled surface the image runs along the grain; across it keeps its border. */
function addAcrossGrain(
  out: Float32Array,
  { surface, p, kept }: Target,
  grain: Vec3,
  light: PartLight,
  polish: PolishModel,
): void {
  const [ax, ay, az] = grain;
  const [lx, ly, lz] = light.key;
  const sigmaDeg = Math.hypot(KEY_SIZE_DEG, polish.lobeDeg);
  const across = polish.showsLamp
    ? stripeTable(
        stretchesAcross(lamps[light.lamp].shape, light, grain),
        Math.hypot(polish.surroundingsDeg, GROOVES_DEG),
      )
    : lobeTable(sigmaDeg);
  const peak = polish.showsLamp ? LAMP_LUMINANCE : keyPeak(polish.lobeDeg);
  const la = lx * ax + ly * ay + lz * az;
  const lAcross = Math.sqrt(Math.max(1e-6, 1 - la * la));
  const along = alongTable(la, rad(sigmaDeg) + GRAIN);
  const { patch: owner, nx, ny, nz } = surface;
  for (let i = 0; i < owner.length; i++) {
    if (owner[i] !== p) continue;
    const z2 = 2 * nz[i];
    const rx = z2 * nx[i];
    const ry = z2 * ny[i];
    const rz = z2 * nz[i] - 1;
    const ra = rx * ax + ry * ay + rz * az;
    const rAcross = Math.sqrt(Math.max(1e-6, 1 - ra * ra));
    const turn = (rx * lx + ry * ly + rz * lz - ra * la) / (rAcross * lAcross);
    const add = peak * lookUp(across, turn) * lookUp(along, ra);
    out[i] += kept ? kept[i] * add : add;
  }
}
