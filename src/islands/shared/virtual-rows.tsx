import type { Header } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef } from 'react';

/** The rows of a long table that are in sight, and how much room those above and below take. */
export function useVirtualRows(count: number, rowPx: number) {
  const stage = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => stage.current,
    estimateSize: () => rowPx,
    overscan: 12,
    initialRect: { width: 800, height: 800 },
  });
  const items = virtual.getVirtualItems();
  return { stage, items, above: items[0]?.start ?? 0, below: virtual.getTotalSize() - (items.at(-1)?.end ?? 0), virtual };
}

/** A row that stands for all that are out of sight. */
export function RoomRow({ heightPx }: { heightPx: number }) {
  if (heightPx <= 0) return null;
  return (
    <tr style={{ height: heightPx }}>
      <td />
    </tr>
  );
}

/** The head of a column, by which its table is sorted. */
export function SortHead<T>({ header, className = '' }: { header: Header<T, unknown>; className?: string }) {
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
