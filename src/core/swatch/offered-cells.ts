import type { ColourReading, Lab, RackMarker } from '#model/marker';
import { deltaE00 } from '#core/colour/difference';
import { driftDeltaE } from '#core/markers/drift';
import { newestReading, readingsByMarker } from '#core/markers/readings';
import type { ReadCell, SwatchFlag } from './read-swatches';

/** A cell as it stands before it is taken: beside the former value, with all that speaks against it. */
export type OfferedCell = ReadCell & {
  marker: RackMarker;
  /** The newest reading before, of that paper where there is one. */
  former: ColourReading | null;
  /** From the former value, CIEDE2000. */
  deltaE: number | null;
  /** It was measured on this paper before, and lies apart from that: the ink has changed, or the light has. */
  hasDrifted: boolean;
  /** Another marker whose former value this is, while that one's cell shows this one's: the markers seem to be swapped. */
  looksLike: RackMarker | null;
  /** It was read from this sheet before, on this paper. */
  isReadBefore: boolean;
};

/** `skipped`: codes of cells whose markers are not in the rack any more. */
export type Offered = { cells: OfferedCell[]; skipped: string[] };

/** Beyond this from its own former value, and within that of another's, a cell looks like the other's (CIEDE2000). */
const [farFromOwn, nearOther] = [8, 3.5] as const;

/** Flags for which a cell is not taken unless the maker says so; an empty one never is. */
export const isTakenAtFirst = ({ flags, looksLike, isReadBefore }: OfferedCell): boolean =>
  flags.length === 0 && !looksLike && !isReadBefore;
export const canBeTaken = ({ flags }: { flags: readonly SwatchFlag[] }): boolean => !flags.includes('empty');

/** What was read of a sheet beside what was known. @param paper on which it was coloured; left out: nobody knows. */
export function offeredCells(
  read: readonly ReadCell[],
  sheet: { sheet: string; codes: readonly { id: string; code: string }[] },
  rack: { markers: readonly RackMarker[]; readings: readonly ColourReading[] },
  paper: string | undefined,
): Offered {
  const markers = new Map(rack.markers.map((marker) => [marker.id, marker]));
  const codes = new Map(sheet.codes.map(({ id, code }) => [id, code]));
  const readings = readingsByMarker(rack.readings);
  const skipped = new Set(read.filter(({ markerId }) => !markers.has(markerId)).map(({ markerId }) => codes.get(markerId) ?? markerId));
  const cells = read.flatMap((cell): OfferedCell[] => {
    const marker = markers.get(cell.markerId);
    if (!marker) return [];
    const own = readings.get(cell.markerId) ?? [];
    const former = newestReading(own, cell.coats, paper) ?? null;
    const isReadBefore = own.some((other) => other.sheet === sheet.sheet && other.coats === cell.coats && other.paper === paper);
    const deltaE = former && deltaE00(former.lab, cell.lab);
    const hasDrifted = former?.source === 'measured' && former.paper === paper && (deltaE ?? 0) > driftDeltaE;
    return [{ ...cell, marker, former, deltaE, hasDrifted, looksLike: null, isReadBefore }];
  });
  const looks = (cell: OfferedCell, former: Lab) => deltaE00(cell.lab, former) < nearOther;
  const odd = cells.filter(
    ({ coats, former, deltaE, flags }) => coats === 1 && former && (deltaE ?? 0) > farFromOwn && canBeTaken({ flags }),
  );
  for (const [at, one] of odd.entries())
    for (const other of odd.slice(at + 1)) {
      if (!one.former || !other.former || !looks(one, other.former.lab) || !looks(other, one.former.lab)) continue;
      one.looksLike = other.marker;
      other.looksLike = one.marker;
    }
  return { cells, skipped: [...skipped] };
}
