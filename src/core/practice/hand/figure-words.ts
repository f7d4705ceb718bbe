import type { FigureScore } from './score-hand-sheet';

/** Marks under this are told. */
const told = 0.7;
/** Less of either is not worth a word. */
const [leastWhiteMm2, leastOverMm] = [1, 0.4] as const;

/** What went wrong with a figure of a practice sheet, in few words; "steady" where nothing did. */
export function figureWords({ marks, whiteMm2, overMm }: FigureScore): string {
  const words = [
    whiteMm2 >= leastWhiteMm2 ? `${whiteMm2.toFixed(0)} mm² white` : null,
    whiteMm2 < leastWhiteMm2 && (marks.white ?? 1) < told ? 'open at its base' : null,
    overMm >= leastOverMm ? `over the line by ${overMm.toFixed(1)} mm` : null,
    (marks.streak ?? 1) < told ? 'streaky' : null,
    (marks.step ?? 1) < told ? 'a hard step' : null,
    (marks.deeper ?? 1) < told ? 'second coat hardly deeper' : null,
    (marks.lighter ?? 1) < told ? 'middle hardly paler' : null,
  ].filter((own) => own !== null);
  return words.length > 0 ? words.join(', ') : 'steady';
}
