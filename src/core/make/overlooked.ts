import { tooTinyMm2 } from './too-tiny';
import type { Element, Picture } from '#model/picture';
import type { Region } from '#model/region-table';
import { whiteRegions } from './picture-lookup';
import type { IndexedTable } from './region-tables';

/** A region that belongs to no element. `isTiny`: of a size that people often forget. */
export type WhiteRegion = { region: Region; isTiny: boolean };

/** White regions of a picture, the largest first. */
export function whiteBySize(picture: Picture, table: IndexedTable | undefined): WhiteRegion[] {
  return whiteRegions(picture, table)
    .toSorted((first, second) => second.areaMm2 - first.areaMm2 || first.label - second.label)
    .map((region) => ({ region, isTiny: region.areaMm2 < tooTinyMm2 }));
}

/** A region that lies far from all others of its element: was it meant? */
export type FarOff = { element: Element; region: Region; awayMm: number };

/** So far away, and so many times as far as the others are from each other. */
const farMm = 12;
const farTimes = 5;
/** Fewer regions than this say nothing of what is near. */
const leastRegions = 3;

/** Gap between the boxes of two regions, in mm; 0 where they overlap. */
function gapMm({ boundsMm: [x1, y1, w1, h1] }: Region, { boundsMm: [x2, y2, w2, h2] }: Region): number {
  const dx = Math.max(0, x2 - x1 - w1, x1 - x2 - w2);
  const dy = Math.max(0, y2 - y1 - h1, y1 - y2 - h2);
  return Math.hypot(dx, dy);
}

/** Elements with one region far off the rest. A row of things that all lie apart is none. */
export function farOffRegions(picture: Pick<Picture, 'elements'>, table: IndexedTable | undefined): FarOff[] {
  return picture.elements.flatMap((element) => {
    const regions = element.regionIds.flatMap((id) => table?.byId.get(id) ?? []);
    if (regions.length < leastRegions) return [];
    const away = regions
      .map((region) => ({ region, awayMm: Math.min(...regions.filter((other) => other !== region).map((other) => gapMm(region, other))) }))
      .sort((first, second) => second.awayMm - first.awayMm);
    const [farthest, next] = away;
    if (!farthest || !next || farthest.awayMm < farMm || farthest.awayMm < farTimes * Math.max(1, next.awayMm)) return [];
    return [{ element, ...farthest }];
  });
}
