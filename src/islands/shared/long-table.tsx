import {
  type ColumnDef,
  getCoreRowModel,
  getSortedRowModel,
  type Header,
  type Row,
  type TableOptions,
  useReactTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useMemo, useRef } from 'react';

type Sorted<R> = {
  rows: readonly R[];
  // biome-ignore lint/suspicious/noExplicitAny: columns of one table have values of many kinds.
  columns: ColumnDef<R, any>[];
  /** The column by which it is sorted at first, rising. */
  sortedBy: string;
  /** Height of a row. */
  rowPx: number;
  /** What else the table is to do: ticks. Default nothing. */
  more?: Partial<TableOptions<R>>;
};

/** A table that may have thousands of rows, sorted by what is asked for: only those in sight are drawn. */
export function useLongTable<R extends { id: string }>({ rows, columns, sortedBy, rowPx, more = {} }: Sorted<R>) {
  const data = useMemo(() => [...rows], [rows]);
  const table = useReactTable({
    data,
    columns,
    getRowId: ({ id }) => id,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    initialState: { sorting: [{ id: sortedBy, desc: false }] },
    enableSortingRemoval: false,
    ...more,
  });
  const sorted = table.getRowModel().rows;
  const stage = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => stage.current,
    estimateSize: () => rowPx,
    overscan: 12,
    initialRect: { width: 800, height: 800 },
  });
  return { table, sorted, stage, virtual };
}

type ShellProps<R extends { id: string }> = {
  long: ReturnType<typeof useLongTable<R>>;
  className?: string;
  headClassName: string;
  /** A head before those of the columns. Default none. */
  lead?: ReactNode;
  /** Of the head of a column. Default none. */
  headOf?: (columnId: string) => string;
  /** A row in sight; `place`: its number in the table as a whole, for assistive technology. */
  row: (row: Row<R>, place: number) => ReactNode;
};

/** The shell of a long table: its heads by which it is sorted, the rows in sight, and the room of the others. */
export function LongTable<R extends { id: string }>({ long, className = '', headClassName, lead, headOf, row }: ShellProps<R>) {
  const { table, sorted, virtual } = long;
  const items = virtual.getVirtualItems();
  return (
    <table className={`w-full text-left ${className}`} aria-rowcount={sorted.length + 1}>
      <thead className={`sticky top-0 ${headClassName}`}>
        <tr>
          {lead}
          {table.getFlatHeaders().map((header) => (
            <SortHead key={header.id} header={header} className={headOf?.(header.id) ?? ''} />
          ))}
        </tr>
      </thead>
      <tbody>
        <RoomRow heightPx={items[0]?.start ?? 0} />
        {items.map(({ index }) => {
          const own = sorted[index];
          return own ? row(own, index + 2) : null;
        })}
        <RoomRow heightPx={virtual.getTotalSize() - (items.at(-1)?.end ?? 0)} />
      </tbody>
    </table>
  );
}

/** A row that stands for all that are out of sight. */
function RoomRow({ heightPx }: { heightPx: number }) {
  if (heightPx <= 0) return null;
  return (
    <tr style={{ height: heightPx }}>
      <td />
    </tr>
  );
}

/** The head of a column, by which its table is sorted. */
function SortHead<T>({ header, className }: { header: Header<T, unknown>; className: string }) {
  const { column } = header;
  const sorted = column.getIsSorted();
  return (
    <th className={`p-1 ${className}`} aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : undefined}>
      <button type="button" className="min-h-8 font-semibold underline-offset-4 hover:underline" onClick={column.getToggleSortingHandler()}>
        {String(column.columnDef.header)}
        {sorted === 'asc' ? ' ↓' : sorted === 'desc' ? ' ↑' : ''}
      </button>
    </th>
  );
}
