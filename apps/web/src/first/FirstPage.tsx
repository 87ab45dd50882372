import { forms } from '@pale-glint/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, keys } from '../api/pieces.js';
import { useCommands } from '../stations/commands/useCommands.js';
import { BringIn } from './BringIn.js';
import { Everything } from './Everything.js';
import { Kept } from './Kept.js';
import { NewPiece } from './NewPiece.js';
import { LARGE, PieceCard } from './PieceCard.js';
import { PieceGrid } from './PieceGrid.js';
import { Failing, Loading } from '../ui/states.js';
import { Thumb } from '../map/Thumb.js';
import { TILES } from './tiles.js';

/** The quick door: choose a form and the map is there. */
function OnePartDoor() {
  return (
    <section aria-labelledby="one-part" className="min-w-0 flex-1 bg-g96 p-5">
      <h2 id="one-part" className="text-lead font-semibold">
        Just one part
      </h2>
      <p className="pb-4 text-g28">Choose its form, set size and light, and paint from the map.</p>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(8rem,1fr))] gap-x-4 gap-y-4">
        {TILES.map(({ kind, piece }) => (
          <Link key={kind} to={`/one-part?form=${kind}`} className="group">
            <Thumb
              piece={piece}
              width={128}
              height={104}
              className="group-hover:ring-3 group-hover:ring-g05"
            />
            <span className="block pt-1 font-semibold group-hover:underline">{forms[kind].label}</span>
            <span className="narrow block text-label text-g38">{forms[kind].serves}</span>
          </Link>
        ))}
      </div>
    </section>
  );
}

/** A way to what stands beside the pieces. */
const HeaderLink = ({ to, children }: { to: string; children: string }) => (
  <Link
    to={to}
    className="inline-flex min-h-9 items-center rounded-sm bg-g18 px-3.5 text-label font-semibold text-g96 hover:bg-g28"
  >
    {children}
  </Link>
);

/** From so many pieces on they are looked for by name. */
const MANY = 12;

/** The pieces, and the quick door to a single part. */
export function FirstPage() {
  const navigate = useNavigate();
  useCommands({ help: () => void navigate('/keys') });
  const query = useQuery({ queryKey: keys.pieces, queryFn: api.pieces });
  const [wanted, setWanted] = useState('');
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const all = query.data ?? [];
  const found = all.filter((p) => p.name.toLowerCase().includes(wanted.trim().toLowerCase()));
  return (
    <div className="flex h-full flex-col bg-g28">
      <header className="flex flex-wrap items-end gap-x-6 gap-y-3 bg-g05 px-8 pt-6 pb-5 text-g98 max-md:gap-x-3 max-md:px-4 max-md:pt-4">
        <div className="mr-auto max-md:w-full">
          <h1 className="wide text-3xl font-extrabold tracking-tight">Pale Glint</h1>
          <p className="text-g82">
            Where the light falls on your metal, what to mix for it, and in which order.
          </p>
        </div>
        <HeaderLink to="/drills">Drills</HeaderLink>
        <HeaderLink to="/shelf">Shelf</HeaderLink>
        <NewPiece />
        <BringIn />
      </header>
      <main ref={setScroller} className="min-h-0 flex-1 relative overflow-y-auto p-8 max-md:p-4">
        {query.isPending && <Loading what="your pieces" />}
        {query.isError && (
          <div className="bg-g96">
            <Failing
              what="Your pieces could not be listed"
              error={query.error}
              again={() => void query.refetch()}
            />
          </div>
        )}
        {query.data?.length === 0 && (
          <p className="max-w-md bg-g96 p-6">
            No pieces yet. Begin a new one, take just one part, a blade or a knee, or bring in a piece file.
          </p>
        )}
        {all.length > MANY && (
          <p className="mb-6 flex w-fit items-baseline gap-3 bg-g96 px-4 py-2 text-label">
            <label htmlFor="find-piece" className="font-semibold">
              Find a piece
            </label>
            <input
              id="find-piece"
              type="search"
              className="w-56 bg-g98 px-2 py-1 ring-1 ring-g62"
              value={wanted}
              onChange={(e) => setWanted(e.target.value)}
            />
            <span role="status">
              {wanted.trim() === '' ? `${all.length} pieces` : `${found.length} of ${all.length} pieces`}
            </span>
          </p>
        )}
        <div className="flex items-start gap-6 max-md:flex-col">
          {found.slice(0, 1).map((line) => (
            <PieceCard key={line.id} line={line} size={LARGE} />
          ))}
          <div className="flex min-w-0 flex-1 flex-col gap-6 max-md:w-full">
            <OnePartDoor />
            <PieceGrid lines={found.slice(1)} scroller={scroller} />
          </div>
        </div>
        <Everything />
        <Kept />
      </main>
    </div>
  );
}
