import type { Tool } from './definition.js';

/** Minutes until dry when a paint does not say: what usual hobby acrylics take in a heated room. */
export const DRY_MIN = {
  primer: 60,
  /** Ordinary paint brushed on in place of a primer: fuller than a layer. */
  instead: 20,
  layer: 8,
  glaze: 12,
  /** Sprayed translucent paint over flake: soft far longer than a brushed glaze. */
  tint: 120,
  line: 8,
  wash: 40,
  varnish: 120,
} as const;

const brush = (size: string, load: string): Tool => ({ kind: 'brush', size, load });
export const BRUSH = {
  broad: brush('1 or 2', 'half full, the rest wiped off'),
  base: brush('0', 'half full'),
  glaze: brush('1', 'wiped almost dry on a towel'),
  wicked: brush('1', 'half full, wicked on a towel until it does not run'),
  point: brush('00 or a fine point', 'the tip alone'),
  side: brush('0, the side of the tip', 'the tip alone'),
  stiff: brush('a stiff synthetic 0', 'nearly empty'),
  wash: brush('1', 'full, then lifted off where it pools'),
} as const;
export const AIRBRUSH: Tool = {
  kind: 'airbrush',
  psi: [10, 15],
  distanceCm: [4, 8],
  side: 'from the shadow side, burst then air only',
};

/** What lies on everything alike: a flake ground, a varnish. */
export const AIRBRUSH_EVEN: Tool = { ...AIRBRUSH, side: 'from all sides in light passes' };
/** What the light falls on. */
export const AIRBRUSH_LIT: Tool = { ...AIRBRUSH, side: 'from where the light comes, in short bursts' };

/** A primer, sprayed from farther off; from a can as well. */
export const SPRAY: Tool = {
  kind: 'airbrush',
  psi: [15, 25],
  distanceCm: [15, 25],
  canCm: [20, 30],
  side: 'from all sides in light passes',
};

const between = ([from, to]: readonly [number, number], unit: string) => `${from} to ${to} ${unit}`;

/** The tool in words. */
export function toolText(tool: Tool): string {
  if (tool.kind === 'brush') return `brush ${tool.size}, ${tool.load}`;
  const airbrush = `airbrush at ${between(tool.psi, 'psi')}, ${between(tool.distanceCm, 'cm')} off`;
  const can = tool.canCm ? `, or a spray can ${between(tool.canCm, 'cm')} off` : '';
  return `${airbrush}${can}, ${tool.side}`;
}

export const STROKES = {
  even: 'Even and thin, into every recess.',
  lift: 'Pull each stroke toward the light and lift there: the paint gathers where the brush leaves.',
  lower: 'Pull each stroke into the shade and lift there.',
  glaze:
    'Wipe the brush almost dry. Glaze over the soft borders only, from the dark side; let each coat dry.',
  bounce: 'A thin crescent, never brighter than the mid step. Leave the dark gap inside it.',
  surroundings: 'Strongest in the mid values, none in the lights.',
  lining: 'Point of the brush only, both hands supported. Tidy both sides after.',
  edges: 'Side of the tip along the rim, tip loaded only. Turn the piece, keep the hand still.',
  dots: 'One touch each, then leave it: worked white turns chalky.',
  stipple: 'Dots and short scratches, close together at the middle of the light and thin toward its border.',
  pool: 'Let it run into recesses, lift it off the raised places with a clean brush before it sets.',
  dust: 'Dust it on in passes; stop before it looks wet, or it pools.',
} as const;
