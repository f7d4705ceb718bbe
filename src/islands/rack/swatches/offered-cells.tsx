import { useEffect, useRef, useState } from 'react';
import type { ColourReading, Lab } from '#model/marker';
import type { PrintedSheet } from '#model/printed-sheet';
import { hexOfLab } from '#core/colour/lab';
import { counted } from '#core/make/counted';
import { canBeTaken, isTakenAtFirst, type Offered, type OfferedCell } from '#core/swatch/offered-cells';
import type { SwatchFlag } from '#core/swatch/read-swatches';
import { today } from '#islands/shared/today.ts';
import { Button } from '#ui/controls/button.tsx';
import { codesOfSheet } from './use-swatches';

type Props = {
  sheet: PrintedSheet;
  offered: Offered;
  paper: string | undefined;
  busy: boolean;
  onKeep: (readings: ColourReading[]) => void;
  onLeave: () => void;
};

const flagWords: Record<SwatchFlag, string> = {
  empty: 'nothing was coloured here',
  patchy: 'no one colour: streaky, or half filled',
  swapped: 'two coats are lighter than one: were the cells swapped?',
  clipped: 'brighter or darker than the picture can tell',
};
const coatWords = { 1: 'one coat', 2: 'two coats' } as const;
const keyOf = ({ markerId, coats }: Pick<OfferedCell, 'markerId' | 'coats'>) => `${markerId} ${coats}`;

/** All that speaks against a cell, in words. */
function wordsAgainst({ flags, looksLike }: OfferedCell): string[] {
  return [
    ...flags.map((flag) => flagWords[flag]),
    ...(looksLike ? [`looks like ${looksLike.code}, and ${looksLike.code} like this: were the two swapped?`] : []),
  ];
}

function Colour({ lab, words }: { lab: Lab | undefined; words: string }) {
  return (
    <span className="inline-flex items-center gap-1.5">
      <span
        aria-hidden
        className={`inline-block h-6 w-11 border ${lab ? 'border-ink' : 'border-dashed border-edge'}`}
        style={lab ? { background: hexOfLab(lab) } : {}}
      />
      <span className="font-code text-sm">{lab ? `L* ${Math.round(lab.L)}` : words}</span>
    </span>
  );
}

/** What was read, cell by cell beside what was known: nothing is kept before it is taken. */
export function OfferedCells({ sheet, offered: { cells, skipped }, paper, busy, onKeep, onLeave }: Props) {
  const [taken, setTaken] = useState<ReadonlySet<string>>(() => new Set(cells.filter(isTakenAtFirst).map(keyOf)));
  const [showsBefore, setShowsBefore] = useState(false);
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus(), []);
  const before = cells.filter(({ isReadBefore }) => isReadBefore);
  const rows = cells.filter(({ isReadBefore }) => showsBefore || !isReadBefore);
  const flagged = rows.filter((cell) => wordsAgainst(cell).length > 0);
  const turn = (key: string) =>
    setTaken((now) => {
      const next = new Set(now);
      if (!next.delete(key)) next.add(key);
      return next;
    });
  const keep = () =>
    onKeep(
      cells
        .filter((cell) => taken.has(keyOf(cell)))
        .map(
          ({ markerId, coats, lab, spread }): ColourReading => ({
            ...{ id: crypto.randomUUID(), markerId, coats, lab, spread, source: 'measured', on: today(), sheet: sheet.sheet },
            ...(paper === undefined ? {} : { paper }),
          }),
        ),
    );
  return (
    <section aria-labelledby="offered-heading" className="space-y-3 bg-paper p-5" data-offered={rows.length}>
      <h3 id="offered-heading" className="scroll-mt-4 text-lg" ref={heading} tabIndex={-1}>
        3. Take what was read of {codesOfSheet(sheet)}, on {paper ?? 'a paper nobody named'}
      </h3>
      <p>
        {counted(rows.length, 'cell')}; {flagged.length === 0 ? 'none looks odd' : `${counted(flagged.length, 'cell')} to look at first`}.
        {skipped.length > 0 && ` Skipped, since they are not in the rack any more: ${skipped.join(', ')}.`}
      </p>
      {before.length > 0 && (
        <p className="flex flex-wrap items-center gap-3">
          {counted(before.length, 'cell')} of this sheet {before.length === 1 ? 'was' : 'were'} read before, and{' '}
          {before.length === 1 ? 'is' : 'are'} not offered again.
          <Button weight="quiet" aria-pressed={showsBefore} onClick={() => setShowsBefore(!showsBefore)}>
            {showsBefore ? 'Leave them out' : 'Show them all the same'}
          </Button>
        </p>
      )}
      <div className="max-h-[60dvh] overflow-auto">
        <table className="w-full border-collapse text-sm">
          <thead className="sticky top-0 bg-paper text-left">
            <tr className="border-b-2 border-ink">
              {['Take', 'Marker', 'Read now', 'Before', 'Apart', 'Spread'].map((heading) => (
                <th key={heading} className="py-1 pr-3">
                  {heading}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="divide-y divide-wall">
            {[...flagged, ...rows.filter((cell) => !flagged.includes(cell))].map((cell) => (
              <CellRow key={keyOf(cell)} cell={cell} isTaken={taken.has(keyOf(cell))} onTurn={() => turn(keyOf(cell))} />
            ))}
          </tbody>
        </table>
      </div>
      <p className="flex flex-wrap gap-3">
        <Button weight="main" disabled={taken.size === 0 || busy} onClick={keep}>
          Keep {counted(taken.size, 'reading')}
        </Button>
        <Button weight="quiet" onClick={onLeave}>
          Leave it all
        </Button>
      </p>
    </section>
  );
}

function CellRow({ cell, isTaken, onTurn }: { cell: OfferedCell; isTaken: boolean; onTurn: () => void }) {
  const { marker, coats, lab, spread, former, deltaE, hasDrifted } = cell;
  const against = wordsAgainst(cell);
  return (
    <tr data-cell={`${marker.code} ${coats}`} className={against.length > 0 ? 'bg-wall' : ''}>
      <td className="py-1 pr-3 pl-1">
        <input
          type="checkbox"
          className="size-6 accent-accent"
          aria-label={`Take ${marker.code}, ${coatWords[coats]}`}
          checked={isTaken}
          disabled={!canBeTaken(cell)}
          onChange={onTurn}
        />
      </td>
      <td className="py-1 pr-3">
        <span className="font-code">{marker.code}</span>, {coatWords[coats]}
        {against.map((words) => (
          <span key={words} className="block">
            ▲ {words}
          </span>
        ))}
        {hasDrifted && against.length === 0 && <span className="block">This ink has changed, or the light has.</span>}
      </td>
      <td className="py-1 pr-3">
        <Colour lab={lab} words="" />
      </td>
      <td className="py-1 pr-3">
        <Colour lab={former?.lab} words="none" />
        {former && (
          <span className="block text-xs">
            {[former.paper ?? 'paper unknown', former.source === 'picked' ? 'picked by hand' : 'measured', former.on]
              .filter(Boolean)
              .join(', ')}
          </span>
        )}
      </td>
      <td className="py-1 pr-3 font-code">{deltaE === null ? '' : deltaE.toFixed(1)}</td>
      <td className="py-1 pr-3 font-code">{spread.toFixed(1)}</td>
    </tr>
  );
}
