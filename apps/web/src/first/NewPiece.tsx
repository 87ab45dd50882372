import { newPiece, writePiece } from '@pale-glint/core';
import { useShelf } from '../store/useShelf.js';
import { mixedFromShelf } from './mixedFromShelf.js';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, keys } from '../api/pieces.js';
import { Button } from '../ui/Button.js';
import { Choice } from '../ui/Choice.js';
import { Dialog } from '../ui/Dialog.js';
import { PieceCopies, PieceHeight, PieceName } from '../ui/PieceFields.js';

const HEIGHTS = [28, 32, 54, 75, 90] as const;

/** Begins a piece: a name and its height are all that is asked. */
export function NewPiece() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [heightMm, setHeight] = useState(54);
  const [copies, setCopies] = useState(1);
  const [failed, setFailed] = useState<string | null>(null);
  const [mixing, setMixing] = useState(false);
  const { shelf } = useShelf();
  const begin = async () => {
    try {
      setMixing(true);
      const fresh = newPiece(`piece-${Date.now().toString(36)}`, name.trim() || 'New piece', []);
      const mixed = await mixedFromShelf(fresh, shelf);
      const saved = await api.add(writePiece({ ...mixed, heightMm, copies }), 'copy');
      await client.invalidateQueries({ queryKey: keys.pieces });
      await navigate(`/pieces/${saved.id}/parts`);
    } catch (error) {
      setFailed(error instanceof Error ? error.message : String(error));
    } finally {
      setMixing(false);
    }
  };
  return (
    <>
      <Button look="plain" onClick={() => setOpen(true)}>
        New piece
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title="A new piece">
        <form
          className="space-y-1"
          onSubmit={(e) => {
            e.preventDefault();
            void begin();
          }}
        >
          <PieceName first value={name} placeholder="New piece" onChange={setName} />
          <Choice
            label="Scale"
            value={HEIGHTS.includes(heightMm as (typeof HEIGHTS)[number]) ? String(heightMm) : ''}
            options={[
              ...HEIGHTS.map((h) => ({ value: String(h), label: `${h} mm` })),
              { value: '', label: 'another height' },
            ]}
            onChange={(h) => h && setHeight(Number(h))}
          />
          <PieceHeight value={heightMm} onChange={setHeight} />
          <PieceCopies value={copies} onChange={setCopies} />
          {failed && <p role="alert">{failed}</p>}
          <div className="flex justify-end gap-2 pt-4">
            <Button look="plain" onClick={() => setOpen(false)}>
              Not now
            </Button>
            <Button type="submit" disabled={mixing}>
              {mixing ? 'Mixing its metals from your shelf' : 'Begin'}
            </Button>
          </div>
        </form>
      </Dialog>
    </>
  );
}
