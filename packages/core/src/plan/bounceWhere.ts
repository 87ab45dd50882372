import type { PreparedPart } from '../glint/index.js';
import { centreOff, inPicture } from './toward.js';
import { hour, sideOf } from './where.js';

/** A place bears the light from below where that lifts its value by this much. */
const LIFTED = 0.02;

/**
 * Where the light from below lies on a part, as the viewer sees the clock: along its rim, or in a hollow on the lamp's own
 * side, where the wall turns away from the lamp. Null where nothing is lifted.
 */
export function bounceWhere(p: PreparedPart, body: Float32Array, bounced: Float32Array): string | null {
  const own = centreOff(p, (i) => {
    const lifted = bounced[i] - body[i];
    return lifted < LIFTED ? 0 : lifted;
  });
  if (!own) return null;
  const towardLamp = own[0] * p.light.key[0] + own[1] * p.light.key[1] > 0;
  const [dx, dy] = inPicture(p, own);
  if (p.part.form.kind === 'tube') return `along its ${sideOf(dx, dy)} side, away from the main light`;
  return towardLamp
    ? `inside the hollow toward ${hour(dx, dy)}, on the lamp's own side`
    : `along the rim toward ${hour(dx, dy)}, away from the main light`;
}
