import { nearestMix } from '../glint/index.js';
import { mixText } from '../ladder/index.js';
import { BRUSHED, GLAZED } from '../paint/index.js';
import { dryOf } from '../school/index.js';
import type { Neighbour } from '../piece/index.js';
import { listOf, thinning } from '../units/index.js';
import { activeMinutes, amountText, mixedMl } from './amounts.js';
import { glowPassesOf } from './glowPassesOf.js';
import { capital, missingText, type OrderInput, type OrderLayer } from './orderLayer.js';
import type { PartSheet } from './partSheet.js';
import type { PartStep } from './partSteps.js';
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
    part: sheet.part,
    step,
    role: 'glow',
    coats,
    exactCoats: coats,
    covers: true,
    coverShare: Math.min(1, mm2 / Math.max(1e-9, sheet.zones.areaMm2)),
    coverMm2: mm2,
    mixedMl: mixedMl(mm2 * sheet.surfaceRatio, coats, film === 'glaze'),
    activeMin:
      film === 'paint' ? activeMinutes.layer(mm2, coats) : activeMinutes.glaze(Math.sqrt(mm2) * 2, coats),
    where,
    border: '',
    values: null,
    change: null,
    reachesLights: false,
    number: 0,
  };
}

/** What a glow is called in the order: by what shines, unless that is called a glow itself. */
function glowName(neighbours: readonly Neighbour[]): string {
  const names = [...new Set(neighbours.map((n) => n.name.toLowerCase()))];
  return names.length === 1 && names[0].startsWith('glow') ? capital(names[0]) : `Glow of ${listOf(names)}`;
}

/** The light of what glows close by, once all that it falls on is painted and worn: pass by pass over all the parts. */
export function glowOrder(
  { piece, paints }: OrderInput,
  sheets: ReadonlyMap<string, PartSheet>,
): OrderLayer[] {
  return glowPassesOf(piece).flatMap(({ steps, neighbours, pass }): OrderLayer[] => {
    const { film, water, waitMin, tool, stroke, begin, why } = pass;
    const parts = piece.parts.flatMap(({ id }) => {
      const sheet = sheets.get(id);
      return sheet ? steps.flatMap((step) => stepOn(sheet, step, pass) ?? []) : [];
    });
    if (parts.length === 0) return [];
    const { hex, words } = pass.colour(neighbours[0].hex);
    const found = nearestMix(hex, piece.paints);
    const wanted = found ? null : wantedPaint(hex, words, piece.paints);
    const mix = found?.mix ?? [];
    const ml = parts.reduce((sum, p) => sum + p.mixedMl, 0) * piece.copies;
    return [
      {
        role: 'glow',
        step: steps[0],
        ladder: null,
        title: `${glowName(neighbours)}, ${pass.title}`,
        film,
        mix,
        water,
        share: film === 'paint' ? BRUSHED : GLAZED,
        thinning: thinning(water, 'water'),
        mixText: wanted?.words ?? mixText(mix, paints),
        missing: wanted?.missing ?? missingText(mix, piece.paints),
        amount: amountText(ml / (1 + water)),
        dryMin: dryOf(mix, piece.paints, waitMin),
        tool,
        airbrush: false,
        how: stroke,
        begin,
        why,
        beyond: false,
        adds: '',
        caution: null,
        parts,
      },
    ];
  });
}
