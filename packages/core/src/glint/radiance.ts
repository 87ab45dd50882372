import { NOTHING, type Patch, type Surface } from '../form/index.js';
import { blurredSurroundings, halfway, type MetalSurface, type PartLight } from '../rig/index.js';
import { dot } from '../units/index.js';
import { addLamp, addRound } from './lampImage.js';
import { lobeTable, PER_UNIT } from './lobes.js';

/** Spread of a lathe's reflection across and along its grooves, as parts of the half vector. */
const LATHE = { across: 0.16, along: 1.2 } as const;

/** A film mirrors its surroundings as strongly as metal where its reflectance reaches this. */
const GLANCING = 0.18;
/** Share of the main light's image that a film keeps face on: a lamp is far brighter than what it stands in. */
const LAMP_KEPT = 0.8;
/** Share of the broad light that is left under a film: the body is black. */
const BROAD_KEPT = 0.15;

/** Reflectance of a film over the cosine to the eye (Schlick 1994), as a share of what reads as metal, 0..1. */
const filmShare = (faceOn: number, cosine: number): number =>
  Math.min(1, (faceOn + (1 - faceOn) * (1 - cosine) ** 5) / GLANCING);

/** What the points of a patch keep of the surroundings under a film; null for metal, which keeps all. */
function filmShares(surface: Surface, p: number, faceOn: number | null): Float32Array | null {
  if (faceOn === null) return null;
  return surface.nz.map((z, i) => (surface.patch[i] === p ? filmShare(faceOn, z) : 0));
}

/**
 * Radiance of every point of a surface: broad light, blurred surroundings, the main light's mirror image and the
 * neighbours'. One table look-up each; nothing is allocated in the loops. Facets get 0 here: their bands are composed.
 * @returns one number a point, 0 or more; 0 where no surface is
 */
export function radiance(
  surface: Surface,
  patches: readonly Patch[],
  light: PartLight,
  polish: MetalSurface,
): Float32Array {
  const out = new Float32Array(surface.patch.length);
  patches.forEach((patch, p) => {
    if (patch.kind === 'smooth') smooth(surface, p, patch, light, polish, out);
    else if (patch.kind === 'graded') graded(surface, p, patch.reversed ? opposed(light) : light, out);
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
  polish: MetalSurface,
  out: Float32Array,
): void {
  const film = filmShares(surface, p, polish.filmReflectance);
  addSurroundings(surface, p, film, light, polish, out);
  const lampKept = film && film.map((share) => share + (1 - share) * LAMP_KEPT);
  addLamp(out, { surface, p, kept: lampKept }, patch, light, polish);
  for (const n of light.neighbours) {
    const size = Math.hypot(n.sizeDeg, polish.lobeDeg);
    const strength = n.strength * (n.sizeDeg ** 2 / size ** 2);
    addRound(out, { surface, p, kept: film }, n.toward, lobeTable(size), strength);
  }
}

/** Broad light, and the surroundings as blurred by the surface. */
function addSurroundings(
  surface: Surface,
  p: number,
  film: Float32Array | null,
  light: PartLight,
  polish: MetalSurface,
  out: Float32Array,
): void {
  const { patch: owner, nx, ny, nz } = surface;
  const sky = blurredSurroundings(polish.surroundingsDeg, light.horizon);
  const top = sky.length - 1;
  const [ux, uy, uz] = light.up;
  const [lx, ly, lz] = light.key;
  const broad = 0.8 * polish.broad * (film ? BROAD_KEPT : 1);
  const clear = (1 - polish.broad) * 0.75;
  for (let i = 0; i < owner.length; i++) {
    if (owner[i] !== p) continue;
    const x = nx[i];
    const y = ny[i];
    const z = nz[i];
    const z2 = 2 * z;
    const s = z2 * x * ux + z2 * y * uy + (z2 * z - 1) * uz;
    const place = (s + 1) * PER_UNIT;
    const k = place < 0 ? 0 : place >= top ? top - 1 : place | 0;
    const mirrored = clear * (sky[k] + (sky[k + 1] - sky[k]) * (place - k));
    let value = film ? film[i] * mirrored : mirrored;
    const facing = x * lx + y * ly + z * lz;
    if (facing > 0) {
      const open = 4 * s + 0.5;
      value += broad * facing * (open < 0 ? 0 : open > 1 ? 1 : open);
    }
    out[i] = value;
  }
}

/** The light as it would grade a face from the other side. */
const opposed = (light: PartLight): PartLight => ({
  ...light,
  key: [-light.key[0], -light.key[1], light.key[2]],
});

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
  const half = halfway(light.key);
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
