import { useMemo, useState } from 'react';
import { markerStates, type RackMarker } from '#model/marker';
import { type ShownMarker, withoutAssumed } from '#core/markers/assumed-colour';
import { Button } from '#ui/button.tsx';
import { DoubleChip } from '#ui/double-chip.tsx';
import { stateWord } from '#ui/strand-layout.ts';

type SortBy = 'code' | 'lightness' | 'state' | 'source';

const heads: [SortBy, string][] = [
  ['code', 'Code'],
  ['lightness', 'L*'],
  ['state', 'State'],
  ['source', 'Colour'],
];

function sortValue(marker: ShownMarker, by: SortBy): string | number {
  if (by === 'code') return marker.code;
  if (by === 'lightness') return -(marker.lab?.L ?? -1);
  return by === 'state' ? stateWord(marker) : marker.shownSource;
}

/** Rows of the table at first, and more at a press. */
const rowsAtOnce = 200;

type Props = {
  markers: readonly ShownMarker[];
  onChoose: (id: string) => void;
  onBulk: (markers: RackMarker[]) => void;
  onRemove: (ids: string[]) => void;
};

/** The rack as a dense table, for those who think in lists: sort, tick, edit many at once. */
export function MarkerList({ markers, onChoose, onBulk, onRemove }: Props) {
  const [sortBy, setSortBy] = useState<SortBy>('code');
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const sorted = useMemo(
    () =>
      [...markers].sort((first, second) => {
        const [own, other] = [sortValue(first, sortBy), sortValue(second, sortBy)];
        return own < other ? -1 : own > other ? 1 : first.code < second.code ? -1 : 1;
      }),
    [markers, sortBy],
  );
  const [shownCount, setShownCount] = useState(rowsAtOnce);
  const rows = sorted.slice(0, shownCount);
  const chosen = sorted.filter(({ id }) => ticked.has(id));
  const bulk = (change: (marker: RackMarker) => RackMarker) => {
    // What is only shown, an assumed colour, is not kept.
    onBulk(chosen.map((marker) => change(withoutAssumed(marker))));
    setTicked(new Set());
  };
  return (
    <div>
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
            <Button
              onClick={() => {
                onRemove(chosen.map(({ id }) => id));
                setTicked(new Set());
              }}
            >
              Take out
            </Button>
          </>
        )}
      </p>
      <table className="w-full border-collapse bg-paper text-left text-sm">
        <thead>
          <tr className="border-b-2 border-ink">
            <th className="p-2">
              <input
                type="checkbox"
                aria-label="Tick all shown"
                className="size-5 accent-accent"
                checked={chosen.length > 0 && chosen.length === sorted.length}
                onChange={(event) => setTicked(new Set(event.target.checked ? sorted.map(({ id }) => id) : []))}
              />
            </th>
            {heads.map(([by, words]) => (
              <th key={by} className="p-1" aria-sort={sortBy === by ? 'ascending' : undefined}>
                <button type="button" className="min-h-8 font-semibold underline-offset-4 hover:underline" onClick={() => setSortBy(by)}>
                  {words}
                  {sortBy === by && ' ↓'}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((marker) => (
            <tr key={marker.id} className="border-b border-wall [content-visibility:auto]">
              <td className="px-2">
                <input
                  type="checkbox"
                  aria-label={`Tick ${marker.code}`}
                  className="size-5 accent-accent"
                  checked={ticked.has(marker.id)}
                  onChange={(event) => {
                    const next = new Set(ticked);
                    if (event.target.checked) next.add(marker.id);
                    else next.delete(marker.id);
                    setTicked(next);
                  }}
                />
              </td>
              <td>
                <button type="button" className="min-h-8 hover:underline" onClick={() => onChoose(marker.id)}>
                  <DoubleChip lab={marker.lab} code={marker.code} />
                </button>
              </td>
              <td>{marker.lab ? Math.round(marker.lab.L) : ''}</td>
              <td>{stateWord(marker) || 'good'}</td>
              <td>{marker.shownSource}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length < sorted.length && (
        <p className="mt-3 flex items-center gap-4">
          <Button onClick={() => setShownCount(shownCount + rowsAtOnce)}>
            Show {Math.min(rowsAtOnce, sorted.length - rows.length)} more
          </Button>
          <span className="text-sm text-soft">
            {rows.length} of {sorted.length}; "Tick all shown" and the order mean all of them.
          </span>
        </p>
      )}
    </div>
  );
}
