import {
  counted,
  barredFrom,
  boundsOfParts,
  couldBeSame,
  forms,
  namesOfParts,
  withSameMetal,
  type Part,
  type Piece,
} from '@pale-glint/core';
import {
  ArrowDownFromLine,
  ArrowUpFromLine,
  BringToFront,
  Copy,
  FlipHorizontal2,
  SendToBack,
  Trash2,
  type LucideIcon,
} from 'lucide-react';
import { useState } from 'react';
import { FinishFields, PlaceFields, SizeFields } from '../../map/PartForm.js';
import { useNewMetal } from '../../map/useNewMetal.js';
import { usePieceStore } from '../../store/PieceContext.js';
import { Choice } from '../../ui/Choice.js';
import { NumberField } from '../../ui/NumberField.js';
import { useStation } from '../stationState.js';
import { edits } from './edits.js';
import type { Chosen } from '@pale-glint/core';

const NEW_GROUP = '+';

export interface Deeds {
  readonly duplicate: () => void;
  readonly twin: () => void;
  readonly nearer: () => void;
  readonly farther: () => void;
  readonly front: () => void;
  readonly back: () => void;
  readonly remove: () => void;
}

const DEEDS: readonly { key: keyof Deeds; label: string; hint: string; icon: LucideIcon }[] = [
  { key: 'duplicate', label: 'Duplicate', hint: 'D', icon: Copy },
  { key: 'twin', label: 'Mirrored twin', hint: 'W', icon: FlipHorizontal2 },
  { key: 'nearer', label: 'Nearer to the eye', hint: 'Page up', icon: ArrowUpFromLine },
  { key: 'farther', label: 'Farther from the eye', hint: 'Page down', icon: ArrowDownFromLine },
  { key: 'front', label: 'In front of all', hint: 'Shift and Page up', icon: BringToFront },
  { key: 'back', label: 'Behind all', hint: 'Shift and Page down', icon: SendToBack },
  { key: 'remove', label: 'Remove', hint: 'Delete', icon: Trash2 },
];

function DeedRow({ deeds }: { deeds: Deeds }) {
  return (
    <div className="flex gap-1.5">
      {DEEDS.map(({ key, label, hint, icon: Icon }) => (
        <button
          key={key}
          type="button"
          aria-label={label}
          title={`${label} (${hint})`}
          onClick={deeds[key]}
          className="grid h-9 flex-1 place-items-center rounded-sm bg-g88 text-g10 hover:bg-g10 hover:text-g98"
        >
          <Icon size={17} />
        </button>
      ))}
    </div>
  );
}

const nameField =
  'w-full bg-transparent text-lead font-semibold outline-none focus:border-b focus:border-g10';

const OWN = '';

/** Whether a part is the metal of another one, seen from another side; nothing where none could be. */
function SameMetal({ part, piece }: { part: Part; piece: Piece }) {
  const store = usePieceStore();
  const others = couldBeSame(piece, part);
  if (others.length === 0) return null;
  const names = namesOfParts(piece);
  return (
    <Choice
      label="The same as"
      why="A part that is seen from two sides, as a shoulder is: one finish, one line in the order, one tick. Its areas, paint and minutes are added up."
      value={part.sameAs ?? OWN}
      options={[
        { value: OWN, label: 'no other part' },
        ...others.map((p) => ({ value: p.id, label: names.get(p.id) ?? p.name })),
      ]}
      onChange={(as) => store.edit((p) => withSameMetal(p, part.id, as === OWN ? null : as))}
    />
  );
}

/** All that makes one part, in numbers. */
export function PartSide({ part, piece, deeds }: { part: Part; piece: Piece; deeds: Deeds }) {
  const store = usePieceStore();
  const index = piece.parts.findIndex((p) => p.id === part.id);
  const change = (recipe: (p: Part) => void, gesture: string) =>
    store.change((d) => recipe(d.parts[index]), gesture);
  const end = () => store.endGesture();
  const newMetal = useNewMetal(part.id);
  const { select } = useStation();
  return (
    <aside
      aria-label={part.name}
      className="w-74 shrink-0 max-md:w-full max-md:overflow-visible contain-content space-y-3 relative overflow-y-auto bg-g96 px-4 py-3"
    >
      <input
        aria-label="Name of the part"
        className={nameField}
        value={part.name}
        maxLength={80}
        onChange={(e) => e.target.value && change((p) => void (p.name = e.target.value), `${part.id}/name`)}
        onBlur={end}
      />
      <DeedRow deeds={deeds} />
      <section aria-label="Form">
        <h2 className="pt-1 text-label font-semibold">
          {forms[part.form.kind].label}: {forms[part.form.kind].serves}
        </h2>
        <SizeFields part={part} change={change} end={end} />
      </section>
      <section aria-label="Finish">
        <h2 className="pt-1 text-label font-semibold">Finish</h2>
        <FinishFields
          part={part}
          ladders={piece.ladders}
          change={change}
          newMetal={newMetal}
          changePiece={(r, gesture) => store.change(r, gesture)}
        />
      </section>
      <section aria-label="Place">
        <h2 className="pt-1 text-label font-semibold">Place and turn</h2>
        <div data-command="group">
          <Choice
            label="Belongs to"
            value={part.group ?? ''}
            options={[
              { value: '', label: 'no group' },
              ...piece.groups.map((g) => ({ value: g.id, label: g.name })),
              { value: NEW_GROUP, label: 'a new group' },
            ]}
            onChange={(g) => edits.intoGroup(store, part.id, g === NEW_GROUP ? '' : g || null)}
          />
        </div>
        {piece.views.length > 1 && (
          <Choice
            label="Seen in"
            value={part.view}
            options={piece.views
              .filter((v) => barredFrom(piece, part.id, v.id) === null)
              .map((v) => ({ value: v.id, label: v.name.toLowerCase() }))}
            onChange={(view) => {
              edits.intoView(store, part.id, view);
              select(part.id);
            }}
          />
        )}
        <SameMetal part={part} piece={piece} />
        <PlaceFields part={part} change={change} end={end} />
      </section>
    </aside>
  );
}

/** How large a group stands, changed for all of it at once. */
function GroupSize({ piece, id }: { piece: Piece; id: string }) {
  const store = usePieceStore();
  // What it was when the typing began: each further digit starts from there.
  const [from, setFrom] = useState<Piece | null>(null);
  const heightIn = (p: Piece) => {
    const { top, bottom } = boundsOfParts(p.parts.filter((q) => q.group === id));
    return top - bottom;
  };
  return (
    <div>
      <NumberField
        label="Height of all"
        why="All parts of the group grow or shrink together, with the way between them. A part cut from a scan keeps its size."
        unit="mm"
        value={heightIn(piece)}
        min={0.5}
        max={400}
        step={0.1}
        onChange={(mm) => {
          const begun = from ?? piece;
          setFrom(begun);
          edits.resizeGroup(store, begun, id, mm / heightIn(begun));
        }}
        onEnd={() => {
          setFrom(null);
          store.endGesture();
        }}
      />
    </div>
  );
}

/** A group: its name, and what is done to all of it at once. */
export function GroupSide({
  piece,
  id,
  deeds,
  choose,
}: {
  piece: Piece;
  id: string;
  deeds: Deeds;
  choose: (chosen: Chosen) => void;
}) {
  const store = usePieceStore();
  const group = piece.groups.find((g) => g.id === id);
  if (!group) return null;
  const parts = piece.parts.filter((p) => p.group === id);
  return (
    <aside
      aria-label={group.name}
      className="w-74 shrink-0 max-md:w-full max-md:overflow-visible contain-content space-y-3 relative overflow-y-auto bg-g96 px-4 py-3"
    >
      <input
        aria-label="Name of the group"
        className={nameField}
        value={group.name}
        maxLength={80}
        onChange={(e) =>
          e.target.value &&
          store.change((d) => void (d.groups.find((g) => g.id === id)!.name = e.target.value), `${id}/name`)
        }
        onBlur={() => store.endGesture()}
      />
      <DeedRow deeds={deeds} />
      <p className="text-label text-g28">
        {counted(parts.length, 'part')}, moved, mirrored and ordered as one. Drag any of them on the picture.
      </p>
      <GroupSize piece={piece} id={id} />
      <button
        type="button"
        className="text-label font-semibold underline"
        onClick={() => {
          edits.ungroup(store, id);
          choose(parts[0] ? { kind: 'part', id: parts[0].id } : null);
        }}
      >
        Take the group apart
      </button>
    </aside>
  );
}
