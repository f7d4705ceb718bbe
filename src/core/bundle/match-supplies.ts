import { dequal } from 'dequal/lite';
import type { School } from '#model/school';
import { mostSupplyName, type Supply } from '#model/supplies';
import { freshName } from '#core/make/fresh-name';

type Given = { supplies: readonly Supply[]; schools: readonly School[] };
export type SuppliesMatch = {
  supplies: Supply[];
  schools: School[] /** Ids of schools that are others here. */;
  schoolIds: Map<string, string>;
};

const key = ({ kind, name }: Supply): string => `${kind} ${name.trim().toLowerCase()}`;

/**
 * What of somebody else's papers, inks and own schools is not here. Papers and inks are told by their names; a school of one's own that is another under the same id
 * stays, and theirs comes beside it.
 * @param newId gives an id not used before.
 */
export function matchSupplies(theirs: Given, mine: Given, newId: () => string): SuppliesMatch {
  const [keys, ids] = [new Set(mine.supplies.map(key)), new Set(mine.supplies.map(({ id }) => id))];
  const supplies: Supply[] = [];
  for (const supply of theirs.supplies) {
    if (keys.has(key(supply))) continue;
    keys.add(key(supply));
    // What was last taken, how many sheets there are, what is left of them and what they cost is one's own.
    const { takenTurn: _, sheetsLeft: __, offcuts: ___, sheetPrice: ____, ...own } = supply;
    supplies.push({ ...own, id: ids.has(own.id) ? newId() : own.id });
  }
  const schoolIds = new Map<string, string>();
  const schools: School[] = [];
  for (const school of theirs.schools) {
    const same = mine.schools.find(({ id, ...own }) => dequal({ id: school.id, ...own }, school));
    if (same) schoolIds.set(school.id, same.id);
    else {
      const id = mine.schools.some((one) => one.id === school.id) ? newId() : school.id;
      const names = [...mine.schools, ...schools].map(({ name }) => name);
      const name = names.includes(school.name) ? freshName(school.name, names, { most: mostSupplyName, from: 2 }) : school.name;
      schoolIds.set(school.id, id);
      schools.push({ ...school, id, name });
    }
  }
  return { supplies, schools, schoolIds };
}
