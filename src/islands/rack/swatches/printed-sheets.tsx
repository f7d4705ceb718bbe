import { useState } from 'react';
import { format } from 'date-fns';
import type { SwatchSheets } from '#model/api/swatch-sheets';
import type { PrintedSheet } from '#model/printed-sheet';
import { counted } from '#core/make/counted';
import { Button, buttonLook } from '#ui/controls/button.tsx';
import { codesOfSheet, printAddress } from './use-swatches';

type Props = { printed: SwatchSheets; isBusy: boolean; onPhotograph: (sheet: PrintedSheet) => void };

const shownAtOnce = 4;

/** The sheets that were printed, the newest first; each may be printed again, or coloured and photographed without paper. */
export function PrintedSheets({ printed: { sheets, unreadable }, isBusy, onPhotograph }: Props) {
  const [isAll, setAll] = useState(false);
  if (sheets.length === 0 && unreadable.length === 0) return null;
  return (
    <div>
      <h4 className="font-semibold">Printed so far</h4>
      <ul className="divide-y divide-edge border-y border-edge">
        {(isAll ? sheets : sheets.slice(0, shownAtOnce)).map((sheet) => (
          <li key={sheet.sheet} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2 text-sm" data-sheet={sheet.sheet}>
            <span className="min-w-52 flex-1">
              <span className="font-code">{codesOfSheet(sheet)}</span>, {counted(sheet.codes.length, 'marker')},{' '}
              {format(new Date(sheet.printedAt), 'd MMMM')}
            </span>
            <a href={printAddress([sheet.sheet])} target="_blank" rel="noreferrer" className={buttonLook('quiet')}>
              Print again
            </a>
            <Button weight="quiet" disabled={isBusy} onClick={() => onPhotograph(sheet)}>
              Try without paper
            </Button>
          </li>
        ))}
      </ul>
      {sheets.length > shownAtOnce && !isAll && (
        <Button weight="quiet" onClick={() => setAll(true)}>
          All {sheets.length}
        </Button>
      )}
      {unreadable.length > 0 && <p className="text-sm">Kept, and cannot be read: {unreadable.join(', ')}.</p>}
    </div>
  );
}
