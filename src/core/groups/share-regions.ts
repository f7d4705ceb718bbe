import type { Ladder } from '#model/ladder';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import { ownersOf } from '#core/make/picture-lookup';

/** Repeated regions, each with the place of its ladder among those given. */
export type SharedOut = { ladders: readonly Ladder[]; kindOf: ReadonlyMap<string, number>; name: string };

const sameLadder = (one: Ladder | undefined, other: Ladder): boolean =>
  one?.rungs.map(({ markerId }) => markerId).join(' ') === other.rungs.map(({ markerId }) => markerId).join(' ');

/**
 * Shares repeated regions out as elements, one for each ladder: an element that has the ladder already and loses nothing else is kept, what holds
 * nothing any more goes. One list of operations, so that one undo takes it all back.
 */
export function shareRegions(picture: Picture, { ladders, kindOf, name }: SharedOut, newId: () => string): Operation[] {
  const owners = ownersOf(picture);
  const shared = new Set(kindOf.keys());
  // Elements that hold nothing but what is shared out: they are used again, or go.
  const sources = picture.elements.filter(
    ({ regionIds, spot, outside }) => !spot && !outside && regionIds.length > 0 && regionIds.every((id) => shared.has(id)),
  );
  const open = new Set(sources);
  const taken = new Set(picture.elements.filter((element) => !open.has(element)).map((element) => element.name));
  const targets = ladders.map((ladder) => {
    const again = [...open].find((element) => sameLadder(element.ladder, ladder));
    if (again) open.delete(again);
    return again ?? null;
  });
  const rest = [...open];
  const operations: Operation[] = [];
  let number = 0;
  const freshName = (): string => {
    for (;;) {
      number++;
      const wished = `${name} ${number}`;
      if (!taken.has(wished)) {
        taken.add(wished);
        return wished;
      }
    }
  };
  for (const [kind, ladder] of ladders.entries()) {
    const regionIds = [...kindOf].filter(([, own]) => own === kind).map(([id]) => id);
    const element = targets[kind] ?? rest.shift();
    const id = element?.id ?? newId();
    if (element) {
      operations.push({ kind: 'patch', entity: 'element', pictureId: picture.id, id, fields: { name: freshName(), ladder } });
    } else {
      const row = { id, name: freshName(), regionIds: [], ladder };
      operations.push({ kind: 'put', entity: 'element', pictureId: picture.id, row });
    }
    const moved = regionIds.filter((regionId) => owners.get(regionId)?.id !== id);
    if (moved.length > 0) {
      const assignments = moved.map((regionId) => ({ regionId, elementId: id }));
      operations.push({ kind: 'assignRegions', pictureId: picture.id, assignments });
    }
  }
  for (const { id } of rest) operations.push({ kind: 'remove', entity: 'element', pictureId: picture.id, id });
  return operations;
}
