import type { Picture, RegionMap } from '#model/picture';
import type { RegionMatch } from './match-regions';
import type { PictureReading } from './read-picture';

const hundredths = (value: number): number => Math.round(value * 100) / 100;

export type RegionMapOptions = {
  pxPerMm: number;
  /** Where the label map is kept. */
  labelMap: string;
  /** Gives an id not used before. */
  newId: () => string;
  /** The reading before, when there was one: ids go on, and what found no match is listed. */
  before?: { picture: Picture; match: RegionMatch };
};

/** A reading of a picture as the make keeps it: measures in mm and lasting ids. */
export function toRegionMap({ found, cues, narrowestPx }: PictureReading, options: RegionMapOptions): RegionMap {
  const { pxPerMm, labelMap, newId, before } = options;
  const mm = (px: number) => hundredths(px / pxPerMm);
  const regions = found.regions.map(({ id: label, areaPx, bounds, insidePx: [column, row], touchesEdge }) => ({
    id: before?.match.idOfLabel[label] ?? newId(),
    label,
    areaMm2: hundredths(areaPx / pxPerMm ** 2),
    boundsMm: bounds.map(mm) as [number, number, number, number],
    insideMm: [mm(column + 0.5), mm(row + 0.5)] as [number, number],
    touchesEdge,
    narrowestMm: mm(narrowestPx[label] as number),
  }));
  const idOf = (label: number): string | null => (label === 0 ? null : (regions[label - 1]?.id ?? null));
  return {
    labelMap,
    widthPx: found.width,
    heightPx: found.height,
    regions,
    borders: found.adjacency.map(({ labels: [first, second], lengthPx }) => ({
      between: [idOf(first), idOf(second)],
      lengthMm: mm(lengthPx),
    })),
    cues: cues.map(({ kind, count, boundsPx, centrePx, directionDeg }) => ({
      kind,
      count,
      boundsMm: boundsPx.map(mm) as [number, number, number, number],
      centreMm: [mm(centrePx[0]), mm(centrePx[1])],
      ...(directionDeg === undefined ? {} : { directionDeg: hundredths(directionDeg) }),
      regionId: idOf(found.labels[Math.floor(centrePx[1]) * found.width + Math.floor(centrePx[0])] as number),
    })),
    lost: before ? lostRegions(before, idOf) : [],
  };
}

function lostRegions({ picture, match }: { picture: Picture; match: RegionMatch }, idOf: (label: number) => string | null) {
  const regions = new Map((picture.regionMap?.regions ?? []).map((region) => [region.id, region]));
  return match.lost.flatMap(({ id, intoLabel }) => {
    const region = regions.get(id);
    if (!region) return [];
    const elementId = picture.elements.find(({ regionIds }) => regionIds.includes(id))?.id ?? null;
    return [{ id, insideMm: region.insideMm, areaMm2: region.areaMm2, elementId, intoId: idOf(intoLabel) }];
  });
}
