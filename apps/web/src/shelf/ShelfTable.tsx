import { hexToLab, plain, type ShelfPaint } from '@pale-glint/core';
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type RowSelectionState,
  type SortingState,
} from '@tanstack/react-table';
import { useMemo, useState } from 'react';

const column = createColumnHelper<ShelfPaint>();
const rank =
  (list: readonly string[]) => (a: { getValue: (id: string) => unknown }, b: typeof a, id: string) =>
    list.indexOf(String(a.getValue(id))) - list.indexOf(String(b.getValue(id)));

const COLUMNS = [
  column.accessor('name', {
    header: 'Name',
    cell: ({ row, getValue }) => (
      <span className="flex items-center gap-3">
        <span className="h-9 w-14 shrink-0" style={{ background: row.original.hex }} />
        <span className="font-semibold">{getValue()}</span>
      </span>
    ),
  }),
  column.accessor((p) => hexToLab(p.hex).l, {
    id: 'value',
    header: 'Value',
    cell: (c) => plain(c.getValue(), 0),
  }),
  column.accessor('kind', { header: 'Kind' }),
  column.accessor('opacity', {
    header: 'One coat is',
    sortingFn: rank(['opaque', 'semi-opaque', 'semi-transparent', 'transparent']),
  }),
  column.accessor('tint', {
    header: 'In mixes',
    sortingFn: rank(['weak', 'normal', 'strong', 'very strong']),
  }),
  column.accessor('finish', { header: 'Dries' }),
  column.accessor('left', { header: 'Left', sortingFn: rank(['plenty', 'half', 'little', 'none']) }),
  column.accessor('code', { header: 'Code' }),
];

interface ShelfTableProps {
  readonly paints: readonly ShelfPaint[];
  readonly search: string;
  readonly chosen: ReadonlySet<string>;
  readonly choose: (ids: ReadonlySet<string>) => void;
}

/** All pots, searched and sorted; those ticked are changed together. */
export function ShelfTable({ paints, search, chosen, choose }: ShelfTableProps) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const selection = useMemo(
    (): RowSelectionState => Object.fromEntries([...chosen].map((id) => [id, true])),
    [chosen],
  );
  // eslint-disable-next-line react-hooks/incompatible-library
  const table = useReactTable({
    data: paints as ShelfPaint[],
    columns: COLUMNS,
    state: { sorting, globalFilter: search, rowSelection: selection },
    getRowId: (p) => p.id,
    onSortingChange: setSorting,
    onRowSelectionChange: (next) =>
      choose(new Set(Object.keys(typeof next === 'function' ? next(selection) : next))),
    globalFilterFn: (row, _column, text: string) => {
      const { name, code, notes, kind, opacity, left } = row.original;
      const held = [name, code, notes, kind, opacity, `left ${left}`].join(' ').toLowerCase();
      return text
        .toLowerCase()
        .split(/\s+/)
        .every((word) => held.includes(word));
    },
    getCoreRowModel: getCoreRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const { rows } = table.getRowModel();
  if (paints.length === 0)
    return (
      <div className="mx-auto mt-20 max-w-md space-y-2 bg-g96 p-6">
        <p className="text-lead font-semibold">The shelf is empty</p>
        <p className="text-g28">
          Type the paints you own on the right, one a line, or bring in a list. Mixes are then found from what
          stands here.
        </p>
      </div>
    );
  return (
    <table className="w-full text-label">
      <thead className="sticky top-0 z-10 bg-g88 text-left">
        {table.getHeaderGroups().map((group) => (
          <tr key={group.id}>
            <th className="w-10 px-3 py-2">
              <input
                type="checkbox"
                aria-label="All shown"
                className="size-4 accent-g10"
                checked={rows.length > 0 && rows.every((r) => r.getIsSelected())}
                onChange={() =>
                  choose(rows.every((r) => r.getIsSelected()) ? new Set() : new Set(rows.map((r) => r.id)))
                }
              />
            </th>
            {group.headers.map((h) => {
              const way = h.column.getIsSorted();
              return (
                <th
                  key={h.id}
                  className="py-2 pr-3"
                  aria-sort={way === 'asc' ? 'ascending' : way === 'desc' ? 'descending' : 'none'}
                >
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
      <tbody>
        {rows.map((row) => (
          <tr
            key={row.id}
            className={`cursor-pointer border-b border-g88 ${row.getIsSelected() ? 'bg-g10 text-g98' : 'bg-g96 hover:bg-g93'}`}
            onClick={() => choose(new Set(chosen.size === 1 && chosen.has(row.id) ? [] : [row.id]))}
          >
            <td className="px-3" onClick={(e) => e.stopPropagation()}>
              <input
                type="checkbox"
                aria-label={row.original.name}
                className="size-4 accent-g10"
                checked={row.getIsSelected()}
                onChange={row.getToggleSelectedHandler()}
              />
            </td>
            {row.getVisibleCells().map((cell) => (
              <td key={cell.id} className="pr-3">
                {flexRender(cell.column.columnDef.cell, cell.getContext())}
              </td>
            ))}
          </tr>
        ))}
        {rows.length === 0 && (
          <tr>
            <td colSpan={COLUMNS.length + 1} className="bg-g96 p-6">
              No pot is like that. Other words, or fewer of them.
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}
