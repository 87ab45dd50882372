import type { PieceAtHand } from '../sculpt/index.js';
import { areaOf, turn, type Point } from '../form/index.js';
import { preparePart, type UnresolvedOverride, shapeIn } from '../glint/index.js';
import { notesOf } from './partSheet.js';

import { rad } from '../units/index.js';
import { lightnessOf, surfaceRatio, zonesOf, type Lightness } from '../zone/index.js';

/** What `glint map` answers for one part. Places are relative to its placement point, along the view's axes. */
export interface PartReport {
  readonly id: string;
  readonly name: string;
  readonly form: string;
  readonly projectedMm2: number;
  readonly surfaceMm2: number;
  readonly lightness: Lightness;
  readonly glints: readonly { xMm: number; yMm: number; radiusMm: number }[];
  readonly horizons: readonly (readonly Point[])[];
  readonly steps: readonly {
    step: number;
    threshold: number;
    ownShare: number;
    coverShare: number;
    aimedShare: number | null;
    ownMm2: number;
    coverMm2: number;
    openingMm: number;
  }[];
  readonly borders: readonly { below: number; hardMm: number; softMm: number; blendMm: number }[];
  readonly notes: readonly string[];
  /** Adjustments that cannot be applied now, and why. */
  readonly unresolved: readonly UnresolvedOverride[];
}

/** Computes the map of every part of a piece. `pxPerMm` sets how finely contours are drawn; by size when absent. */
export function mapReport(piece: PieceAtHand, pxPerMm?: number): PartReport[] {
  return piece.parts.map((part) => {
    const shape = shapeIn(part, piece);
    const p = preparePart(part, piece, shape);
    const z = zonesOf(
      p,
      pxPerMm ? { points: Math.max(500, areaOf(shape.model.rings) * pxPerMm * pxPerMm) } : {},
    );
    const roll = rad(part.place.rollDeg);
    return {
      id: part.id,
      name: part.name,
      form: part.form.kind,
      projectedMm2: z.areaMm2,
      surfaceMm2: z.areaMm2 * surfaceRatio(p),
      lightness: lightnessOf(p),
      glints: (p.metal?.glints ?? []).map((g) => {
        const [xMm, yMm] = turn(g.at[0], g.at[1], roll);
        return { xMm, yMm, radiusMm: g.radiusMm };
      }),
      horizons: z.horizons.map((line) => line.map(([x, y]) => turn(x, y, roll))),
      steps: z.zones.map((q, k) => ({
        step: q.step,
        threshold: q.threshold,
        ownShare: q.ownShare,
        coverShare: q.coverShare,
        aimedShare: p.aimed[k] ?? null,
        ownMm2: q.ownMm2,
        coverMm2: q.coverMm2,
        openingMm: q.openingMm,
      })),
      borders: z.borders.map(({ below, hardMm, softMm, blendMm }) => ({ below, hardMm, softMm, blendMm })),
      notes: notesOf(p),
      unresolved: p.unresolved,
    };
  });
}
