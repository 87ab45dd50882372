import { knownPaints, passesOf, withLadder, type OrderLayer } from '@pale-glint/core';
import { useMemo } from 'react';
import { usePiece, usePieceStore } from '../../store/PieceContext.js';
import { useShelf } from '../../store/useShelf.js';
import { Dialog } from '../../ui/Dialog.js';
import { PassFields, passOf } from '../steps/RecipeEditor.js';
import { refOfLayer } from '../steps/Way.js';

/** One step of the order, changed where it stands. */
export function ChangeStep({
  layer,
  order,
  onClose,
}: {
  readonly layer: OrderLayer;
  readonly order: readonly OrderLayer[];
  readonly onClose: () => void;
}) {
  const piece = usePiece();
  const store = usePieceStore();
  const { shelf } = useShelf();
  const ladder = piece.ladders.find((l) => l.id === layer.ladder);
  const known = useMemo(() => knownPaints(shelf, piece.paints), [shelf, piece.paints]);
  if (!ladder) return null;
  const props = {
    ladder,
    owned: known.paints.filter(
      (p) => p.kind !== 'primer' && p.kind !== 'medium' && !known.out.includes(p.id),
    ),
    paints: piece.paints,
    onPut: (next: typeof ladder) =>
      store.change((d) => void Object.assign(d, withLadder(d, next, known.paints))),
  };
  const pass = passOf(props, order, refOfLayer(layer)) ?? passesOf({ ladder, paints: piece.paints })[0];
  return (
    <Dialog open onClose={onClose} title={`${layer.title}, your way`}>
      <PassFields {...props} pass={pass} onDone={onClose} />
    </Dialog>
  );
}
