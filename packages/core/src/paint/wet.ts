import { spectrumToLab, type Lab } from '../colour/index.js';
import type { SheenFinish } from '../piece/index.js';
import { clamp } from '../units/index.js';
import { fullyCovering, type Pigment } from './film.js';
import { masstoneOf } from './mix.js';

const K1 = 0.04;
/** Share of light turned back inside at the surface, and the sheen's own reflection, when dry. */
const DRY: Record<SheenFinish, { k2: number; ks: number }> = {
  matt: { k2: 0.5, ks: 0.01 },
  satin: { k2: 0.55, ks: 0.005 },
  gloss: { k2: 0.6, ks: 0 },
};
const WET_K2 = 0.6;

/**
 * Colour on the palette while wet, beside the dried colour (Saunderson 1942 for the surface; a wet acrylic binder
 * scatters a little of its own). Indicative: its constants are unmeasured.
 * @param milk scattering of the wet binder: 0.08 for acrylic, 0 for ink
 */
export function wetAndDry(pigment: Pigment, finish: SheenFinish, milk = 0.08): { dry: Lab; wet: Lab } {
  const dry = masstoneOf(pigment);
  const { k2, ks } = DRY[finish];
  const sheen = Math.min(ks, 0.5 * dry.reduce((m, r) => Math.min(m, r), 1));
  const wet = dry.map((r) => {
    const rm = r - sheen;
    const inside = clamp(rm / ((1 - K1) * (1 - k2) + k2 * rm), 1e-4, 0.9999);
    const q = (((1 - inside) ** 2 / (2 * inside)) * pigment.s) / (pigment.s + milk);
    const r0 = fullyCovering(q);
    return ((1 - K1) * (1 - WET_K2) * r0) / (1 - WET_K2 * r0);
  });
  return { dry: spectrumToLab(dry), wet: spectrumToLab(wet) };
}
