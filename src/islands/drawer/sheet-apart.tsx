import { counted } from '#core/make/counted';
import type { SheetPart } from './sheet-parts';

type Props = {
  apart: { sheet: { sha256: string; heightMm: number }; parts: readonly SheetPart[]; left: ReadonlySet<number> };
  widthMm: number;
  onTurn: (place: number) => void;
};

/** A sheet with what was found on it: a tap leaves a stamp out, another takes it in. */
export function SheetApart({ apart: { sheet, parts, left }, widthMm, onTurn }: Props) {
  const share = (mm: number, of: number) => `${(100 * mm) / of}%`;
  return (
    <div className="space-y-1">
      <p>
        {parts.length === 0
          ? 'Nothing was found on it that stands apart. Put it in as it is.'
          : `${counted(parts.length, 'stamp')} found. Tap one to leave it out.`}
      </p>
      <div className="relative w-full max-w-3xl bg-paper" style={{ aspectRatio: `${widthMm} / ${sheet.heightMm}` }}>
        <img src={`/api/blobs/${sheet.sha256}`} alt="" className="absolute inset-0 size-full" />
        {parts.map(({ xMm, yMm, widthMm: wide, heightMm: high }, place) => (
          <button
            key={`${xMm} ${yMm}`}
            type="button"
            aria-pressed={!left.has(place)}
            aria-label={`Stamp ${place + 1}`}
            className={`absolute min-h-6 min-w-6 border-2 ${left.has(place) ? 'border-edge bg-paper/85' : 'border-ink hover:bg-ink/10'}`}
            style={{
              left: share(xMm, widthMm),
              top: share(yMm, sheet.heightMm),
              width: share(wide, widthMm),
              height: share(high, sheet.heightMm),
            }}
            onClick={() => onTurn(place)}
          >
            <span className="absolute top-0 left-0 bg-ink px-1 font-code text-sm text-paper">{place + 1}</span>
          </button>
        ))}
      </div>
    </div>
  );
}
