import { MIXED_KINDS, writePaintList, writePalette, type ShelfPaint } from '@pale-glint/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { Alert } from '../ui/Alert.js';
import { Button } from '../ui/Button.js';
import { PageHeader } from '../ui/PageHeader.js';
import { saveFile } from '../ui/saveFile.js';
import { Failing, Loading } from '../ui/states.js';
import { AddPaints } from './AddPaints.js';
import { Brushes } from './Brushes.js';
import { PotSide } from './PotSide.js';
import { ShelfTable } from './ShelfTable.js';
import { useShelf } from '../store/useShelf.js';

function SearchField({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  return (
    <label className="flex items-center gap-3 px-4 py-2 text-label">
      Search
      <input
        type="search"
        className="min-w-0 flex-1 bg-g98 px-3 py-1.5 ring-1 ring-g62 outline-none focus:ring-2 focus:ring-g10"
        placeholder="a name, a code, ink, transparent, left none"
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  );
}

/** The paints the painter owns: what mixes are found from. */
export function ShelfPage() {
  const { query, shelf, change, undo, canUndo, message } = useShelf();
  // State, not a ref: the table asks for it when it is laid out, which is before a ref around it is set.
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const [search, setSearch] = useState('');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const picked = shelf.paints.filter((p) => chosen.has(p.id));
  const mixed = shelf.paints.filter((p) => MIXED_KINDS.has(p.kind) && p.left !== 'none').length;
  const put = (over: Partial<ShelfPaint>) =>
    change((s) => ({ ...s, paints: s.paints.map((p) => (chosen.has(p.id) ? { ...p, ...over } : p)) }));
  return (
    <div className="flex h-full flex-col bg-g72">
      <PageHeader title="Shelf" note={`${shelf.paints.length} pots, ${mixed} to mix from`}>
        <Link to="/shelf/card" className="text-label font-semibold underline underline-offset-2">
          Measure on a card
        </Link>
        <Button look="dark" disabled={!canUndo} onClick={undo}>
          Undo
        </Button>
        <Button
          look="dark"
          disabled={shelf.paints.length === 0}
          onClick={() => saveFile('shelf.csv', [writePaintList(shelf.paints)], 'text/csv')}
        >
          As a list
        </Button>
        <Button
          look="dark"
          disabled={shelf.paints.length === 0}
          onClick={() => saveFile('shelf.gpl', [writePalette('Shelf', shelf.paints)], 'text/plain')}
        >
          As a palette
        </Button>
      </PageHeader>
      {message && <Alert className="px-6 py-2">{message}</Alert>}
      <div className="flex min-h-0 flex-1 max-md:flex-col">
        <main className="flex min-h-0 min-w-0 flex-1 flex-col">
          <SearchField value={search} onChange={setSearch} />
          <div
            ref={setScroller}
            role="region"
            aria-label="Pots"
            tabIndex={0}
            className="relative min-h-0 flex-1 overflow-auto"
          >
            {query.isPending && <Loading what="your shelf" />}
            {query.isError && (
              <div className="bg-g96">
                <Failing
                  what="Your shelf could not be opened"
                  error={query.error}
                  again={() => void query.refetch()}
                />
              </div>
            )}
            {query.data && (
              <ShelfTable
                paints={shelf.paints}
                search={search}
                chosen={chosen}
                choose={setChosen}
                scroller={scroller}
              />
            )}
          </div>
        </main>
        <aside
          aria-label="Beside the shelf"
          className="relative w-84 shrink-0 overflow-y-auto bg-g96 p-4 max-md:max-h-[42dvh] max-md:w-full"
        >
          {picked.length > 0 ? (
            <PotSide
              key={picked.length === 1 ? picked[0].id : 'several'}
              chosen={picked}
              shelf={shelf.paints}
              taken={new Set(shelf.paints.filter((p) => !chosen.has(p.id)).map((p) => p.name.toLowerCase()))}
              onDone={() => setChosen(new Set())}
              onChange={put}
              onRemove={() => {
                change((s) => ({ ...s, paints: s.paints.filter((p) => !chosen.has(p.id)) }));
                setChosen(new Set());
              }}
            />
          ) : (
            query.data && (
              <div className="space-y-4">
                <AddPaints shelf={shelf} onAdd={(next) => change(() => next)} />
                <Brushes shelf={shelf} onChange={(brushes) => change((s) => ({ ...s, brushes }))} />
              </div>
            )
          )}
        </aside>
      </div>
    </div>
  );
}
