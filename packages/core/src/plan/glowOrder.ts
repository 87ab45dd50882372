import { nearestMix } from '../glint/index.js';
import type { Neighbour } from '../piece/index.js';
import { listOf } from '../units/index.js';
import { activeMinutes, mixedMl } from './amounts.js';
import { glowPassesOf } from './glowPassesOf.js';
import { layerOver } from './layerOver.js';
import type { OrderInput, OrderLayer } from './orderLayer.js';
import type { PartSheet } from './partSheet.js';
import { plainStep, type PartStep } from './partSteps.js';
import { wantedPaint } from './tints.js';

/** Less than this cannot be painted, and less than this of a glaze is not worth opening a pot for, in mm square. */
const LEAST_MM2 = { paint: 0.05, glaze: 0.5 } as const;

function stepOn(
  sheet: PartSheet,
  step: string,
  { film, coats }: { readonly film: 'paint' | 'glaze'; readonly coats: number },
): PartStep | null {
  const glow = sheet.glow.find((g) => g.step === step);
  if (!glow || glow.mm2 < LEAST_MM2[film]) return null;
  const { mm2, where } = glow;
  return {
    ...plainStep({
      part: sheet.part,
      step,
      role: 'glow',
      coats,
      coverShare: Math.min(1, mm2 / Math.max(1e-9, sheet.zones.areaMm2)),
      coverMm2: mm2,
      mixedMl: mixedMl(mm2 * sheet.surfaceRatio, coats, film === 'glaze'),
      activeMin:
        film === 'paint' ? activeMinutes.layer(mm2, coats) : activeMinutes.glaze(Math.sqrt(mm2) * 2, coats),
    }),
    where,
  };
}

/** What a glow is called in the order: by what shines, unless that is called a glow itself. */
function glowName(neighbours: readonly Neighbour[]): string {
  const names = [...new Set(neighbours.map((n) => n.name.toLowerCase()))];
  return names.length === 1 && names[0].startsWith('glow') ? names[0] : `glow of ${listOf(names)}`;
}

/** The light of what glows close by, once all that it falls on is painted and worn: pass by pass over all the parts. */
export function glowOrder(input: OrderInput, sheets: ReadonlyMap<string, PartSheet>): OrderLayer[] {
  const { piece } = input;
  return glowPassesOf(piece).flatMap(({ steps, neighbours, pass }): OrderLayer[] => {
    const parts = piece.parts.flatMap(({ id }) => {
      const sheet = sheets.get(id);
      return sheet ? steps.flatMap((step) => stepOn(sheet, step, pass) ?? []) : [];
    });
    if (parts.length === 0) return [];
    const { hex, words } = pass.colour(neighbours[0].hex);
    const found = nearestMix(hex, piece.paints);
    const { film, water, waitMin, tool, stroke, begin, why } = pass;
    return [
      layerOver(input, {
        role: 'glow',
        step: steps[0],
        ladder: null,
        title: `${glowName(neighbours)}, ${pass.title}`,
        mix: found?.mix ?? [],
        wanted: found ? null : wantedPaint(hex, words, piece.paints),
        thinner: 'water',
        parts,
        ...{ film, water, waitMin, tool, stroke, begin, why },
      }),
    ];
  });
}
