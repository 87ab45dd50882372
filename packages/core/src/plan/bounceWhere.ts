import { NOTHING, placeOf, turn } from '../form/index.js';
import type { PreparedPart } from '../glint/index.js';
import { rad } from '../units/index.js';
import { hour } from './where.js';

/** A place bears the light from below where that lifts its value by this much. */
const LIFTED = 0.02;

/**
 * Where the light from below lies on a part, as the viewer sees the clock: along its rim, or in a hollow on the lamp's own
 * side, where the wall turns away from the lamp. Null where nothing is lifted.
 */
export function bounceWhere(p: PreparedPart, body: Float32Array, bounced: Float32Array): string | null {
  const { grid, patch } = p.shape.canonical;
  let [x, y, sum] = [0, 0, 0];
  let [cx, cy, count] = [0, 0, 0];
  for (let i = 0; i < bounced.length; i++) {
    if (patch[i] === NOTHING) continue;
    const at = placeOf(grid, (i % grid.width) + 0.5, Math.floor(i / grid.width) + 0.5);
    cx += at[0];
    cy += at[1];
    count++;
    const lifted = bounced[i] - body[i];
    if (lifted < LIFTED) continue;
    x += lifted * at[0];
    y += lifted * at[1];
    sum += lifted;
  }
  if (sum === 0) return null;
  const own = [x / sum - cx / count, y / sum - cy / count] as const;
  const towardLamp = own[0] * p.light.key[0] + own[1] * p.light.key[1] > 0;
  const [dx, dy] = turn(own[0], own[1], rad(p.part.place.rollDeg));
  return towardLamp
    ? `inside the hollow toward ${hour(dx, dy)}, on the lamp's own side`
    : `along the rim toward ${hour(dx, dy)}, away from the main light`;
}
