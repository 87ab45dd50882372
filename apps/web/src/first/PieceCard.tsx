import { counted, type Piece } from '@pale-glint/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { blobKeys } from '../api/blobs.js';
import { api, keys, type PieceLine } from '../api/pieces.js';
import { Thumb } from '../map/Thumb.js';
import { Button } from '../ui/Button.js';
import { Dialog } from '../ui/Dialog.js';
import { useNear } from './useNear.js';

const dayOf = (iso: string) =>
  new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(iso));

/** Width and height of a piece's picture in px: the one that leads, and the others. */
export const LARGE = { width: 430, height: 560 };
export const SMALL = { width: 272, height: 300 };
/** Height in px of what stands under the picture. */
export const UNDER_PX = 74;

/** A piece by its picture: opened by a press, removed after a question. */
export function PieceCard({ line, size }: { line: PieceLine; size: typeof LARGE }) {
  const { element, near } = useNear<HTMLElement>();
  const query = useQuery({
    enabled: near,
    queryKey: [...keys.pieces, line.id, line.version],
    queryFn: () => api.piece(line.id),
    staleTime: Infinity,
  });
  const client = useQueryClient();
  const [asking, setAsking] = useState(false);
  const [failed, setFailed] = useState<string | null>(null);
  const piece: Piece | undefined = query.data?.piece;
  const { width: w, height: h } = size;
  return (
    <article
      ref={element}
      className="group relative max-w-full bg-g50"
      style={{ width: w, contentVisibility: 'auto', containIntrinsicSize: `${w}px ${h + UNDER_PX}px` }}
    >
      <Link to={`/pieces/${line.id}/glint`} className="block">
        {piece && piece.parts.length > 0 ? (
          <Thumb piece={piece} width={w} height={h} className="max-w-full object-contain" />
        ) : (
          <div className="max-w-full bg-g50" style={{ width: w, height: h }} />
        )}
        <span className="flex items-baseline justify-between gap-3 bg-g10 px-4 py-2.5 text-g98">
          <span className="truncate font-semibold">{line.name}</span>
          <span className="narrow shrink-0 text-label text-g82">{counted(line.parts, 'part')}</span>
        </span>
      </Link>
      <p className="flex items-baseline justify-between bg-g96 px-4 py-1.5 text-label text-g28">
        {dayOf(line.updatedAt)}
        <button
          type="button"
          onClick={() => setAsking(true)}
          className="underline decoration-g72 underline-offset-2 hover:decoration-g05"
          aria-label={`Remove ${line.name}`}
        >
          Remove
        </button>
      </p>
      <Dialog open={asking} onClose={() => setAsking(false)} title={`Remove "${line.name}"?`}>
        <p>The piece and what is ticked on it go for good. A piece file kept elsewhere brings it back.</p>
        {failed && <p role="alert">{failed}</p>}
        <div className="flex justify-end gap-2">
          <Button look="plain" onClick={() => setAsking(false)}>
            Keep it
          </Button>
          <Button
            onClick={() =>
              api.remove(line.id).then(
                () => {
                  setAsking(false);
                  void client.invalidateQueries({ queryKey: keys.pieces });
                  void client.invalidateQueries({ queryKey: blobKeys });
                },
                (e: Error) => setFailed(e.message),
              )
            }
          >
            Remove
          </Button>
        </div>
      </Dialog>
    </article>
  );
}
