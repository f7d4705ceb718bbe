import { createColumnHelper } from '@tanstack/react-table';
import { useEffect } from 'react';
import { LongTable, useLongTable } from '#islands/shared/long-table.tsx';

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
  const long = useLongTable({ rows, columns, sortedBy: 'number', rowPx });
  const { sorted, stage, virtual } = long;
  const chosenAt = sorted.findIndex(({ id }) => id === chosenId);
  useEffect(() => {
    if (chosenAt >= 0) virtual.scrollToIndex(chosenAt, { align: 'auto' });
  }, [chosenAt, virtual]);
  return (
    <div ref={stage} className="h-80 overflow-y-auto">
      <LongTable
        long={long}
        headClassName="bg-bench"
        headOf={(id) => (isNumber(id) ? 'text-right' : '')}
        row={({ original: { id, number, element, areaCm2, narrowestMm, neighbours } }, place) => (
          <tr key={id} aria-rowindex={place} style={{ height: rowPx }} className={id === chosenId ? 'bg-paper font-semibold' : ''}>
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
        )}
      />
    </div>
  );
}
