import type { ShelfPaint } from '@pale-glint/core';
import { flexRender, type Row } from '@tanstack/react-table';
import type { Ref } from 'react';

interface ShelfRowProps {
  readonly ref: Ref<HTMLTableRowElement>;
  readonly row: Row<ShelfPaint>;
  /** Among all that are found, from 0. */
  readonly index: number;
  readonly onPress: (id: string) => void;
}

/** One pot: a press shows it beside the shelf, its tick adds it to those that are changed together. */
export function ShelfRow({ ref, row, index, onPress }: ShelfRowProps) {
  const ticked = row.getIsSelected();
  return (
    <tr
      ref={ref}
      data-index={index}
      aria-rowindex={index + 2}
      className={`cursor-pointer border-b border-g88 ${ticked ? 'bg-g10 text-g98' : 'bg-g96 hover:bg-g93'}`}
      onClick={() => onPress(row.id)}
    >
      <td className="px-3" onClick={(e) => e.stopPropagation()}>
        <input
          type="checkbox"
          aria-label={row.original.name}
          className="size-4 accent-g10"
          checked={ticked}
          onChange={row.getToggleSelectedHandler()}
        />
      </td>
      {row.getVisibleCells().map((cell) => (
        <td key={cell.id} className="pr-3">
          {flexRender(cell.column.columnDef.cell, cell.getContext())}
        </td>
      ))}
    </tr>
  );
}
