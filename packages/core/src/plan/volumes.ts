import { GLAZED } from '../paint/index.js';
import type { Ladder, Piece } from '../piece/index.js';
import { BRUSHED_FILM_MM, GLAZE_FILM_MM, LOSSES } from './amounts.js';
import type { OrderLayer } from './orderLayer.js';
import { batchesOf, type Batch } from './batches.js';

/** Where the paint of one layer goes, for all copies of a piece. */
export interface LayerVolume {
  readonly title: string;
  readonly areaMm2: number;
  /** Coats, weighted by area. */
  readonly coats: number;
  readonly filmMm: number;
  /** On the miniature, water included. */
  readonly laidMl: number;
  /** In brush, palette and tests. */
  readonly lostMl: number;
  readonly paintMl: number;
  readonly waterMl: number;
}

/** Volumes of every layer of an order: film times area times coats, and as much again twice over for what never arrives. */
export function volumesOf(order: readonly OrderLayer[], copies: number): LayerVolume[] {
  return order.map(({ title, parts, water, share, besides = 0 }) => {
    const filmMm = share === GLAZED ? GLAZE_FILM_MM : BRUSHED_FILM_MM;
    const figures = copies * (1 + besides);
    const mixed = parts.reduce((s, p) => s + p.mixedMl, 0) * figures;
    const laidMl = mixed / LOSSES;
    const spread = parts.reduce((s, p) => s + (p.mixedMl / LOSSES) * 1000, 0) / filmMm;
    const coats =
      parts.reduce((s, p) => s + p.coats * p.coverMm2, 0) /
      Math.max(
        1e-9,
        parts.reduce((s, p) => s + p.coverMm2, 0),
      );
    const paintMl = mixed / (1 + water);
    return {
      title,
      areaMm2: (spread / coats) * figures,
      coats,
      filmMm,
      laidMl,
      lostMl: mixed - laidMl,
      paintMl,
      waterMl: mixed - paintMl,
    };
  });
}

/** Piles for the value steps of a ladder, in the order they are painted. */
export const ladderBatches = (ladder: Ladder, order: readonly OrderLayer[], copies: number): Batch[] =>
  batchesOf(
    order
      .filter((l) => l.ladder === ladder.id && (l.role === 'value' || l.role === 'base'))
      .map((l) => ({
        step: l.step,
        mix: l.mix,
        water: l.water,
        mixedMl: l.parts.reduce((s, p) => s + p.mixedMl, 0) * copies,
      })),
  );

/** Paint that leaves the pots over a whole piece, in ml. */
export const paintTotalMl = (order: readonly OrderLayer[], piece: Pick<Piece, 'copies'>): number =>
  volumesOf(order, piece.copies).reduce((s, v) => s + v.paintMl, 0);
