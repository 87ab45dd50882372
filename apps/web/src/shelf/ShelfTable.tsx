import { hexToLab, plain, type ShelfPaint } from '@pale-glint/core';
import {
  createColumnHelper,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type RowSelectionState,
  type SortingState,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useState } from 'react';
import { ShelfHead } from './ShelfHead.js';
import { ShelfRow } from './ShelfRow.js';

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
        {row.original.guessed === 'yes' && <span className="text-label">colour guessed</span>}
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
  /** What the table scrolls in. */
  readonly scroller: HTMLElement | null;
}

/** Every word that is searched for stands somewhere on the pot. */
function matches({ name, code, notes, kind, opacity, left }: ShelfPaint, text: string): boolean {
  const held = [name, code, notes, kind, opacity, `left ${left}`].join(' ').toLowerCase();
  return text
    .toLowerCase()
    .split(/\s+/)
    .every((word) => held.includes(word));
}

/** Height of a row before it is measured. */
const ROW_PX = 38;
/** Rows beyond the upper and lower end that are ready: all of a usual shelf, so that the page's own search finds them. */
const READY = 60;

/** All pots, searched and sorted; those ticked are changed together. */
export function ShelfTable({ paints, search, chosen, choose, scroller }: ShelfTableProps) {
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
    globalFilterFn: (row, _column, text: string) => matches(row.original, text),
    getCoreRowModel: getCoreRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const { rows } = table.getRowModel();
  const lines = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller,
    estimateSize: () => ROW_PX,
    overscan: READY,
  });
  if (paints.length === 0) return <EmptyShelf />;
  const shown = lines.getVirtualItems();
  const above = shown[0]?.start ?? 0;
  const below = lines.getTotalSize() - (shown.at(-1)?.end ?? 0);
  return (
    <table className="w-full text-label" aria-rowcount={rows.length + 1}>
      <ShelfHead
        groups={table.getHeaderGroups()}
        all={rows.length > 0 && rows.every((r) => r.getIsSelected())}
        onAll={(all) => choose(all ? new Set(rows.map((r) => r.id)) : new Set())}
      />
      <tbody>
        {above > 0 && <tr aria-hidden style={{ height: above }} />}
        {shown.map(({ index }) => (
          <ShelfRow
            key={rows[index].id}
            ref={lines.measureElement}
            row={rows[index]}
            index={index}
            onPress={(id) => choose(new Set(chosen.size === 1 && chosen.has(id) ? [] : [id]))}
          />
        ))}
        {below > 0 && <tr aria-hidden style={{ height: below }} />}
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

function EmptyShelf() {
  return (
    <div className="mx-auto mt-20 max-w-md space-y-2 bg-g96 p-6">
      <p className="text-lead font-semibold">The shelf is empty</p>
      <p className="text-g28">
        Type the paints you own on the right, one a line, or bring in a list. Mixes are then found from what
        stands here.
      </p>
    </div>
  );
}
