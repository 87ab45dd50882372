import { hexToLinear } from '../colour/index.js';
import { NOTHING, type Surface } from '../form/index.js';
import type { Rig } from '../piece/index.js';
import type { PartLight } from '../rig/index.js';
import { smoothstep, type Vec3 } from '../units/index.js';
import { lobeTable, lookUp } from './lobes.js';

/** Something whose colour shows in the metal. */
export interface TintSource {
  /** sky, ground, or `by-` and the neighbour's id: also the id of its step in the order. */
  readonly id: string;
  readonly hex: string;
  /** What it does to linear light, channel by channel, at full strength; keeps the luminance of a grey. */
  readonly filter: Vec3;
}

/** One source's share at each point, 0..1. */
export interface TintLayer {
  readonly source: TintSource;
  readonly weight: Float32Array;
}

/** A tint of 1 puts this much of the filter over the mids. */
const FULL = 0.85;
/** A neighbour's colour spreads this much wider than its reflection, in degrees. */
const SPREAD_DEG = 12;
/** Strongest between these values; nothing in the darkest and in the lights. */
const SHADOW_TO = 0.34;
const LIGHT_FROM = 0.6;
const LIGHT_TO = 0.88;

/** What a colour does to neutral light: its linear channels, made to keep luminance. */
export function filterOf(hex: string): Vec3 {
  const [r, g, b] = hexToLinear(hex);
  const y = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  return y > 1e-4 ? [r / y, g / y, b / y] : [1, 1, 1];
}

/**
 * All that can tint a piece from afar: sky, ground and far neighbours, in the order they are glazed. What glows close by
 * is laid last of all: see glowLayers.ts.
 */
export const tintSources = (rig: Pick<Rig, 'skyHex' | 'groundHex' | 'neighbours' | 'tint'>): TintSource[] =>
  rig.tint === 0
    ? []
    : [
        { id: 'sky', hex: rig.skyHex },
        { id: 'ground', hex: rig.groundHex },
        ...rig.neighbours
          .filter((n) => n.strength > 0 && n.where.kind === 'far')
          .map((n) => ({ id: `by-${n.id}`, hex: n.hex })),
      ].map((s) => ({ ...s, filter: filterOf(s.hex) }));

/** How much tint a value takes: most in the mids, none in the lights, fading in shadow. */
export const tintTaken = (value: number): number =>
  smoothstep(0, SHADOW_TO, value) * (1 - smoothstep(LIGHT_FROM, LIGHT_TO, value));

/** A surface and the values on it. */
export interface Tinted {
  readonly surface: Surface;
  readonly value: Float32Array;
}

/**
 * Where each source colours a surface: the sky on what faces up, the ground on what faces down, neighbours where the
 * mirrored direction points at them; there they displace sky and ground.
 * @param strength the rig's tint, 0..1
 */
export function tintLayers(
  { surface, value }: Tinted,
  light: PartLight,
  sources: readonly TintSource[],
  strength: number,
): TintLayer[] {
  const { patch, nx, ny, nz } = surface;
  const count = patch.length;
  const layers = sources.map((source) => ({ source, weight: new Float32Array(count) }));
  const lobes = layers.map(({ source }) => {
    const n = light.neighbours.find((m) => `by-${m.id}` === source.id);
    return n ? { ...n, table: lobeTable(n.sizeDeg + SPREAD_DEG) } : null;
  });
  const sky = layers.findIndex((l) => l.source.id === 'sky');
  const ground = layers.findIndex((l) => l.source.id === 'ground');
  const [ux, uy, uz] = light.up;
  for (let i = 0; i < count; i++) {
    if (patch[i] === NOTHING) continue;
    const taken = FULL * strength * tintTaken(value[i]);
    if (taken === 0) continue;
    const [x, y, z] = [nx[i], ny[i], nz[i]];
    let left = 1;
    for (let k = 0; k < lobes.length; k++) {
      const n = lobes[k];
      if (!n) continue;
      const d = 2 * z * (x * n.toward[0] + y * n.toward[1] + z * n.toward[2]) - n.toward[2];
      const w = Math.min(left, n.strength * lookUp(n.table, d));
      layers[k].weight[i] = taken * w;
      left -= w;
    }
    const up = x * ux + y * uy + z * uz;
    if (sky >= 0 && up > 0) layers[sky].weight[i] = taken * left * smoothstep(0.05, 0.85, up);
    if (ground >= 0 && up < 0) layers[ground].weight[i] = taken * left * smoothstep(0.05, 0.7, -up);
  }
  return layers;
}
