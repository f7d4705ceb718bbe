import type { Make } from '#model/make';
import type { Element, Picture } from '#model/picture';
import type { Region } from '#model/region-table';
import type { IndexedTable } from './region-tables';

export function pictureById(make: Make | null | undefined, pictureId: string | null | undefined): Picture | undefined {
  return make?.pictures.find(({ id }) => id === pictureId);
}

/** The element each gathered region belongs to, by region id. */
export function ownersOf(picture: Pick<Picture, 'elements'>): ReadonlyMap<string, Element> {
  return new Map(picture.elements.flatMap((element) => element.regionIds.map((id) => [id, element] as const)));
}

/** Regions that belong to no element: they stay white. */
export function whiteRegions(picture: Picture, table: IndexedTable | undefined): Region[] {
  const owners = ownersOf(picture);
  return (table?.table.regions ?? []).filter(({ id }) => !owners.has(id));
}

/** Labels of an element's regions in the label map. */
export function labelsOf(element: Pick<Element, 'regionIds'>, table: IndexedTable | undefined): number[] {
  return element.regionIds.flatMap((id) => table?.byId.get(id)?.label ?? []);
}

export function areaMm2Of(element: Pick<Element, 'regionIds'>, table: IndexedTable | undefined): number {
  return element.regionIds.reduce((sum, id) => sum + (table?.byId.get(id)?.areaMm2 ?? 0), 0);
}

/** A name not taken in the picture: "Element 3". */
export function freshElementName(picture: Pick<Picture, 'elements'>, wished = 'Element'): string {
  const taken = new Set(picture.elements.map(({ name }) => name));
  let number = 1;
  while (taken.has(`${wished} ${number}`)) number++;
  return `${wished} ${number}`;
}
