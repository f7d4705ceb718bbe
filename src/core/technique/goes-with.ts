import type { GoesWith, OwnGoesWith, Supply, SupplyKind } from '#model/supplies';
import data from './goes-with.json';

/** What goes with what, as rows that the maker adds to. Common practice, no source. */
export const knownGoesWith: readonly GoesWith[] = data.rows as GoesWith[];
/** What a paper, an ink, a pencil can be. */
export const sortsOf: Readonly<Record<SupplyKind, readonly string[]>> = data.sorts;
/** The name under which the markers stand in the table. */
export const alcoholInk = 'alcohol ink';

const unknown = 'Not in the table: test it on a scrap first.';

/** A thing as it is looked up: by its own name first, then by what it is. */
export type Named = { name: string; sort?: string | undefined };

const same = (one: string, other: string): boolean => one.trim().toLowerCase() === other.trim().toLowerCase();

/**
 * What two things do with each other; the maker's own words go before the table, names before sorts.
 * @param isOrdered whether only the one lying under the other counts, not the other way round. Default false.
 */
export function goesWith(one: Named, other: Named, own: readonly OwnGoesWith[] = [], isOrdered = false): GoesWith {
  const keys = ({ name, sort }: Named) => [name, ...(sort ? [sort] : [])];
  for (const rows of [own, knownGoesWith]) {
    for (const first of keys(one)) {
      for (const second of keys(other)) {
        const row = rows.find(
          (row) => (same(row.one, first) && same(row.other, second)) || (!isOrdered && same(row.one, second) && same(row.other, first)),
        );
        if (row) return row;
      }
    }
  }
  return { one: one.name, other: other.name, verdict: 'with care', words: unknown };
}

/** A supply by the name that a colouring has of it; one that is not there any more is known by its name only. */
export function supplyNamed(kind: SupplyKind, name: string, supplies: readonly Supply[]): Named & { isThere: boolean } {
  const own = supplies.find((supply) => supply.kind === kind && same(supply.name, name));
  return own ? { name: own.name, sort: own.sort, isThere: true } : { name, isThere: false };
}

/** The one of a kind that was taken last; undefined: none was. */
export function lastTaken(kind: SupplyKind, supplies: readonly Supply[]): Supply | undefined {
  return supplies
    .filter((supply) => supply.kind === kind && supply.takenTurn !== undefined)
    .sort((one, other) => (other.takenTurn ?? 0) - (one.takenTurn ?? 0))[0];
}
