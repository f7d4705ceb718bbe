import { createColumnHelper, type RowSelectionState } from '@tanstack/react-table';
import { useState } from 'react';
import { markerStates, type RackMarker } from '#model/marker';
import { type ShownMarker, withoutAssumed } from '#core/markers/assumed-colour';
import { LongTable, useLongTable } from '#islands/shared/long-table.tsx';
import { Button } from '#ui/controls/button.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import { stateWord } from '#ui/ladder/strand-layout.ts';
import { TakeOut } from './take-out';

type Props = {
  markers: readonly ShownMarker[];
  onChoose: (id: string) => void;
  onBulk: (markers: RackMarker[]) => void;
  onTakeOut: (ids: string[]) => void;
};

const column = createColumnHelper<ShownMarker>();
const columns = [
  column.accessor('code', { header: 'Code' }),
  column.accessor(({ lab }) => lab?.L ?? -1, {
    id: 'lightness',
    header: 'L*',
    sortDescFirst: true,
    cell: ({ row }) => (row.original.lab ? Math.round(row.original.lab.L) : ''),
  }),
  column.accessor((marker) => stateWord(marker) || 'good', { id: 'state', header: 'State' }),
  column.accessor('shownSource', { header: 'Colour' }),
];

const rowPx = 41;

/** The rack as a dense table, for those who think in lists: sort, tick, edit many at once. Only the rows in sight are drawn. */
export function MarkerList({ markers, onChoose, onBulk, onTakeOut }: Props) {
  const [ticked, setTicked] = useState<RowSelectionState>({});
  const long = useLongTable({
    rows: markers,
    columns,
    sortedBy: 'code',
    rowPx,
    more: { state: { rowSelection: ticked }, onRowSelectionChange: setTicked },
  });
  const { table, sorted: rows, stage } = long;
  // What a filter hides is not meant by a button that says how many are ticked.
  const chosen = table.getSelectedRowModel().rows.map(({ original }) => original);
  return (
    <div>
      <BulkBar chosen={chosen} onDone={() => setTicked({})} onBulk={onBulk} onTakeOut={onTakeOut} />
      <div ref={stage} className="max-h-[70dvh] overflow-y-auto bg-paper" data-rows={rows.length}>
        <LongTable
          long={long}
          className="border-collapse text-sm"
          headClassName="z-10 bg-paper shadow-[0_2px_0_var(--color-ink)]"
          lead={
            <th className="p-2">
              <input
                type="checkbox"
                aria-label="Tick all shown"
                className="size-6 accent-accent"
                checked={rows.length > 0 && chosen.length === rows.length}
                onChange={table.getToggleAllRowsSelectedHandler()}
              />
            </th>
          }
          row={(row, place) => {
            const marker = row.original;
            return (
              <tr key={row.id} aria-rowindex={place} className="border-b border-wall" style={{ height: rowPx }}>
                <td className="px-2">
                  <input
                    type="checkbox"
                    aria-label={`Tick ${marker.code}`}
                    className="size-6 accent-accent"
                    checked={row.getIsSelected()}
                    onChange={row.getToggleSelectedHandler()}
                  />
                </td>
                <td>
                  <button type="button" className="min-h-8 hover:underline" onClick={() => onChoose(marker.id)}>
                    <DoubleChip lab={marker.lab} twoCoats={marker.twoCoats} code={marker.code} />
                  </button>
                </td>
                <td>{marker.lab ? Math.round(marker.lab.L) : ''}</td>
                <td>{stateWord(marker) || 'good'}</td>
                <td>{marker.shownSource}</td>
              </tr>
            );
          }}
        />
      </div>
    </div>
  );
}

type BulkProps = Pick<Props, 'onBulk' | 'onTakeOut'> & { chosen: readonly ShownMarker[]; onDone: () => void };

/** What is done to all ticked markers at once. */
function BulkBar({ chosen, onDone, onBulk, onTakeOut }: BulkProps) {
  const bulk = (change: (marker: RackMarker) => RackMarker) => {
    // What is only shown, an assumed colour, is not kept.
    onBulk(chosen.map((marker) => change(withoutAssumed(marker))));
    onDone();
  };
  return (
    <p className="flex flex-wrap items-center gap-3 py-2" role="status">
      <span>{chosen.length === 0 ? 'Tick markers to change many at once.' : `${chosen.length} ticked:`}</span>
      {chosen.length > 0 && (
        <>
          <Button onClick={() => bulk((marker) => ({ ...marker, owned: true, count: Math.max(1, marker.count ?? 1) }))}>Owned</Button>
          <Button onClick={() => bulk((marker) => ({ ...marker, owned: false, count: 0 }))}>Not owned</Button>
          {markerStates.map((state) => (
            <Button key={state} onClick={() => bulk((marker) => ({ ...marker, state }))}>
              {state}
            </Button>
          ))}
          <TakeOut
            codes={chosen.map(({ code }) => code)}
            onGo={() => {
              onTakeOut(chosen.map(({ id }) => id));
              onDone();
            }}
            trigger={<Button>Take out</Button>}
          />
        </>
      )}
    </p>
  );
}
