// Plain references that the engine is measured against. Slow and simple on purpose; pinned: change them only with a reason.
import {
  concentration,
  KEY_SIZE_DEG,
  LAMP_LUMINANCE,
  lamps,
  rad,
  seededRandom,
  surroundings,
} from '@pale-glint/core';

const dot = (a, b) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const norm = (a) => {
  const l = Math.hypot(...a);
  return a.map((x) => x / l);
};
const cross = (a, b) => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];

/** Two unit vectors square to `d` and to each other. */
function frame(d) {
  const t = norm(cross(Math.abs(d[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0], d));
  return [t, cross(d, t)];
}

/** `d` moved by an angle in a direction round it. */
function around(d, [t, b], angle, phi) {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const [x, y] = [s * Math.cos(phi), s * Math.sin(phi)];
  return [0, 1, 2].map((i) => d[i] * c + t[i] * x + b[i] * y);
}

/** A direction from a von Mises-Fisher distribution round d. */
function vmf(d, f, kappa, random) {
  const u = random();
  const w = 1 + Math.log(u + (1 - u) * Math.exp(-2 * kappa)) / kappa;
  return around(d, f, Math.acos(Math.max(-1, Math.min(1, w))), 2 * Math.PI * random());
}

/** Peak of a main light without a border, before any surface blurs it. */
const KEY_PEAK = 1.53;

/** The main light at an angle from its middle: where the polish shows it a disc with a border, otherwise a bell. */
function lampAt(to, polish) {
  const key = rad(KEY_SIZE_DEG);
  if (polish.showsLamp) return to <= rad(lamps.round.shape.radiusDeg) ? LAMP_LUMINANCE : 0;
  return KEY_PEAK * Math.exp((-to * to) / (2 * key * key));
}

/** Radiance of one normal by importance sampling of the blurred surroundings and of the blurred main light. */
export function sampledRadiance(n, light, polish, samples, random) {
  const nz2 = 2 * n[2];
  const r = [nz2 * n[0], nz2 * n[1], nz2 * n[2] - 1];
  const f = frame(r);
  const kappa = concentration(polish.surroundingsDeg);
  const lobe = rad(polish.showsLamp ? polish.surroundingsDeg : polish.lobeDeg);
  let sky = 0;
  let glint = 0;
  for (let i = 0; i < samples; i++) {
    sky += surroundings(dot(vmf(r, f, kappa, random), light.up), light.horizon);
    // The lobe is a Gaussian in angle: its distance from the middle is Rayleigh distributed.
    const angle = lobe * Math.sqrt(-2 * Math.log(1 - random()));
    const to = Math.acos(
      Math.max(-1, Math.min(1, dot(around(r, f, angle, 2 * Math.PI * random()), light.key))),
    );
    glint += lampAt(to, polish);
  }
  const s = dot(r, light.up);
  const open = Math.min(1, Math.max(0, 4 * s + 0.5));
  return (
    (1 - polish.broad) * 0.75 * (sky / samples) +
    0.8 * polish.broad * Math.max(0, dot(n, light.key)) * open +
    glint / samples
  );
}

/** Evenly spread directions over the sphere (Fibonacci lattice). */
export function directions(count) {
  const golden = Math.PI * (3 - Math.sqrt(5));
  return Array.from({ length: count }, (_, i) => {
    const z = 1 - (2 * i + 1) / count;
    const r = Math.sqrt(1 - z * z);
    return [r * Math.cos(golden * i), r * Math.sin(golden * i), z];
  });
}

/** The scene's radiance from fixed directions, computed once: surroundings, main light and neighbours. */
export function scene(light, polish, count = 1024) {
  const all = directions(count);
  const value = all.map((d) => {
    const to = Math.acos(Math.max(-1, Math.min(1, dot(d, light.key))));
    let v = lampAt(to, polish);
    for (const n of light.neighbours) {
      const a = Math.acos(Math.max(-1, Math.min(1, dot(d, n.toward))));
      v += n.strength * Math.exp((-a * a) / (2 * rad(n.sizeDeg) ** 2));
    }
    return [surroundings(dot(d, light.up), light.horizon), v];
  });
  return {
    xyz: Float64Array.from(all.flat()),
    sky: Float64Array.from(value, (v) => v[0]),
    lights: Float64Array.from(value, (v) => v[1]),
  };
}

/** The plain way: every pixel sums every direction, no culling, no tables. */
export function plainRadiance(nx, ny, nz, fixed, light, polish, out) {
  const count = fixed.sky.length;
  const ks = concentration(polish.surroundingsDeg);
  const kl = concentration(polish.lobeDeg);
  for (let i = 0; i < nx.length; i++) {
    const z2 = 2 * nz[i];
    const [rx, ry, rz] = [z2 * nx[i], z2 * ny[i], z2 * nz[i] - 1];
    let [sky, skyWeight, lights, lightsWeight] = [0, 0, 0, 0];
    for (let k = 0; k < count; k++) {
      const d = rx * fixed.xyz[3 * k] + ry * fixed.xyz[3 * k + 1] + rz * fixed.xyz[3 * k + 2] - 1;
      const a = Math.exp(ks * d);
      const b = Math.exp(kl * d);
      sky += a * fixed.sky[k];
      skyWeight += a;
      lights += b * fixed.lights[k];
      lightsWeight += b;
    }
    const facing = Math.max(0, nx[i] * light.key[0] + ny[i] * light.key[1] + nz[i] * light.key[2]);
    const s = rx * light.up[0] + ry * light.up[1] + rz * light.up[2];
    out[i] =
      (1 - polish.broad) * 0.75 * (sky / skyWeight) +
      0.8 * polish.broad * facing * Math.min(1, Math.max(0, 4 * s + 0.5)) +
      lights / lightsWeight;
  }
  return out;
}

export { seededRandom };
