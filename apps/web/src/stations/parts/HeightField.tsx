import { keepsSize, partsSized, plain } from '@pale-glint/core';
import { useState } from 'react';
import { usePiece, usePieceStore } from '../../store/PieceContext.js';
import { PieceHeight } from '../../ui/PieceFields.js';
import { whyOf } from '../../ui/whys.js';

/** A change of height that is no more than this changes no part that one would see. */
const LEAST_CHANGE = 0.02;

/** Foot to crown. Where it is changed the parts stay as large as they are, unless they are told to grow along. */
export function HeightField() {
  const store = usePieceStore();
  const piece = usePiece();
  /** The height that its parts were made for, once it was changed here. */
  const [madeFor, setMadeFor] = useState<number | null>(null);
  const times = madeFor === null ? 1 : piece.heightMm / madeFor;
  const asks = piece.parts.length > 0 && !keepsSize(piece) && Math.abs(times - 1) > LEAST_CHANGE;
  return (
    <>
      <PieceHeight
        why={whyOf('pieceHeight')}
        value={piece.heightMm}
        onChange={(v) => {
          setMadeFor((before) => before ?? piece.heightMm);
          store.change((d) => void (d.heightMm = v), 'piece/height');
        }}
        onEnd={() => store.endGesture()}
      />
      {asks && (
        <p role="status" className="py-1 text-label text-g28">
          The parts stay as they were for {plain(madeFor!)} mm.{' '}
          <button
            type="button"
            className="text-g10 underline underline-offset-2"
            onClick={() => {
              store.edit((p) => ({ ...p, parts: partsSized(p.parts, times) }));
              setMadeFor(null);
            }}
          >
            Make them {plain(times, 2)} times as large
          </button>
        </p>
      )}
    </>
  );
}
