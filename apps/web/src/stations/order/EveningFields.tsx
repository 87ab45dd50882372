import { MOST_EVENINGS, PALETTES, ROOMS, withNextEvening, type Evening, type Table } from '@pale-glint/core';
import { useState } from 'react';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { NumberField } from '../../ui/NumberField.js';
import { usePiece, usePieceStore } from '../../store/PieceContext.js';
import { nowHere } from '../../workers/useSchedule.js';
import { clockOfDay, dayText } from './words.js';

const ROOM_WORDS = { heated: 'a heated room', cool: 'a cool or damp room', dryer: 'with a dryer' } as const;
const PALETTE_WORDS = { wet: 'a wet palette', dry: 'a dry palette' } as const;

/** Changes the painter's table; one step of undo. */
export function useTableEdits() {
  const store = usePieceStore();
  return (recipe: (table: Table) => Partial<Table>) =>
    store.change((d) => void Object.assign(d.table, recipe(d.table)));
}

function EveningRow({
  evening,
  onChange,
  onRemove,
}: {
  readonly evening: Evening;
  readonly onChange: (over: Partial<Evening>) => void;
  readonly onRemove: () => void;
}) {
  const day = dayText(evening.date);
  return (
    <li className="border-b border-g82 py-1">
      <div className="flex items-baseline gap-2">
        <input
          type="date"
          aria-label={`Day of ${day}`}
          className="min-w-0 flex-1 bg-transparent font-semibold"
          value={evening.date}
          onChange={(e) => e.target.value && onChange({ date: e.target.value })}
        />
        <input
          type="time"
          aria-label={`Start of ${day}`}
          className="bg-transparent font-semibold"
          value={clockOfDay(evening.startMin).padStart(5, '0')}
          onChange={(e) => {
            const [h, m] = e.target.value.split(':').map(Number);
            if (Number.isFinite(h) && Number.isFinite(m)) onChange({ startMin: h * 60 + m });
          }}
        />
      </div>
      <div className="flex items-baseline gap-3">
        <div className="min-w-0 flex-1">
          <NumberField
            label={`Length, ${day}`}
            unit="min"
            value={evening.minutes}
            min={10}
            max={960}
            step={5}
            onChange={(minutes) => onChange({ minutes: Math.round(minutes) })}
          />
        </div>
        <button
          type="button"
          aria-label={`Remove ${day}`}
          className="text-label underline underline-offset-2"
          onClick={onRemove}
        >
          remove
        </button>
      </div>
    </li>
  );
}

/** When the painter has time, and how fast paint dries there. */
export function EveningFields() {
  const { table } = usePiece();
  const change = useTableEdits();
  const { today } = nowHere();
  const [open, setOpen] = useState(false);
  const ahead = table.evenings.filter((e) => e.date >= today).length;
  return (
    <details className="rounded-sm bg-g96 p-4" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer font-semibold">
        My evenings{ahead > 0 ? `: ${ahead} ahead` : ': none set, two hours a day are taken'}
      </summary>
      <ol className="pt-1">
        {table.evenings.map((e, k) => (
          <EveningRow
            key={k}
            evening={e}
            onChange={(over) =>
              change(({ evenings }) => ({
                evenings: evenings.map((o, i) => (i === k ? { ...o, ...over } : o)),
              }))
            }
            onRemove={() => change(({ evenings }) => ({ evenings: evenings.filter((_, i) => i !== k) }))}
          />
        ))}
      </ol>
      <div className="flex flex-wrap gap-2 py-2">
        <Button
          look="plain"
          disabled={table.evenings.length >= MOST_EVENINGS}
          onClick={() => change((t) => withNextEvening(t, today))}
        >
          Add an evening
        </Button>
      </div>
      <Choice
        label="I paint in"
        value={table.room}
        options={ROOMS.map((value) => ({ value, label: ROOM_WORDS[value] }))}
        onChange={(room) => change(() => ({ room }))}
      />
      <Choice
        label="and mix on"
        value={table.palette}
        options={PALETTES.map((value) => ({ value, label: PALETTE_WORDS[value] }))}
        onChange={(palette) => change(() => ({ palette }))}
      />
    </details>
  );
}
