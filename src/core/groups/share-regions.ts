import type { ColouredPicture } from '#model/coloured-picture';
import type { Ladder } from '#model/ladder';
import type { Operation } from '#model/operation';
import { type Element, mostElementName } from '#model/picture';
import { nameOfColouring, treat } from '#core/make/coloured';
import { freshName } from '#core/make/fresh-name';
import { ownersOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';

/** Repeated regions, each with the place of its ladder among those given. */
export type SharedOut = { ladders: readonly Ladder[]; kindOf: ReadonlyMap<string, number>; name: string };

const sameLadder = (one: Ladder | undefined, other: Ladder): boolean =>
  one?.rungs.map(({ markerId }) => markerId).join(' ') === other.rungs.map(({ markerId }) => markerId).join(' ');

/** Of some regions the one that a soft spot lies on: the smallest whose bounds hold the middle of its first stroke. */
function regionUnder(
  { strokes }: NonNullable<Element['spot']>,
  regionIds: readonly string[],
  table: IndexedTable | undefined,
): string | undefined {
  const points = strokes[0]?.points ?? [];
  const place = points[Math.floor(points.length / 2)];
  const holding = regionIds
    .flatMap((id) => table?.byId.get(id) ?? [])
    .filter(({ boundsMm: [left, top, width, height] }) => {
      return place && place[0] >= left && place[0] <= left + width && place[1] >= top && place[1] <= top + height;
    });
  return holding.sort((one, other) => one.areaMm2 - other.areaMm2)[0]?.id ?? regionIds[0];
}

/**
 * Shares repeated regions out as elements, one for each ladder: an element that has the ladder already and loses nothing else is kept, what holds
 * nothing any more goes; soft spots go along with the region that they lie on. One list of operations, so that one undo takes it all back.
 * @param table measures of the regions: by them a soft spot's region is told. Without it, the first of what it lay on.
 */
export function shareRegions(
  picture: ColouredPicture,
  { ladders, kindOf, name }: SharedOut,
  newId: () => string,
  table?: IndexedTable,
): Operation[] {
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
  const nameOfNext = (): string => {
    const fresh = freshName(name, taken, { most: mostElementName, from: 1 });
    taken.add(fresh);
    return fresh;
  };
  const elementOf = new Map<string, string>();
  for (const [kind, ladder] of ladders.entries()) {
    const regionIds = [...kindOf].filter(([, own]) => own === kind).map(([id]) => id);
    const element = targets[kind] ?? rest.shift();
    const id = element?.id ?? newId();
    if (element) {
      operations.push({ kind: 'patch', entity: 'element', pictureId: picture.id, id, fields: { name: nameOfNext() } });
    } else {
      const row = { id, name: nameOfNext(), regionIds: [] };
      operations.push({ kind: 'put', entity: 'element', pictureId: picture.id, row });
    }
    operations.push(treat(nameOfColouring(picture), id, { ladder }));
    for (const regionId of regionIds) elementOf.set(regionId, id);
    const moved = regionIds.filter((regionId) => owners.get(regionId)?.id !== id);
    if (moved.length > 0) {
      const assignments = moved.map((regionId) => ({ regionId, elementId: id }));
      operations.push({ kind: 'assignRegions', pictureId: picture.id, assignments });
    }
  }
  const pictureId = picture.id;
  for (const element of picture.elements) {
    const host = element.spot && sources.find(({ id }) => id === element.spot?.on);
    if (!element.spot || !host) continue;
    const on = elementOf.get(regionUnder(element.spot, host.regionIds, table) ?? '');
    if (on === undefined) operations.push({ kind: 'remove', entity: 'element', pictureId, id: element.id });
    else if (on !== host.id)
      operations.push({ kind: 'patch', entity: 'element', pictureId, id: element.id, fields: { spot: { ...element.spot, on } } });
  }
  for (const { id } of rest) operations.push({ kind: 'remove', entity: 'element', pictureId: picture.id, id });
  return operations;
}
