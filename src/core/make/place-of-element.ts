import type { Element } from '#model/picture';
import type { PlaceMm } from '#model/reading';
import type { IndexedTable } from './region-tables';

/** A place well inside an element, in mm of its picture: in its largest area, or where a soft spot begins. Null: it has none on the picture. */
export function placeOfElement({ regionIds, spot }: Pick<Element, 'regionIds' | 'spot'>, { byId }: IndexedTable): PlaceMm | null {
  const first = spot?.strokes[0]?.points[0];
  if (first) return first;
  const regions = regionIds.flatMap((id) => byId.get(id) ?? []);
  return regions.length === 0 ? null : regions.reduce((most, own) => (own.areaMm2 > most.areaMm2 ? own : most)).insideMm;
}
