import type { Surface } from '../form/index.js';
import type { PartLight } from '../rig/index.js';
import { dot, mixNumbers, normalise, smoothstep, type Vec3 } from '../units/index.js';

/** Weight of the sky beside the main light. */
const SKY = 0.35;

/** Where most light comes from: the main light, and a little of the sky. */
export const brightSide = ({ key, up }: PartLight): Vec3 =>
  normalise([key[0] + SKY * up[0], key[1] + SKY * up[1], key[2] + SKY * up[2]]);

/** Turned wholly from the light a curved part keeps this much of its value. */
const TURNED_KEEPS = 0.7;

/** Share of its value that a curved part keeps as on the whole it turns from the light: 1 to TURNED_KEEPS. */
export function curvedLevel({ nx, ny, nz }: Surface, light: PartLight): number {
  const toward = brightSide(light);
  let sum = 0;
  for (let i = 0; i < nx.length; i++) sum += nx[i] * toward[0] + ny[i] * toward[1] + nz[i] * toward[2];
  return nx.length ? mixNumbers(TURNED_KEEPS, 1, smoothstep(-0.6, 0.15, sum / nx.length)) : 1;
}

/** Exposure of a flat face, 0 turned away to 1 square to the light. */
export const faceLit = (normal: Vec3, light: PartLight): number =>
  smoothstep(-0.5, 0.65, dot(normal, brightSide(light)));

/** How fully a flat face stands in the light: 0 edge on to it or turned away, 1 square to it. */
export const faceFull = (normal: Vec3, light: PartLight): number =>
  smoothstep(0, 1, dot(normal, brightSide(light)));
