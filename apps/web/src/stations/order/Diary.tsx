import {
  counted,
  namesOfParts,
  diaryOf,
  duration,
  learnedFrom,
  logRows,
  plain,
  sheetOf,
  coatsStray,
  writeLog,
  type DoneLine,
  type DoneEvening,
  type Learned,
  type WorkKind,
} from '@pale-glint/core';
import { useMemo, useState } from 'react';
import { usePiece } from '../../store/PieceContext.js';
import { useShelf } from '../../store/useShelf.js';
import { failureOf } from '../../api/http.js';
import { Alert } from '../../ui/Alert.js';
import { Button } from '../../ui/Button.js';
import { Dialog } from '../../ui/Dialog.js';
import { fileName, saveFile } from '../../ui/saveFile.js';
import { useStation } from '../stationState.js';
import { PutRight } from './PutRight.js';
import { copiesText, minutesText, momentText } from './words.js';

const HOUR = 60;
const timeText = (min: number): string => (min >= HOUR ? duration(min) : minutesText(min));

/** Real minutes beside planned ones, as one says it. A tick that was not timed has the plan's own. */
function beside(minutes: number, plannedMin: number | null, where = ''): string {
  const done = timeText(minutes);
  if (plannedMin === null) return `${done}${where}; not planned any more`;
  const planned = timeText(plannedMin);
  return `${done}${where}, ${done === planned ? 'as planned' : `planned ${planned}`}`;
}
const AT_THE_BRUSH = ' at the brush';

function Lines({
  lines,
  evening = null,
}: {
  readonly lines: readonly DoneLine[];
  readonly evening?: DoneEvening | null;
}) {
  const piece = usePiece();
  const { copies } = piece;
  const names = namesOfParts(piece);
  return (
    <ul className="text-label">
      {lines.map((l) => (
        <li
          key={l.layer ?? `${l.role}/${l.step}`}
          className="grid grid-cols-[1fr_auto] gap-x-4 border-b border-g88 py-1"
        >
          <span className="font-semibold">{l.title}</span>
          <span>{beside(l.minutes, l.plannedMin)}</span>
          <span className="text-g28">
            {l.parts.length === 1 ? (names.get(l.parts[0]) ?? l.parts[0]) : `${l.parts.length} parts`}
            {copies > 1 && `, ${copiesText(l.copies, copies)}`}; {l.mix}
          </span>
          <PutRight line={l} evening={evening} />
        </li>
      ))}
    </ul>
  );
}

function OneEvening({ evening }: { readonly evening: DoneEvening }) {
  return (
    <section className="space-y-1 pb-4">
      <h3 className="flex flex-wrap justify-between gap-x-4 font-semibold">
        <span>{momentText(evening.from)}</span>
        <span className="text-label font-normal text-g28">
          {evening.lines.length > 0 && beside(evening.minutes, evening.plannedMin, AT_THE_BRUSH)}
        </span>
      </h3>
      <Lines lines={evening.lines} evening={evening} />
      {evening.notes.map((n) => (
        <p key={n.id} className="border-l-4 border-g72 pl-2 text-label whitespace-pre-line">
          {n.text}
        </p>
      ))}
    </section>
  );
}

const WORK: Readonly<Record<WorkKind, string>> = {
  spray: 'Spraying',
  layer: 'Layers by brush',
  glaze: 'Glazes and washes',
  line: 'Edges, lines and dots',
};

/** Paints that take the painter more coats, or fewer, than the model says. */
function CoatsTold() {
  const { pace } = useStation();
  const { shelf } = useShelf();
  const names = new Map([...usePiece().paints, ...shelf.paints].map((p) => [p.id, p.name]));
  const off = pace.coats.filter((c) => coatsStray(c) && names.has(c.paint));
  const same = pace.coats.length - off.length;
  if (pace.coats.length === 0) return null;
  return (
    <ul aria-label="Coats that your paints take">
      {off.map(({ paint, factor, low, high, from }) => (
        <li key={paint}>
          {names.get(paint)}: {plain(factor)} times the coats of the model, likely {plain(low)} to{' '}
          {plain(high)}, from {counted(from, 'layer')}
        </li>
      ))}
      {same > 0 && (
        <li>
          {off.length > 0 ? `${same} other` : same} {same === 1 ? 'paint covers' : 'paints cover'} as the
          model says
        </li>
      )}
    </ul>
  );
}

/** The painter's own pace over all pieces, with a way to forget it; without one, what this piece alone tells. */
function PaceTold({ here }: { readonly here: readonly Learned[] }) {
  const { pace } = useStation();
  const [failed, setFailed] = useState<string | null>(null);
  const used = pace.learned.length > 0 || pace.coats.length > 0;
  const shown = pace.learned.length > 0 ? pace.learned : used ? [] : here;
  if (shown.length === 0 && !used) return null;
  return (
    <section aria-label="Your pace" className="bg-g93 px-3 py-2 text-label">
      <h3 className="font-semibold">
        {used
          ? 'Your pace and coats against the starting figures'
          : 'The pace of this piece against the starting figures'}
      </h3>
      <ul>
        {shown.map(({ kind, factor, low, high, from }) => (
          <li key={kind}>
            {WORK[kind]}: {plain(factor)} times as long, likely {plain(low)} to {plain(high)}, from{' '}
            {counted(from, 'layer')}
          </li>
        ))}
      </ul>
      <CoatsTold />
      <p className="flex justify-between gap-3 pt-1 text-g28">
        {used
          ? 'Plans use it. It is learned from what is timed at the table, on all pieces, and from coats.'
          : 'Plans use the starting figures: what came with a piece was not timed by you here.'}
        {used && (
          <button
            type="button"
            className="shrink-0 underline underline-offset-2"
            onClick={() => void pace.forget().catch((error: unknown) => setFailed(failureOf(error)))}
          >
            forget it
          </button>
        )}
      </p>
      {failed && <Alert>{failed}</Alert>}
    </section>
  );
}

const READ = ['by evening', 'by layer'] as const;

/** What was done, read as a diary or layer by layer, and taken along as a table. */
function DiaryDialog({ onClose }: { readonly onClose: () => void }) {
  const piece = usePiece();
  const { order, run } = useStation();
  const [as, setAs] = useState<(typeof READ)[number]>('by evening');
  const evenings = useMemo(() => diaryOf(run.ticks, piece.notes, order), [run.ticks, piece.notes, order]);
  const layers = useMemo(() => sheetOf(run.ticks, order), [run.ticks, order]);
  const learned = useMemo(() => learnedFrom(evenings), [evenings]);
  const rows = () => logRows(run.ticks, order, piece);
  return (
    <Dialog open onClose={onClose} title="What was done">
      <div role="group" aria-label="Read it" className="flex gap-2">
        {READ.map((r) => (
          <button
            key={r}
            type="button"
            aria-pressed={as === r}
            className={`min-h-9 rounded-sm px-3 text-label font-semibold first-letter:uppercase ${as === r ? 'bg-g10 text-g98' : 'bg-g88'}`}
            onClick={() => setAs(r)}
          >
            {r}
          </button>
        ))}
      </div>
      <PaceTold here={learned} />
      <div className="max-h-[55vh] overflow-y-auto pr-2">
        {as === 'by layer' ? (
          <Lines lines={layers} />
        ) : (
          evenings.map((e) => <OneEvening key={e.from} evening={e} />)
        )}
      </div>
      <div className="flex justify-end gap-2">
        <Button
          look="plain"
          onClick={() => saveFile(fileName(piece.name, '.log.csv'), [writeLog(rows())], 'text/csv')}
        >
          As a table
        </Button>
        <Button
          look="plain"
          onClick={() =>
            saveFile(
              fileName(piece.name, '.log.json'),
              [JSON.stringify({ piece: piece.id, done: rows(), notes: piece.notes }, null, 2)],
              'application/json',
            )
          }
        >
          As JSON
        </Button>
        <Button onClick={onClose}>Close</Button>
      </div>
    </Dialog>
  );
}

/** How much was done and how it went beside the plan; the rest on demand. */
export function Diary() {
  const { notes } = usePiece();
  const { order, run } = useStation();
  const [isOpen, setOpen] = useState(false);
  const layers = useMemo(() => sheetOf(run.ticks, order), [run.ticks, order]);
  const written = notes.filter((n) => n.madeAt !== null).length;
  if (run.ticks.length + written === 0 || order.length === 0) return null;
  const planned = layers.filter((l) => l.layer !== null);
  const sum = (of: (l: DoneLine) => number) => planned.reduce((n, l) => n + of(l), 0);
  return (
    <div className="rounded-sm bg-g96 p-4">
      <p className="font-semibold">What was done</p>
      <p className="pb-2 text-label text-g28">
        {run.ticks.length === 0
          ? `Nothing is ticked; ${written === 1 ? 'one note or photo' : `${written} notes and photos`}`
          : beside(
              sum((l) => l.minutes),
              sum((l) => l.plannedMin ?? 0),
              AT_THE_BRUSH,
            )}
        .
      </p>
      <Button look="plain" onClick={() => setOpen(true)}>
        Read it
      </Button>
      {isOpen && <DiaryDialog onClose={() => setOpen(false)} />}
    </div>
  );
}
