import { type EntityKind, entities, entryOf, holdersOf, kindsHeldBy, type RowKind, rowKinds } from '#model/entity';
import type { Make } from '#model/make';
import { OperationError } from './operation-error';

/** Rows as the register (model/entity.ts) knows them: found, changed and walked over without a word on what they mean. */
export type Row = { id: string };

/** Within which rows a list stands, by the names that operations use: `pictureId`, `colouringId`. */
export type Place = Readonly<Record<string, string | undefined>>;

type Holder = Readonly<Record<string, unknown>>;

/** Rows of a kind in what holds them. */
export function listIn(holder: object, kind: RowKind): readonly Row[] {
  return (holder as Holder)[entities[kind].list.name] as readonly Row[];
}

/** @returns the words for a row that is not there. */
export function gone(kind: RowKind, id: string): OperationError {
  return new OperationError(`The ${entities[kind].list.of} has no ${kind} ${id}.`);
}

function rowIn(holder: object, kind: RowKind, id: string): Row {
  const row = listIn(holder, kind).find((one) => one.id === id);
  if (!row) throw gone(kind, id);
  return row;
}

const named = (kind: RowKind, place: Place): string => place[`${kind}Id`] ?? '';

/** What holds the list of a kind at a place: the make, a picture, a colouring. @throws OperationError when it is not there. */
export function holderOf(make: Make, kind: RowKind, place: Place): object {
  return holdersOf(kind).reduce<object>((holder, of) => rowIn(holder, of, named(of, place)), make);
}

/** Rows of a kind at a place. @throws OperationError when what holds them is not there. */
export function rowsOf(make: Make, kind: RowKind, place: Place): readonly Row[] {
  return listIn(holderOf(make, kind, place), kind);
}

function withList(
  holder: object,
  way: readonly RowKind[],
  kind: RowKind,
  place: Place,
  change: (rows: readonly Row[]) => readonly Row[],
): object {
  const [of, ...rest] = way;
  if (of === undefined) {
    const rows = listIn(holder, kind);
    const changed = change(rows);
    return changed === rows ? holder : { ...holder, [entities[kind].list.name]: changed };
  }
  const row = rowIn(holder, of, named(of, place));
  const changed = withList(row, rest, kind, place, change);
  if (changed === row) return holder;
  return { ...holder, [entities[of].list.name]: listIn(holder, of).map((one) => (one === row ? changed : one)) };
}

/** A make with another list of rows at a place; what is not touched stays the same object. @throws OperationError */
export function withRows(make: Make, kind: RowKind, place: Place, change: (rows: readonly Row[]) => readonly Row[]): Make {
  return withList(make, holdersOf(kind), kind, place, change) as Make;
}

export type PlacedList = { kind: RowKind; place: Place; rows: readonly Row[] };

/** Every list within a row or a make, in the order of the register; what is held by a row comes after the list it stands in. */
export function listsWithin(kind: EntityKind, holder: object, place: Place = {}): PlacedList[] {
  return kindsHeldBy(kind).flatMap((held) => {
    const rows = listIn(holder, held);
    const within = rows.flatMap((row) => listsWithin(held, row, { ...place, [`${held}Id`]: row.id }));
    return [{ kind: held, place, rows }, ...within];
  });
}

/** What stands at a path within a row ("spot.on"); undefined where there is nothing. */
export function valueAt(row: object, path: string): unknown {
  return path.split('.').reduce<unknown>((value, name) => (value as Record<string, unknown> | null | undefined)?.[name], row);
}

/** Where rows of a kind name others: path and kind. A row that is keyed names the one whose id it has. */
export function referencesOf(kind: EntityKind): { at: string; to: RowKind }[] {
  const { keyedBy, refers = [] } = entryOf(kind);
  return [...(keyedBy ? [{ at: 'id', to: keyedBy }] : []), ...refers] as { at: string; to: RowKind }[];
}

/** Kinds of rows that name rows of a kind, and where. */
export function referrersTo(kind: RowKind): { kind: RowKind; at: string }[] {
  return rowKinds.flatMap((other) => referencesOf(other).flatMap(({ at, to }) => (to === kind ? [{ kind: other, at }] : [])));
}

/** @throws OperationError when a row names one that is not there. */
export function checkReferences(make: Make, kind: RowKind, row: Row, place: Place): void {
  for (const { at, to } of referencesOf(kind)) {
    const id = valueAt(row, at);
    if (typeof id === 'string' && !rowsOf(make, to, place).some((one) => one.id === id)) throw gone(to, id);
  }
  for (const { kind: held, place: within, rows } of listsWithin(kind, row, { ...place, [`${kind}Id`]: row.id })) {
    if (referencesOf(held).length > 0) for (const one of rows) checkReferences(make, held, one, within);
  }
}

/**
 * A make without a row, and without all that names it.
 * @throws OperationError when it is not there, or its list would be empty and may not be.
 */
export function withoutRow(make: Make, kind: RowKind, id: string, place: Place): Make {
  const rows = rowsOf(make, kind, place);
  if (!rows.some((row) => row.id === id)) throw gone(kind, id);
  if (rows.length === 1 && entryOf(kind).isNeverEmpty) throw new OperationError(`A ${entities[kind].list.of} keeps one ${kind} at least.`);
  let left = withRows(make, kind, place, (own) => own.filter((row) => row.id !== id));
  for (const { kind: other, at } of referrersTo(kind)) {
    const about = listsWithin(entities[kind].list.of as EntityKind, holderOf(left, kind, place), place);
    for (const list of about) {
      if (list.kind !== other) continue;
      for (const row of list.rows) if (valueAt(row, at) === id) left = withoutRow(left, other, row.id, list.place);
    }
  }
  return left;
}
