import {
  counted,
  areaText,
  batchText,
  coatsText,
  driesTo,
  ladderBatches,
  paintsById,
  percent,
  type Ladder,
  type OrderLayer,
  type Piece,
} from '@pale-glint/core';

/** What the painting order says of each step of a ladder: its batch, coats, and how far it goes. */
export function stepNotes(ladder: Ladder, order: readonly OrderLayer[], piece: Piece) {
  const batches = ladderBatches(ladder, order, piece.copies);
  const byId = paintsById(piece.paints);
  const { copies } = piece;
  const forAll = copies > 1 ? `for all ${copies}: ` : '';
  return (step: string): string[] => {
    const laid = order.find(
      (l) => l.ladder === ladder.id && (l.role === 'value' || l.role === 'base') && l.step === step,
    )?.parts;
    if (!laid || laid.length === 0) return order.length > 0 ? ['on no part at this size'] : [];
    const coats = [...new Set(laid.map(coatsText))].join(', or ');
    const share = ladder.steps.find((s) => s.id === step)?.aimedShare ?? 0;
    const mm2 = laid.reduce((sum, p) => sum + p.coverMm2, 0);
    const batch = batches.find((b) => b.step === step);
    return [
      ...(batch ? [forAll + batchText(batch, (id) => byId.get(id)?.name ?? id)] : []),
      `${coats} on ${counted(laid.length, 'part')}, dries to value ${driesTo(laid)}`,
      `aims at ${percent(share)}; ${areaText(mm2)} ${copies > 1 ? 'on each figure' : 'in all'}`,
    ];
  };
}
