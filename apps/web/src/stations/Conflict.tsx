import { writePiece } from '@pale-glint/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/pieces.js';
import { usePieceState, usePieceStore } from '../store/PieceContext.js';
import { Button } from '../ui/Button.js';

/** The piece was saved elsewhere in between: nothing is lost, the painter chooses. */
export function Conflict() {
  const store = usePieceStore();
  const { save, piece } = usePieceState();
  const navigate = useNavigate();
  const [failed, setFailed] = useState<string | null>(null);
  if (save.kind !== 'conflict') return null;
  const attempt = (work: () => Promise<void>) => () =>
    work().then(
      () => setFailed(null),
      (e: Error) => setFailed(e.message),
    );
  return (
    <section role="alert" className="flex flex-wrap items-center gap-3 bg-g05 px-4 py-2 text-g98">
      <p className="mr-auto">
        This piece was changed in another window. Your change is still here and has not been saved.{' '}
        {failed && <strong>{failed}</strong>}
      </p>
      <Button look="plain" onClick={() => store.keepMine()}>
        Keep mine
      </Button>
      <Button
        look="plain"
        onClick={attempt(async () => {
          const stored = await api.piece(piece.id);
          store.takeTheirs(stored.piece, stored.version);
        })}
      >
        Take the other
      </Button>
      <Button
        look="plain"
        onClick={attempt(async () => {
          const copy = await api.add(writePiece(piece), 'copy');
          store.settled();
          await navigate(`/pieces/${copy.id}/glint`);
        })}
      >
        Keep both
      </Button>
    </section>
  );
}
