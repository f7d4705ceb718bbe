import type { RegionMap } from '#model/picture';
import type { FoundRegions } from './regions';

const hundredths = (value: number): number => Math.round(value * 100) / 100;

/**
 * Found regions as the make keeps them: measures in mm and lasting ids.
 * @param options.newId gives an id not used before.
 */
export function toRegionMap(found: FoundRegions, options: { pxPerMm: number; labelMap: string; newId: () => string }): RegionMap {
  const { pxPerMm, labelMap, newId } = options;
  return {
    labelMap,
    widthPx: found.width,
    heightPx: found.height,
    regions: found.regions.map(({ id, areaPx, bounds: [left, top, width, height], insidePx: [column, row], touchesEdge }) => ({
      id: newId(),
      label: id,
      areaMm2: hundredths(areaPx / pxPerMm ** 2),
      boundsMm: [hundredths(left / pxPerMm), hundredths(top / pxPerMm), hundredths(width / pxPerMm), hundredths(height / pxPerMm)],
      insideMm: [hundredths((column + 0.5) / pxPerMm), hundredths((row + 0.5) / pxPerMm)],
      touchesEdge,
    })),
  };
}
