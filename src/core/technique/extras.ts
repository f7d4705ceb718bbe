import type { Extra } from '#model/extra';
import type { SchoolPart } from '#model/school';
import type { cautions } from './cautions';
import extraData from './extras.json';
import { type LaidMark, marksOfPart } from './lay-marks';

/** One kind of what is laid beside a ladder: its marks, what must lie and be dry before it, and the caution that belongs to it. */
export type ExtraKind = {
  id: Extra;
  name: string;
  of: 'element' | 'picture';
  /** Extras that come before it, where both are wanted. */
  after: Extra[];
  marks: (SchoolPart & { driesS?: [number, number] })[];
  caution?: keyof typeof cautions;
};

/** All there are, as rows. Common practice, no source. */
export const extraKinds: readonly ExtraKind[] = extraData as ExtraKind[];

/** Of two extras, named by their names, the one that must be dry before the other. */
export type DryFirst = { one: string; other: string };

export type OrderedExtras = {
  kinds: ExtraKind[] /** Names of extras of which each waits for the next, and the last for the first; null: none do. */;
  cycle: string[] | null;
};

/**
 * Extras in the order in which they are laid: what must be dry first comes first.
 * @param dryFirst what the maker says beside it. Where it all goes round, the maker's own words are left out, and the round is told.
 */
export function orderExtras(wanted: readonly Extra[], dryFirst: readonly DryFirst[] = []): OrderedExtras {
  const own = extraKinds.filter(({ id }) => wanted.includes(id));
  const named = new Map(own.map(({ id, name }) => [name.toLowerCase(), id]));
  const before = new Map<Extra, Set<Extra>>(own.map(({ id, after }) => [id, new Set(after.filter((one) => wanted.includes(one)))]));
  for (const { one, other } of dryFirst) {
    const [first, second] = [named.get(one.toLowerCase()), named.get(other.toLowerCase())];
    if (first && second && first !== second) before.get(second)?.add(first);
  }
  const laid: ExtraKind[] = [];
  for (let left = own; left.length > 0; ) {
    const next = left.find(({ id }) => left.every((other) => !before.get(id)?.has(other.id)));
    if (!next) return { kinds: orderExtras(wanted).kinds, cycle: roundOf(left, before) };
    laid.push(next);
    left = left.filter((one) => one !== next);
  }
  return { kinds: laid, cycle: null };
}

/** Follows what waits for what until it comes back. */
function roundOf(left: readonly ExtraKind[], before: ReadonlyMap<Extra, ReadonlySet<Extra>>): string[] {
  const way: ExtraKind[] = [];
  let at = left[0] as ExtraKind;
  while (!way.includes(at)) {
    way.push(at);
    at = left.find(({ id }) => before.get(at.id)?.has(id)) as ExtraKind;
  }
  return way.slice(way.indexOf(at)).map(({ name }) => name);
}

/** The marks of an extra on an element of so many rungs; with one marker what names another takes that one, once. */
export function marksOfExtra({ marks }: ExtraKind, rungs: number): LaidMark[] {
  const laid = marks.flatMap(({ driesS, ...part }) =>
    marksOfPart(part, Math.max(1, rungs), 'fine').map((mark): LaidMark => ({ ...mark, ...(driesS ? { driesS } : {}) })),
  );
  return laid.filter((mark, index) => laid.findIndex((other) => other.tool === mark.tool && other.rung === mark.rung) === index);
}
