import {
  readPaintList,
  readPalette,
  readTypedPaints,
  RefusedInput,
  shelved,
  type ListedPaint,
  type Shelf,
  type TypedLine,
} from '@pale-glint/core';
import { useDeferredValue, useMemo, useState } from 'react';
import { FileButton } from '../ui/FileButton.js';
import { Button } from '../ui/Button.js';
import { ProblemList } from '../ui/states.js';

const EXAMPLE =
  'Wet slate #424f5c opaque\nLamp oil #d8862a ink strong tint\nFerry ochre #c08a34 semi-opaque satin';
const MOST_SHOWN = 12;
const counted = (n: number, one: string) => `${n} ${n === 1 ? one : `${one}s`}`;

interface Came {
  readonly file: string;
  readonly paints: readonly ListedPaint[];
}

/** What a list would change on the shelf, in words. */
const changesText = ({ added, changed, same }: ReturnType<typeof shelved>): string =>
  [
    `${added.length} new`,
    changed.length > 0 && `${changed.length} brought up to date: ${changed.slice(0, 3).join(', ')}`,
    same.length > 0 && `${same.length} as they are`,
  ]
    .filter(Boolean)
    .join('; ');

/** What is known of a paint beside its colour; what is usual is left out. */
const kindText = (p: ListedPaint): string =>
  [
    p.more['guessed'] === 'yes' ? 'colour guessed' : '',
    p.kind === 'paint' ? '' : p.kind,
    p.opacity,
    p.tint === 'normal' ? '' : `${p.tint} tint`,
    p.finish === 'matt' ? '' : p.finish,
    p.more['left'] ? `${p.more['left']} left` : '',
  ]
    .filter(Boolean)
    .join(', ');

/** The paints as they would come in. */
function Understood({ paints }: { paints: readonly ListedPaint[] }) {
  return (
    <>
      <ul aria-label="As understood" className="space-y-px">
        {paints.slice(0, MOST_SHOWN).map((p) => (
          <li key={p.name} className="flex items-center gap-2 bg-g98 pr-2 text-label">
            <span className="size-7 shrink-0" style={{ background: p.hex }} />
            <span className="max-w-40 shrink-0 truncate font-semibold">{p.name}</span>
            <span className="narrow min-w-0 flex-1 py-0.5 text-right leading-tight text-g38">
              {kindText(p)}
            </span>
          </li>
        ))}
      </ul>
      {paints.length > MOST_SHOWN && (
        <p className="text-label text-g28">and {paints.length - MOST_SHOWN} more</p>
      )}
    </>
  );
}

/** The typed lines that say nothing the shelf could take, and why. */
function NotUnderstood({ lines }: { lines: readonly TypedLine[] }) {
  return (
    <ul aria-label="Not understood" className="space-y-1 bg-g10 p-2 text-label text-g98">
      {lines.slice(0, MOST_SHOWN).map((l) => (
        <li key={l.line}>
          Line {l.line}: {l.message}.
        </li>
      ))}
      {lines.length > MOST_SHOWN && <li>and {lines.length - MOST_SHOWN} more</li>}
    </ul>
  );
}

/** New paints: typed line by line, or from a paint list or palette; shown as they would come in before anything is stored. */
export function AddPaints({ shelf, onAdd }: { shelf: Shelf; onAdd: (shelf: Shelf) => void }) {
  const [text, setText] = useState('');
  const [came, setCame] = useState<Came | null>(null);
  const [refused, setRefused] = useState<RefusedInput | null>(null);
  const typed = useDeferredValue(text);
  const lines = useMemo(
    () => readTypedPaints(typed, new Set(shelf.paints.map((p) => p.name.toLowerCase()))),
    [typed, shelf],
  );
  const paints = useMemo(
    () => came?.paints ?? lines.flatMap((l) => (l.paint ? [l.paint] : [])),
    [came, lines],
  );
  const would = useMemo(() => shelved(shelf, paints), [shelf, paints]);
  const bad = came ? [] : lines.filter((l) => !l.paint);
  const read = async (file: File) => {
    setRefused(null);
    try {
      const held = await file.text();
      setCame({
        file: file.name,
        paints: /^\uFEFF?GIMP Palette/.test(held) ? readPalette(held) : readPaintList(held),
      });
    } catch (error) {
      setCame(null);
      if (!(error instanceof RefusedInput)) throw error;
      setRefused(error);
    }
  };
  const done = () => {
    onAdd(would.shelf);
    // What was not understood stays, to be put right.
    setText(bad.map((l) => l.text).join('\n'));
    setCame(null);
  };
  return (
    <section aria-label="Add paints" className="space-y-3">
      <h2 className="text-lead font-semibold">Add paints</h2>
      {!came && (
        <label className="block space-y-1 text-label">
          <span className="block">One a line: name, colour, then what you know of it</span>
          <textarea
            className="block h-40 w-full resize-y bg-g98 p-2 font-mono text-[13px] leading-5 ring-1 ring-g72 outline-none focus:ring-2 focus:ring-g10"
            value={text}
            placeholder={EXAMPLE}
            spellCheck={false}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
      )}
      {came && (
        <p className="text-label">
          From {came.file}: {counted(came.paints.length, 'paint')}.
        </p>
      )}
      {(paints.length > 0 || bad.length > 0) && (
        <>
          <Understood paints={paints} />
          {bad.length > 0 && <NotUnderstood lines={bad} />}
          {paints.length > 0 && (
            <p role="status" className="text-label text-g28">
              {changesText(would)}
            </p>
          )}
        </>
      )}
      <div className="flex flex-wrap gap-2">
        <Button disabled={would.added.length + would.changed.length === 0} onClick={done}>
          Put{' '}
          {would.added.length + would.changed.length > 0
            ? counted(would.added.length + would.changed.length, 'paint')
            : 'them'}{' '}
          on the shelf
        </Button>
        {came ? (
          <Button look="plain" onClick={() => setCame(null)}>
            Leave them
          </Button>
        ) : (
          <FileButton
            label="From a list or palette"
            accept=".csv,.gpl,text/csv"
            onFiles={([f]) => void read(f)}
          />
        )}
      </div>
      {refused && (
        <div role="alert" className="space-y-1">
          <p className="text-label font-semibold">Nothing of this file was taken.</p>
          <ProblemList problems={refused.problems} />
        </div>
      )}
    </section>
  );
}
