import { entities, entryOf, kindsHeldBy, type RowKind } from '#model/entity';
import { mostPictureName, type Picture } from '#model/picture';
import { freshName } from './fresh-name';
import { soundRow } from './rules';
import { listIn, referencesOf, type Row, valueAt } from './rows';

function withValueAt(row: object, [name, ...rest]: readonly string[], value: string): object {
  if (name === undefined) return row;
  const inner = (row as Record<string, unknown>)[name];
  return { ...row, [name]: rest.length === 0 ? value : withValueAt(inner as object, rest, value) };
}

/**
 * A copy of a row with all that stands within it: kinds that the register says so get ids of their own, and what names them names the copies.
 * @param newId gives an id not used before. @param renewed ids of rows about it that are others in the copy.
 */
export function copyOfRow<T extends Row>(kind: RowKind, row: T, newId: () => string, renewed: ReadonlyMap<string, string> = new Map()): T {
  const ids = new Map(renewed);
  for (const held of kindsHeldBy(kind)) if (entryOf(held).renewsIds) for (const { id } of listIn(row, held)) ids.set(id, newId());
  const copied = (held: RowKind, one: Row): Row => {
    const id = (entryOf(held).renewsIds && ids.get(one.id)) || one.id;
    const own = { ...copyOfRow(held, one, newId, ids), id };
    return referencesOf(held).reduce<Row>((made, { at }) => {
      const named = valueAt(one, at);
      const other = typeof named === 'string' ? ids.get(named) : undefined;
      return other === undefined ? made : (withValueAt(made, at.split('.'), other) as Row);
    }, own);
  };
  const lists = kindsHeldBy(kind).map((held) => [entities[held].list.name, listIn(row, held).map((one) => copied(held, one))] as const);
  return soundRow(kind, { ...row, ...Object.fromEntries(lists) });
}

/**
 * A copy of a picture for the same make, with its regions, elements, mends and colourings: rows of its own, so that each can go its own way.
 * The names of mends stay: they are part of what the regions were read from, with others they would be read anew.
 * @param newId gives an id not used before.
 */
export function copyOfPicture(picture: Picture, others: readonly Picture[], newId: () => string): Picture {
  const { standsAtMm: _, ...kept } = copyOfRow('picture', picture, newId);
  return {
    ...kept,
    id: newId(),
    name: freshName(
      picture.name,
      others.map(({ name }) => name),
      { most: mostPictureName, from: 2 },
    ),
  };
}
