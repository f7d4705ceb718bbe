import { outsideRungs } from '#core/make/outside-rungs';
import type { ColouredElement } from '#model/coloured-picture';
import type { Make } from '#model/make';
import { type Element, mostElementName, type Picture } from '#model/picture';
import type { Region } from '#model/region-table';
import type { Outside } from '#model/outside';
import type { SpotStroke } from '#model/soft-spot';
import { freshName } from './fresh-name';
import type { IndexedTable } from './region-tables';

export function pictureById(make: Make | null | undefined, pictureId: string | null | undefined): Picture | undefined {
  return make?.pictures.find(({ id }) => id === pictureId);
}

/** The element each gathered region belongs to, by region id. */
export function ownersOf<E extends Element>(picture: { elements: readonly E[] }): ReadonlyMap<string, E> {
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

/** Regions that an element covers; of a soft spot those of what it lies on. */
export function regionIdsUnder(
  { elements }: { elements: readonly Pick<Element, 'id' | 'regionIds'>[] },
  { regionIds, spot }: Pick<Element, 'regionIds' | 'spot'>,
): readonly string[] {
  return spot ? (elements.find(({ id }) => id === spot.on)?.regionIds ?? []) : regionIds;
}

/** Whether anything of an element lies on the picture: an area, the paper outside, or, for a soft spot, an area of what it lies on. */
export function liesOnPicture(picture: Pick<Picture, 'elements'>, element: Element): boolean {
  return element.outside !== undefined || regionIdsUnder(picture, element).length > 0;
}

/** Area of an element in mm²; that of a soft spot is what its strokes would cover side by side. */
export function areaMm2Of(
  element: Pick<ColouredElement, 'regionIds' | 'spot' | 'outside' | 'ladder' | 'light'>,
  table: IndexedTable | undefined,
): number {
  if (element.outside)
    return outsideAreaMm2(
      element.outside,
      element.ladder ? outsideRungs(element.ladder.rungs.length, element.light) : usualOutsideRungs,
      table,
    );
  if (element.spot) return element.spot.strokes.reduce((sum, stroke) => sum + strokeAreaMm2(stroke), 0);
  return element.regionIds.reduce((sum, id) => sum + (table?.byId.get(id)?.areaMm2 ?? 0), 0);
}

function strokeAreaMm2({ points, radiusMm }: SpotStroke): number {
  const lengthMm = points.slice(1).reduce((sum, [x, y], index) => sum + Math.hypot(x - points[index]![0], y - points[index]![1]), 0);
  return Math.PI * radiusMm ** 2 + 2 * radiusMm * lengthMm;
}

/** A name not taken in the picture: "Element 3". */
export function freshElementName(picture: Pick<Picture, 'elements'>, wished = 'Element'): string {
  return freshName(
    wished,
    picture.elements.map(({ name }) => name),
    { most: mostElementName, from: 1 },
  );
}

/** Rungs that a halo or ground shadow has as a rule. */
const usualOutsideRungs = 2;

/** About how much paper a halo or ground shadow covers, in mm2: a halo as if it went round the box of the image. */
function outsideAreaMm2(outside: Outside, rungs: number, table: IndexedTable | undefined): number {
  if (outside.kind === 'ground')
    return (Math.PI / 4) * Math.hypot(outside.to[0] - outside.from[0], outside.to[1] - outside.from[1]) * outside.depthMm;
  const bounds = table?.table.regions.map(({ boundsMm }) => boundsMm) ?? [];
  if (bounds.length === 0) return 0;
  const across = (axis: 0 | 1) =>
    Math.max(...bounds.map((box) => box[axis] + box[(axis + 2) as 2 | 3])) - Math.min(...bounds.map((box) => box[axis]));
  return 2 * (across(0) + across(1)) * outside.stepMm * rungs;
}
