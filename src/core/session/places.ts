import type { SessionPicture } from '#model/session';
import type { KeptBandMap } from '#core/recipe/kept-band-map';
import type { PlacedAreas } from '#core/technique/wet-areas-of-picture';

type Place = SessionPicture['places'][number];

/**
 * Parts a picture into the places that are coloured by themselves: its elements, and of those that do not stay wet long enough their wet areas one by one.
 * @param map its owners are places in `elementIds`, from 1. @param mmPerPx of the map.
 * @returns the map with its owners numbered by places, from 1.
 */
export function placesOfPicture(
  map: KeptBandMap,
  elementIds: readonly string[],
  areas: readonly PlacedAreas[],
  mmPerPx: number,
): { map: KeptBandMap; places: Place[] } {
  const parted = new Map(areas.filter((one) => one.areas.length > 1).map((one) => [one.elementId, one]));
  const places: Place[] = [];
  const firsts = elementIds.map((elementId) => {
    const first = places.length + 1;
    const own = parted.get(elementId);
    if (!own) places.push({ elementId, part: null });
    else places.push(...own.areas.map((_, index) => ({ elementId, part: index + 1 })));
    return first;
  });
  const owners = new Uint16Array(map.owners.length);
  for (let i = 0; i < owners.length; i++) {
    const owner = map.owners[i]!;
    const elementId = elementIds[owner - 1];
    if (owner === 0 || elementId === undefined) continue;
    const own = parted.get(elementId);
    const first = firsts[owner - 1] as number;
    owners[i] = own ? first + partAt(own, (i % map.widthPx) * mmPerPx, Math.floor(i / map.widthPx) * mmPerPx) - 1 : first;
  }
  return { map: { ...map, owners }, places };
}

/** So far, in px of the areas, an area is looked for round a place that lies in none: the two rasters are not the same. */
const mostPxAway = 6;

/** The wet area at a place in mm, from 1: the one that lies there, else the nearest. */
function partAt({ leftMm, topMm, pxPerMm, width, height, labels }: PlacedAreas, xMm: number, yMm: number): number {
  const [column, row] = [Math.round((xMm - leftMm) * pxPerMm), Math.round((yMm - topMm) * pxPerMm)];
  const at = (x: number, y: number) => (x < 0 || y < 0 || x >= width || y >= height ? 0 : (labels[y * width + x] as number));
  for (let far = 0; far <= mostPxAway; far++) {
    for (let dy = -far; dy <= far; dy++) {
      for (let dx = -far; dx <= far; dx += Math.abs(dy) === far ? 1 : Math.max(1, 2 * far)) {
        const label = at(column + dx, row + dy);
        if (label > 0) return label;
      }
    }
  }
  return 1;
}

/** Numbers of the places, from 1, that something goes over: of an element, all of it or one of its wet areas. */
export function placesOf(places: readonly Place[], items: readonly { elementId: string; part: number | null }[]): number[] {
  return places.flatMap((place, index) =>
    items.some(({ elementId, part }) => elementId === place.elementId && (part === null || place.part === null || part === place.part))
      ? [index + 1]
      : [],
  );
}
