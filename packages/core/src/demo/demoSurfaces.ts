import { CAPTAIN_FILES } from './captain.js';
import { HERON_SURFACE } from './heronWing.js';

/** Files in demo/ with the surfaces that the demo's parts are cut from, by the surface's hash. */
export const DEMO_SURFACES: ReadonlyMap<string, string> = new Map([
  [HERON_SURFACE, 'heron-wing.surface'],
  ...CAPTAIN_FILES.map(({ id, surface }) => [surface, `lock-captain-${id}.surface`] as const),
]);
