import { encodedBytes } from '../colour/index.js';
import { keyDirection } from '../rig/index.js';
import type { Piece } from '../piece/index.js';
import type { Sculpt } from '../sculpt/index.js';

const STEPS = 1024;
const ENCODED = encodedBytes(STEPS);

/**
 * A sculpt as a picture: in grey primer under the piece's main light (Lambert's law, some light from all round), or by
 * how far each point can be believed, black for not at all.
 * @returns red, green, blue, alpha, width * height; transparent where nothing is
 */
export function primedPicture(
  s: Sculpt,
  rig: Piece['rig'],
  show: 'primed' | 'confidence',
): Uint8ClampedArray<ArrayBuffer> {
  const [lx, ly, lz] = keyDirection(rig);
  const out = new Uint8ClampedArray(s.width * s.height * 4);
  for (let i = 0, k = 0; i < s.confidence.length; i++, k += 4) {
    if (s.confidence[i] === 0) continue;
    const nz = Math.sqrt(Math.max(0, 1 - s.nx[i] * s.nx[i] - s.ny[i] * s.ny[i]));
    const lit = Math.max(0, s.nx[i] * lx + s.ny[i] * ly + nz * lz);
    const open = s.visibility ? s.visibility[i] / 255 : 1;
    const grey =
      show === 'confidence'
        ? s.confidence[i]
        : ENCODED[Math.round(STEPS * Math.min(1, 0.05 * open + 0.62 * lit))];
    out[k] = out[k + 1] = out[k + 2] = grey;
    out[k + 3] = 255;
  }
  return out;
}
