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
      className="group w-22 shrink-0 text-left"
    >
      <Thumb piece={item.piece} width={88} height={72} className="group-hover:ring-2 group-hover:ring-g05" />
      <span className="narrow block truncate pt-1 text-label font-semibold">{item.label}</span>
    </button>
  );
}

/** What can be added, as computed pictures: single forms, then sets to begin with. */
export function Library({ onAdd, full }: { onAdd: (item: LibraryEntry) => void; full: string | null }) {
  const of = (set: boolean) => libraryEntries.filter((i) => i.set === set);
  return (
    <section
      aria-label="Library"
      className="flex h-34 shrink-0 items-start gap-6 overflow-x-auto bg-g88 px-4 py-2"
    >
      {([false, true] as const).map((set) => (
        <div key={String(set)}>
          <h2 className="pb-1 text-label text-g28">
            {set ? 'Sets to begin with' : (full ?? 'Add a part: the form it has')}
          </h2>
          <div className="flex gap-2.5">
            {of(set).map((item, i) => (
              <Tile key={item.id} item={item} first={!set && i === 0} onAdd={() => onAdd(item)} />
            ))}
          </div>
        </div>
      ))}
    </section>
  );
}
