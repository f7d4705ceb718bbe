import type { Picture } from '#model/picture';
import { type Frame, type RegionTable, regionTableVersion } from '#model/region-table';
import { ownersOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import type { RegionMatch } from './match-regions';
import type { PictureReading } from './read-picture';
import { isSureClosing } from './worth-closing';

const hundredths = (value: number): number => Math.round(value * 100) / 100;

export type RegionTableOptions = {
  pxPerMm: number;
  /** How the picture that was read is cut out. */
  frame: Frame;
  /** Highest number given to a region of this picture so far (picture.regionsGiven): new ones go on from there. */
  given: number;
  /** The reading before, when there was one: ids go on, and what found no match is listed. */
  before?: { elements: Picture['elements']; table: IndexedTable; match: RegionMatch };
};

/** What a reading of a picture found, as it is kept: measures in mm and lasting ids. */
export function toRegionTable(
  { found, cues, narrowestPx, scene, alike, openings }: PictureReading,
  options: RegionTableOptions,
): RegionTable {
  const { pxPerMm, frame, given, before } = options;
  let number = given;
  const mm = (px: number) => hundredths(px / pxPerMm);
  const regions = found.regions.map(({ id: label, areaPx, bounds, insidePx: [column, row], touchesEdge }) => ({
    id: before?.match.idOfLabel[label] ?? `r${++number}`,
    label,
    areaMm2: hundredths(areaPx / pxPerMm ** 2),
    boundsMm: bounds.map(mm) as [number, number, number, number],
    insideMm: [mm(column + 0.5), mm(row + 0.5)] as [number, number],
    touchesEdge,
    narrowestMm: mm(narrowestPx[label] as number),
  }));
  const idOf = (label: number): string | null => (label === 0 ? null : (regions[label - 1]?.id ?? null));
  return {
    schema: regionTableVersion,
    frame,
    widthPx: found.width,
    heightPx: found.height,
    regions,
    borders: found.adjacency.map(({ labels: [first, second], lengthPx }) => ({
      between: [idOf(first), idOf(second)],
      lengthMm: mm(lengthPx),
    })),
    cues: cues.map(({ kind, count, boundsPx, centrePx, outlinePx, directionDeg }) => ({
      kind,
      count,
      boundsMm: boundsPx.map(mm) as [number, number, number, number],
      centreMm: [mm(centrePx[0]), mm(centrePx[1])],
      outlineMm: outlinePx.map(([x, y]) => [mm(x), mm(y)] as [number, number]),
      ...(directionDeg === undefined ? {} : { directionDeg: hundredths(directionDeg) }),
      regionId: idOf(found.labels[Math.floor(centrePx[1]) * found.width + Math.floor(centrePx[0])] as number),
    })),
    lost: before ? lostRegions(before, idOf) : [],
    bodies: scene.bodies.map(({ labels, on, relief }) => ({
      regionIds: labels.flatMap((label) => idOf(label) ?? []),
      ...(on === undefined ? {} : { on: idOf(on) as string }),
      ...(relief ? { relief } : {}),
    })),
    alike: alike.map((labels) => ({ regionIds: labels.flatMap((label) => idOf(label) ?? []) })),
    openings: openings.map((closing) => ({
      fromMm: [mm(closing.from[0]), mm(closing.from[1])] as [number, number],
      toMm: [mm(closing.to[0]), mm(closing.to[1])] as [number, number],
      isSure: isSureClosing(closing, pxPerMm),
    })),
    fronts: scene.fronts.map(({ front, behind, sureness, atPx }) => ({
      front: idOf(front) as string,
      behind: idOf(behind) as string,
      sureness: hundredths(sureness),
      atMm: [mm(atPx[0]), mm(atPx[1])] as [number, number],
    })),
  };
}

function lostRegions({ elements, table, match }: NonNullable<RegionTableOptions['before']>, idOf: (label: number) => string | null) {
  const owners = ownersOf({ elements });
  return match.lost.flatMap(({ id, intoLabel }) => {
    const region = table.byId.get(id);
    if (!region) return [];
    return [{ id, insideMm: region.insideMm, areaMm2: region.areaMm2, elementId: owners.get(id)?.id ?? null, intoId: idOf(intoLabel) }];
  });
}
