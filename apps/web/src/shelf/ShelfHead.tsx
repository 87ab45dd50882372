import type { ShelfPaint } from '@pale-glint/core';
import { flexRender, type HeaderGroup } from '@tanstack/react-table';

interface ShelfHeadProps {
  readonly groups: readonly HeaderGroup<ShelfPaint>[];
  /** Whether all that are shown are ticked. */
  readonly all: boolean;
  readonly onAll: (all: boolean) => void;
}

const SORTED = { asc: 'ascending', desc: 'descending' } as const;

/** Titles of the columns; a press sorts by one. */
export function ShelfHead({ groups, all, onAll }: ShelfHeadProps) {
  return (
    <thead className="sticky top-0 z-10 bg-g88 text-left">
      {groups.map((group) => (
        <tr key={group.id} aria-rowindex={1}>
          <th className="w-10 px-3 py-2">
            <input
              type="checkbox"
              aria-label="All shown"
              className="size-4 accent-g10"
              checked={all}
              onChange={() => onAll(!all)}
            />
          </th>
          {group.headers.map((h) => {
            const way = h.column.getIsSorted();
            return (
              <th key={h.id} className="py-2 pr-3" aria-sort={way ? SORTED[way] : 'none'}>
                <button
                  type="button"
                  onClick={h.column.getToggleSortingHandler()}
                  className="whitespace-nowrap font-semibold underline-offset-2 hover:underline"
                >
                  {flexRender(h.column.columnDef.header, h.getContext())}
                  <span aria-hidden>{way === 'asc' ? ' ↑' : way === 'desc' ? ' ↓' : ''}</span>
                </button>
              </th>
            );
          })}
        </tr>
      ))}
    </thead>
  );
}
