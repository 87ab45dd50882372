import { anotherFrom, doneOtherwise, keepsSize, listOf, paintsById, writePiece } from '@pale-glint/core';
import { useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { failureOf } from '../../api/http.js';
import { api, keys } from '../../api/pieces.js';
import { usePiece } from '../../store/PieceContext.js';
import { Alert } from '../../ui/Alert.js';
import { Button } from '../../ui/Button.js';
import { Dialog } from '../../ui/Dialog.js';
import { PieceCopies, PieceHeight, PieceName } from '../../ui/PieceFields.js';
import { useStation } from '../stationState.js';

/** What is to be looked at before the next one is begun. */
function LookFirst({ otherSize }: { readonly otherSize: boolean }) {
  const piece = usePiece();
  const { order, run } = useStation();
  const strayed = useMemo(() => doneOtherwise(run.ticks, order), [run.ticks, order]);
  const paints = paintsById(piece.paints);
  const primers = [...new Set(piece.ladders.map((l) => paints.get(l.undercoat)?.name ?? l.undercoat))];
  return (
    <div className="space-y-2 text-label">
      <p>
        Light, parts, metals, recipes and what was changed by hand come over, with your notes. Ticks, evenings
        and photos stay here.
      </p>
      <h3 className="font-semibold">Look at these first</h3>
      <ul className="max-h-48 list-disc space-y-1 overflow-y-auto pl-5">
        <li>The plan begins on {listOf(primers)}: another primer shifts every thin layer.</li>
        {otherSize && <li>Another size: bands and dots grow with it, your brush does not.</li>}
        {strayed.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {strayed.length > 0 && (
        <p className="text-g28">What went otherwise than planned comes over as notes.</p>
      )}
    </div>
  );
}

function AnotherDialog({ onClose }: { readonly onClose: () => void }) {
  const piece = usePiece();
  const { order, run } = useStation();
  const client = useQueryClient();
  const navigate = useNavigate();
  const [name, setName] = useState(`${piece.name}, another`);
  const [heightMm, setHeight] = useState(piece.heightMm);
  const [copies, setCopies] = useState(1);
  const [failed, setFailed] = useState<string | null>(null);
  const fixed = keepsSize(piece);
  const begin = async () => {
    try {
      const id = `piece-${Date.now().toString(36)}`;
      const of = { id, name: name.trim() || piece.name, heightMm, copies };
      const saved = await api.add(
        writePiece(anotherFrom({ ...piece, run: { ticks: [...run.ticks] } }, order, of)),
        'copy',
      );
      await client.invalidateQueries({ queryKey: keys.pieces });
      await navigate(`/pieces/${saved.id}/light`);
    } catch (error) {
      setFailed(failureOf(error));
    }
  };
  return (
    <Dialog open onClose={onClose} title="Paint another">
      <form
        className="space-y-3"
        onSubmit={(e) => {
          e.preventDefault();
          void begin();
        }}
      >
        <PieceName value={name} placeholder={piece.name} onChange={setName} />
        {fixed ? (
          <p className="text-label text-g28">
            Its parts were drawn on your own miniature: the next one is taken to be as large, {piece.heightMm}{' '}
            mm.
          </p>
        ) : (
          <PieceHeight value={heightMm} onChange={setHeight} />
        )}
        <PieceCopies value={copies} onChange={setCopies} />
        <LookFirst otherSize={heightMm !== piece.heightMm} />
        {failed && <Alert>{failed}</Alert>}
        <div className="flex justify-end gap-2">
          <Button look="plain" onClick={onClose}>
            Not now
          </Button>
          <Button type="submit">Begin</Button>
        </div>
      </form>
    </Dialog>
  );
}

/** Begins another miniature by the record of this one. */
export function PaintAnother() {
  const { order } = useStation();
  const [isOpen, setOpen] = useState(false);
  if (order.length === 0) return null;
  return (
    <section aria-labelledby="again" className="rounded-sm bg-g96 p-4">
      <h2 id="again" className="font-semibold">
        Another of it
      </h2>
      <p className="pb-2 text-label text-g28">
        A new miniature or a batch by this plan, with what was really done.
      </p>
      <Button look="plain" onClick={() => setOpen(true)}>
        Paint another
      </Button>
      {isOpen && <AnotherDialog onClose={() => setOpen(false)} />}
    </section>
  );
}
