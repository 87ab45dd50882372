import { type Part, type Piece } from '@pale-glint/core';
import { memo, useCallback } from 'react';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { NumberField } from '../../ui/NumberField.js';
import { whyOf } from '../../ui/whys.js';
import { useDebouncedPiece } from '../../store/useDebouncedPiece.js';
import { useSeen } from '../stationState.js';
import { PartRow } from '../PartRow.js';
import { HeightField } from './HeightField.js';
import type { Chosen } from '@pale-glint/core';

interface Section {
  readonly id: string | null;
  readonly name: string;
  readonly parts: readonly Part[];
}

/** Parts nearest first, in the groups they belong to; a group stands where its nearest part does. */
function sectionsOf(piece: Piece): Section[] {
  const names = new Map(piece.groups.map((g) => [g.id, g.name]));
  const sections = new Map<string | null, Part[]>();
  for (const part of [...piece.parts].reverse()) {
    const at = part.group !== null && names.has(part.group) ? part.group : null;
    sections.set(at, [...(sections.get(at) ?? []), part]);
  }
  return [...sections].map(([id, parts]) => ({
    id,
    name: id === null ? 'On its own' : names.get(id)!,
    parts,
  }));
}

interface SectionsProps extends PartListProps {
  readonly piece: Piece;
}

const Sections = memo(function Sections({ piece, chosen, choose }: SectionsProps) {
  const sections = sectionsOf(piece);
  const choosePart = useCallback((id: string) => choose({ kind: 'part', id }), [choose]);
  const onPart = chosen?.kind === 'part' ? chosen.id : null;
  return (
    <div className="min-h-0 flex-1 relative overflow-y-auto py-2 max-md:max-h-44 max-md:flex-none">
      {piece.parts.length === 0 && <p className="px-3 py-2 text-label text-g28">No part yet.</p>}
      {sections.map((s) => (
        <div key={s.id ?? '-'} className="pb-1">
          {s.id === null ? (
            sections.length > 1 && <h2 className="px-3 pt-1 text-label text-g28">{s.name}</h2>
          ) : (
            <button
              type="button"
              aria-pressed={chosen?.kind === 'group' && chosen.id === s.id}
              onClick={() => choose({ kind: 'group', id: s.id! })}
              className="flex w-full justify-between px-3 py-1 text-left text-label font-semibold aria-pressed:bg-g10 aria-pressed:text-g98 hover:bg-g82 aria-pressed:hover:bg-g10"
            >
              {s.name}
              <span className="truncate font-normal">{s.parts.length}</span>
            </button>
          )}
          <ul>
            {s.parts.map((p) => (
              <PartRow key={p.id} part={p} piece={piece} on={p.id === onPart} onChoose={choosePart} />
            ))}
          </ul>
        </div>
      ))}
    </div>
  );
});

interface PartListProps {
  readonly chosen: Chosen;
  readonly choose: (chosen: Chosen) => void;
}

/** The parts by group, and what the piece is as a whole. */
export function PartList({ chosen, choose }: PartListProps) {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const seen = useSeen();
  const [under] = seen.views;
  const calm = useDebouncedPiece(seen);
  return (
    <section aria-label="Parts" className="flex w-60 shrink-0 flex-col bg-g93 max-xl:w-48 max-md:w-full">
      <button
        type="button"
        aria-pressed={chosen === null}
        data-command="miniature"
        onClick={() => choose(null)}
        className="flex w-full justify-between gap-2 whitespace-nowrap border-b border-g82 px-3 py-2 text-left text-label font-semibold aria-pressed:bg-g10 aria-pressed:text-g98 hover:bg-g82 aria-pressed:hover:bg-g10"
      >
        Your miniature
        <span className="font-normal">
          {[under.underlay && 'photo', under.sculpts.length > 0 && 'surface'].filter(Boolean).join(', ')}
        </span>
      </button>
      <Sections piece={calm} chosen={chosen} choose={choose} />
      <section aria-label="The piece" className="border-t border-g72 px-3 py-2">
        <label className="flex items-baseline justify-between gap-2 border-b border-g82 py-1 text-label text-g28">
          Piece
          <input
            className="min-w-0 flex-1 bg-transparent text-right font-semibold text-g10 outline-none"
            value={piece.name}
            maxLength={120}
            onChange={(e) =>
              e.target.value && store.change((d) => void (d.name = e.target.value), 'piece/name')
            }
            onBlur={() => store.endGesture()}
          />
        </label>
        <HeightField />
        <NumberField
          label="How many alike"
          why={whyOf('copies')}
          unit=""
          value={piece.copies}
          min={1}
          max={500}
          step={1}
          onChange={(v) => store.change((d) => void (d.copies = Math.round(v)), 'piece/copies')}
          onEnd={() => store.endGesture()}
        />
      </section>
    </section>
  );
}
