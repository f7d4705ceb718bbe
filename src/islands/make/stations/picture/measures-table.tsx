import { createColumnHelper, getCoreRowModel, getSortedRowModel, useReactTable } from '@tanstack/react-table';
import { useEffect, useMemo } from 'react';
import { RoomRow, SortHead, useVirtualRows } from '#islands/shared/virtual-rows.tsx';

export type MeasuredRow = {
  id: string;
  number: number;
  element: string;
  areaCm2: number;
  narrowestMm: number | undefined;
  neighbours: number;
};

type Props = { rows: readonly MeasuredRow[]; chosenId: string | null; onChoose: (id: string) => void };

const column = createColumnHelper<MeasuredRow>();
const columns = [
  column.accessor('number', { header: 'Area' }),
  column.accessor('element', { header: 'Element' }),
  column.accessor('areaCm2', { header: 'cm²' }),
  column.accessor(({ narrowestMm }) => narrowestMm ?? Number.POSITIVE_INFINITY, { id: 'narrowest', header: 'Narrowest mm' }),
  column.accessor('neighbours', { header: 'Neighbours' }),
];
const isNumber = (id: string) => id !== 'number' && id !== 'element';
const rowPx = 36;

/** Every area in a row, sorted by what is asked for; only those in sight are drawn. The chosen one is brought into sight. */
export function MeasuresTable({ rows, chosenId, onChoose }: Props) {
  const data = useMemo(() => [...rows], [rows]);
  const table = useReactTable({
    data,
    columns,
    getRowId: ({ id }) => id,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    initialState: { sorting: [{ id: 'number', desc: false }] },
    enableSortingRemoval: false,
  });
  const sorted = table.getRowModel().rows;
  const { stage, items, above, below, virtual } = useVirtualRows(sorted.length, rowPx);
  const chosenAt = sorted.findIndex(({ id }) => id === chosenId);
  useEffect(() => {
    if (chosenAt >= 0) virtual.scrollToIndex(chosenAt, { align: 'auto' });
  }, [chosenAt, virtual]);
  return (
    <div ref={stage} className="h-80 overflow-y-auto">
      <table className="w-full text-left" aria-rowcount={sorted.length + 1}>
        <thead className="sticky top-0 bg-bench">
          <tr>
            {table.getFlatHeaders().map((header) => (
              <SortHead key={header.id} header={header} className={isNumber(header.id) ? 'text-right' : ''} />
            ))}
          </tr>
        </thead>
        <tbody>
          <RoomRow heightPx={above} />
          {items.map((item) => {
            const row = sorted[item.index];
            if (!row) return null;
            const { id, number, element, areaCm2, narrowestMm, neighbours } = row.original;
            return (
              <tr
                key={id}
                aria-rowindex={item.index + 2}
                style={{ height: rowPx }}
                className={id === chosenId ? 'bg-paper font-semibold' : ''}
              >
                <td>
                  <button type="button" className="min-h-8 underline underline-offset-4" onClick={() => onChoose(id)}>
                    Area {number}
                  </button>
                </td>
                <td>{element}</td>
                <td className="text-right font-code">{areaCm2.toFixed(2)}</td>
                <td className="text-right font-code">{narrowestMm?.toFixed(1) ?? '–'}</td>
                <td className="text-right font-code">{neighbours}</td>
              </tr>
            );
          })}
          <RoomRow heightPx={below} />
        </tbody>
      </table>
    </div>
  );
}
