import type { Marker } from '#model/marker';
import { type LadderWarning, ladderWarnings } from '#core/markers/ladder-warnings';
import type { NoteLookup } from '#core/markers/pair-notes';
import type { LaidMark } from './lay-marks';

/** What helps against what may go wrong. Common practice, no source. */
const helps: Record<LadderWarning['kind'], string> = {
  dry: 'refill it, or take the one next to it',
  low: 'have it refilled before a large area',
  leaking: 'take the other cap off to even the pressure, then scribble on a scrap first',
  missing: 'take the nearest that you own',
  refuses: 'touch tip to tip, use fresh ink, or put a marker between',
  wide: 'go tip to tip, or put a marker between',
};

/**
 * What to mind at each mark: a marker's state where it is first picked up, a step where the second of the two meets the first.
 * @param markers of the ladder, light to dark. @returns words for each mark, none for most.
 */
export function mindsAtMarks(marks: readonly LaidMark[], markers: readonly (Marker | undefined)[], noteOf: NoteLookup): string[][] {
  const warnings = ladderWarnings(markers, noteOf);
  const told = new Set<LadderWarning>();
  const laid = new Set<number>();
  return marks.map(({ rung, tool }) => {
    if (rung === null || tool !== 'marker') return [];
    const isMet = ({ rung: at, isStep }: LadderWarning) =>
      isStep ? (rung === at && laid.has(at + 1)) || (rung === at + 1 && laid.has(at)) : rung === at;
    const own = warnings.filter((warning) => !told.has(warning) && isMet(warning));
    for (const warning of own) told.add(warning);
    laid.add(rung);
    return own.map(({ kind, words }) => `${words}: ${helps[kind]}`);
  });
}
