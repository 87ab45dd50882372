import { coatsOf, orderFindings, orderTime, paintsById, type OrderLayer, type Piece } from '@pale-glint/core';
import { MOST_COPIES, answer, number, orderOf, pieceOnShelfFrom } from '../io.js';

/** The layers that have to be dry before this one: the last one that lies on any of its parts. */
function layersBefore(order: readonly OrderLayer[], at: number): number[] {
  const mine = new Set(order[at].parts.map((p) => p.part));
  const before = new Set<number>();
  for (let k = at - 1; k >= 0 && mine.size > 0; k--) {
    const shared = order[k].parts.filter((p) => mine.has(p.part));
    if (shared.length === 0) continue;
    before.add(k + 1);
    shared.forEach((p) => mine.delete(p.part));
  }
  return [...before].sort((a, b) => a - b);
}

function layerOut(
  order: readonly OrderLayer[],
  at: number,
  piece: Piece,
  findings: ReadonlyMap<number, string[]>,
) {
  const layer = order[at];
  const paints = paintsById(piece.paints);
  return {
    n: at + 1,
    role: layer.role,
    step: layer.step,
    metal: piece.ladders.find((l) => l.id === layer.ladder)?.name ?? null,
    title: layer.title,
    mix: layer.mix.map(({ paint, parts }) => ({ paint, name: paints.get(paint)?.name ?? paint, parts })),
    mixText: layer.mixText,
    /** Whether every paint of the mix is on the shelf, or without one among the piece's own paints. */
    onShelf:
      layer.mix.length > 0 && layer.missing === '' && layer.mix.every(({ paint }) => paints.has(paint)),
    missing: layer.missing,
    water: layer.water,
    thinner: layer.thinning,
    coats: coatsOf(layer),
    dryMin: layer.dryMin,
    tool: layer.tool,
    how: layer.how,
    parts: layer.parts.map((p) => ({
      part: p.part,
      where: p.where,
      coverShare: p.coverShare,
      coverMm2: p.coverMm2,
      coats: p.coats,
      activeMin: p.activeMin,
      paintMl: p.mixedMl / (1 + layer.water),
    })),
    after: layersBefore(order, at),
    findings: findings.get(at) ?? [],
  };
}

/** Answers with the painting order of a piece. @throws RefusedInput */
export function orderCommand(path: string, o: { copies?: string; shelf?: string }): void {
  const read = pieceOnShelfFrom(path, o.shelf);
  const copies =
    o.copies === undefined ? read.copies : Math.round(number('--copies', o.copies, 1, MOST_COPIES));
  const piece = { ...read, copies };
  const order = orderOf(piece);
  const findings = new Map<number, string[]>();
  for (const f of orderFindings(order, piece)) findings.set(f.at, [...(findings.get(f.at) ?? []), f.id]);
  const { activeMin, dryMin } = orderTime(order, copies);
  answer({
    copies,
    layers: order.map((_, at) => layerOut(order, at, piece, findings)),
    activeMin,
    waitMin: dryMin,
  });
}
