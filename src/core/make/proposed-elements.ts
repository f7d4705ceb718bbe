import type { Picture } from '#model/picture';
import type { Operation } from '#model/operation';
import { freshElementName, ownersOf } from './picture-lookup';
import type { IndexedTable } from './region-tables';

/** Areas that the reading proposes to be one element, as far as they belong to none yet: two or more. */
export function proposedElements(picture: Picture, { table, byId }: IndexedTable): string[][] {
  const owners = ownersOf(picture);
  return (table.alike ?? [])
    .map(({ regionIds }) => regionIds.filter((id) => byId.has(id) && !owners.has(id)))
    .filter(({ length }) => length > 1);
}

/** Takes proposed elements as they are, each with the next free name. */
export function takeProposed(picture: Picture, proposed: readonly (readonly string[])[], newId: () => string): Operation[] {
  let named = picture;
  return proposed.map((regionIds) => {
    const row = { id: newId(), name: freshElementName(named), regionIds: [...regionIds] };
    named = { ...named, elements: [...named.elements, row] };
    return { kind: 'put', entity: 'element', pictureId: picture.id, row };
  });
}
