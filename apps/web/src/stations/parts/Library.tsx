import { foundInLibrary, SHAPE_WORDS } from '@pale-glint/core';
import { useState } from 'react';
import { Thumb } from '../../map/Thumb.js';
import { libraryEntries, type LibraryEntry } from './library.js';

function Tile({ item, first, onAdd }: { item: LibraryEntry; first: boolean; onAdd: () => void }) {
  return (
    <button
      type="button"
      onClick={onAdd}
      data-command={first ? 'add' : undefined}
      aria-label={`Add ${item.label.toLowerCase()}${item.set ? ', a set of parts' : ''}`}
      title={item.serves}
      className="group w-24 shrink-0 text-left"
    >
      <Thumb piece={item.piece} width={96} height={68} className="group-hover:ring-2 group-hover:ring-g05" />
      <span className="narrow block pt-1 text-label leading-3.5 font-semibold">{item.label}</span>
    </button>
  );
}

interface LibraryProps {
  readonly onAdd: (item: LibraryEntry) => void;
  readonly full: string | null;
  /** What was added last and what it took over, in words. */
  readonly added: string | null;
}

/** What can be added, as computed pictures: single forms, then sets to begin with. Found by the painter's own words. */
export function Library({ onAdd, full, added }: LibraryProps) {
  const [text, setText] = useState('');
  const ids = new Set(foundInLibrary(text).map((i) => i.id));
  const of = (set: boolean) => libraryEntries.filter((i) => i.set === set && ids.has(i.id));
  return (
    <section aria-label="Library" className="flex h-36 shrink-0 overflow-hidden bg-g88">
      <div className="flex w-52 shrink-0 flex-col gap-2 py-2 pr-2 pl-4">
        <h2 className="text-label text-g28">{full ?? 'Add a part'}</h2>
        <input
          type="search"
          aria-label="Find a form"
          placeholder="knee, belt, mail"
          className="w-full [&::-webkit-search-cancel-button]:grayscale bg-g98 px-2 py-1.5 text-label ring-1 ring-g62 outline-none focus:ring-2 focus:ring-g10"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <p className="min-h-0 overflow-y-auto text-label text-g28" role="status">
          {text.trim() === '' ? (added ?? 'What it is, or what it looks like.') : `${ids.size} like that`}
        </p>
      </div>
      <div className="flex min-w-0 flex-1 items-start gap-6 overflow-x-auto overflow-y-hidden px-4 py-2">
        {ids.size === 0 && (
          <p className="max-w-60 pt-6 text-label">
            No form is called that. Words for its shape may find it: {SHAPE_WORDS.join(', ')}.
          </p>
        )}
        {([false, true] as const).map(
          (set) =>
            of(set).length > 0 && (
              <div key={String(set)}>
                <h3 className="pb-1 text-label text-g28">{set ? 'Sets to begin with' : 'The form it has'}</h3>
                <div className="flex items-start gap-2.5">
                  {of(set).map((item, i) => (
                    <Tile key={item.id} item={item} first={!set && i === 0} onAdd={() => onAdd(item)} />
                  ))}
                </div>
              </div>
            ),
        )}
      </div>
    </section>
  );
}
