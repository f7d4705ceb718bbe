import { pxPerMmOfTable } from '#core/make/scale';
import type { ColouredPicture } from '#model/coloured-picture';
import type { HandStroke } from '#model/hand-stroke';
import type { Make } from '#model/make';
import type { Marker } from '#model/marker';
import type { Outside } from '#model/outside';
import type { Picture } from '#model/picture';
import type { PlanElement, PlanSource } from '#model/plan-source';
import { labelsOf, regionIdsUnder } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import { ovalOutline } from '#core/raster/ink-outline';
import { type PullingCue, usualCuesPull } from '#core/light/cues-pull';
import { outsideRungs } from '#core/make/outside-rungs';
import { wishedShares } from '#core/light/wished-shares';
import { usualBlend } from '#core/scene/element-cuts';
import type { HandStrokePx } from '#core/scene/hand-light';
import { lampInPx } from '#core/scene/lamp-over';
import type { OutsidePx } from '#core/scene/outside-bands';
import type { SceneBody, SceneFront } from '#core/scene/scene-bodies';
import type { SceneElement } from '#core/scene/scene-element';
import type { SpotPx } from '#core/scene/spot-cover';
import { partsOfPicture } from '#core/scene/parts';
import { standingOfPicture } from '#core/scene/standing-of-picture';
import { elementWays } from '#core/scene/element-ways';
import type { StrokeWays } from '#core/scene/stroke-ways';
import { type PartPlace, whereabouts } from '#core/scene/whereabouts';
import { type PictureRecipe, type RecipeSources, recipeOfPicture } from '#core/technique/recipe';
import type { Entries } from './chain';
import { rungsOf, type SceneValuesOf, sceneEntries } from './scene-entries';

/** An element as it is coloured, and as a scene asks for it. */
type PlacedElement = { id: string; asked: SceneElement };

/** The whole plan: from documents in mm to the scene in px of the picture, and on to its bands. */
export type PlanValues = SceneValuesOf & {
  /** What the bands of the picture follow from, and what its reading found. */
  source: PlanSource;
  table: IndexedTable;

  sourceElements: PlanSource['elements'];
  standingRows: Pick<PlanSource, 'bodies' | 'fronts'>;
  standing: { bodies: SceneBody[]; fronts: SceneFront[] };
  placed: PlacedElement[];
  /** Ids of the elements, in the order of their numbers in the band map. */
  ids: string[];

  /** Row-major, 0 = paper outside, of the size of the table. */
  labels: Uint16Array;
  /** Where each rung lies, light to dark, for each element, part by part; neighbours are told by their place among the source's elements, from 1. */
  whereabouts: PartPlace[][][];
  /** Whose a label is among the source's elements, from 1, 0: nobody's; and which of them an element of the map is. */
  owners: { ownerOf: (label: number) => number; ownerOfElement: readonly number[] };
  /** Ids of elements whose strokes fall down: hair. */
  falling: readonly string[];
  /** Which way the strokes of each element go. */
  ways: StrokeWays[];
  /** What is written of a colouring: needs its make's school and the rack. */
  written: { make: Make; picture: ColouredPicture; rack: readonly Marker[]; sources: RecipeSources };
  recipe: PictureRecipe;
};

/** An element as a scene asks for it; null where nothing of it is coloured. */
function sceneElement(
  element: PlanElement,
  picture: { elements: readonly PlanElement[] },
  table: IndexedTable,
  pxPerMm: number,
): PlacedElement | null {
  const { id, ladder, spot, outside } = element;
  if (!ladder) return null;
  if (outside) {
    const { shares } = wishedShares(outsideRungs(ladder.rungs.length, element.light), element.light);
    return { id, asked: { labels: [], shares, outside: outsidePx(outside, pxPerMm) } };
  }
  const labels = labelsOf({ regionIds: [...regionIdsUnder(picture, element)] }, table);
  if (labels.length === 0) return null;
  // A soft spot lies in the light of what it lies on, and keeps no paper bare: that would be no spot.
  const { highlight: _, lamp: __, ...ofSpot } = element.light ?? {};
  const { lamp, ...wish } = spot ? { ...ofSpot, lamp: undefined } : (element.light ?? {});
  const wished = wishedShares(ladder.rungs.length, wish);
  const isByPlace = ladder.order === 'place' && !spot;
  return {
    id,
    asked: {
      labels,
      ...wished,
      ...(isByPlace ? { isByPlace } : {}),
      ...(lamp ? { lamp } : {}),
      ...(spot ? { spot: spotPx(spot, pxPerMm) } : {}),
    },
  };
}

function outsidePx(outside: Outside, pxPerMm: number): OutsidePx {
  if (outside.kind === 'halo') return { kind: 'halo', stepPx: outside.stepMm * pxPerMm };
  const place = ([x, y]: readonly [number, number]) => [x * pxPerMm, y * pxPerMm] as const;
  return { kind: 'ground', from: place(outside.from), to: place(outside.to), depthPx: outside.depthMm * pxPerMm };
}

function strokePx({ kind, points, radiusMm }: HandStroke, pxPerMm: number): HandStrokePx {
  return { kind, radiusPx: radiusMm * pxPerMm, points: points.map(([x, y]) => [x * pxPerMm, y * pxPerMm] as const) };
}

/** A usual pen stroke, in mm, and the area of a usual dot, in mm2: with them the ink of cues is told from their number. */
const penMm = 0.5;
const dotMm2 = 0.5;

function cuesPx({ table }: IndexedTable, pxPerMm: number): PullingCue[] {
  return table.cues.map(({ kind, count, boundsMm, outlineMm, directionDeg = 0 }) => {
    const [left, top, width, height] = boundsMm;
    const angle = (directionDeg * Math.PI) / 180;
    const lengthMm = Math.min(width / (Math.abs(Math.sin(angle)) || 1e-6), height / (Math.abs(Math.cos(angle)) || 1e-6));
    const inkMm2 = count * (kind === 'hatching' ? penMm * lengthMm : dotMm2);
    const px = (mm: number) => mm * pxPerMm;
    const outlinePx = outlineMm?.map(([x, y]) => [px(x), px(y)] as const) ?? ovalOutline([px(left), px(top), px(width), px(height)]);
    return { outlinePx, density: inkMm2 / Math.max(0.1, width * height) };
  });
}

/** A soft spot in px of the picture. */
function spotPx({ strokes, softMm }: NonNullable<PlanElement['spot']>, pxPerMm: number): SpotPx {
  return {
    softPx: softMm * pxPerMm,
    strokes: strokes.map(({ points, radiusMm }) => ({
      radiusPx: radiusMm * pxPerMm,
      points: points.map(([x, y]) => [x * pxPerMm, y * pxPerMm] as const),
    })),
  };
}

/** How the regions of a picture stand to each other, as labels; fronts within a body fall away, since nothing is before itself. */
export function standingLabels(
  picture: Pick<Picture, 'bodies' | 'fronts'>,
  table: IndexedTable,
): { bodies: SceneBody[]; fronts: SceneFront[] } {
  const { bodies, bodyOf, fronts } = standingOfPicture(picture, table);
  const labelOf = (id: string) => table.byId.get(id)?.label ?? 0;
  return {
    bodies: bodies
      .filter(({ regionIds, on, relief }) => regionIds.length > 1 || on !== undefined || relief !== undefined)
      .map(({ regionIds, on, relief }) => ({
        labels: regionIds.map(labelOf),
        ...(on === undefined ? {} : { on: labelOf(on) }),
        ...(relief ? { relief } : {}),
      })),
    fronts: fronts.flatMap(({ between, front, sureness }) => {
      if (front === null || bodyOf.get(between[0]) === bodyOf.get(between[1])) return [];
      return [{ front: labelOf(front), behind: labelOf(front === between[0] ? between[1] : between[0]), sureness }];
    }),
  };
}

/** From the documents to what a scene is asked for; then as the scene says. Each step says once what it is made of. */
export const planEntries: Entries<PlanValues> = {
  ...(sceneEntries as Entries<PlanValues>),
  sourceElements: { needs: ['source'], make: ({ source }) => source.elements, settles: true },
  standingRows: { needs: ['source'], make: ({ source: { bodies, fronts } }) => ({ bodies, fronts }), settles: true },
  pxPerMm: { needs: ['table'], make: ({ table }) => pxPerMmOfTable(table) },
  standing: { needs: ['standingRows', 'table'], make: ({ standingRows, table }) => standingLabels(standingRows, table) },
  bodies: { needs: ['standing'], make: ({ standing }) => standing.bodies, settles: true },
  fronts: { needs: ['standing'], make: ({ standing }) => standing.fronts, settles: true },
  // Elements that have a ladder and a place, soft spots last.
  placed: {
    needs: ['sourceElements', 'table', 'pxPerMm'],
    make: ({ sourceElements, table, pxPerMm }) =>
      sourceElements
        .flatMap((element) => sceneElement(element, { elements: sourceElements }, table, pxPerMm) ?? [])
        .sort((first, second) => Number(first.asked.spot !== undefined) - Number(second.asked.spot !== undefined)),
  },
  ids: { needs: ['placed'], make: ({ placed }) => placed.map(({ id }) => id), settles: true },
  elements: { needs: ['placed'], make: ({ placed }) => placed.map(({ asked }) => asked), settles: true },
  lamp: { needs: ['source', 'pxPerMm'], make: ({ source, pxPerMm }) => lampInPx(source.lamp, pxPerMm), settles: true },
  cuts: {
    needs: ['source', 'pxPerMm'],
    make: ({ source, pxPerMm }) => source.cuts.map(({ at: [x, y], isCut }) => ({ x: x * pxPerMm, y: y * pxPerMm, isCut })),
    settles: true,
  },
  strokes: {
    needs: ['source', 'pxPerMm'],
    make: ({ source, pxPerMm }) => source.colouring.strokes.map((stroke) => strokePx(stroke, pxPerMm)),
    settles: true,
  },
  cues: {
    needs: ['source', 'table', 'pxPerMm'],
    make: ({ source, table, pxPerMm }) => ({ cues: cuesPx(table, pxPerMm), strength: source.colouring.cuesPull ?? usualCuesPull }),
    settles: true,
  },
  blend: { needs: [], make: () => usualBlend },
  parts: { needs: ['labels', 'table'], make: ({ labels, table: { table } }) => partsOfPicture(labels, table.widthPx, table.heightPx) },
  // Whose each label is, among the source's elements from 1, whether it is coloured or not.
  owners: {
    needs: ['sourceElements', 'ids', 'table'],
    make: ({ sourceElements, ids, table }) => {
      const byLabel = new Map(
        sourceElements.flatMap((element, index) => labelsOf(element, table).map((label) => [label, index + 1] as const)),
      );
      const numberOf = new Map(sourceElements.map(({ id }, index) => [id, index + 1]));
      return { ownerOf: (label) => byLabel.get(label) ?? 0, ownerOfElement: ids.map((id) => numberOf.get(id) ?? 0) };
    },
  },
  whereabouts: {
    needs: ['bands', 'map', 'stage', 'elements', 'owners', 'pxPerMm'],
    make: ({ bands, map, stage, elements, owners, pxPerMm }) =>
      whereabouts({
        ...{ map: bands, labels: map.labels, pxPerMm: pxPerMm / map.scale, rungs: rungsOf(elements), ...owners },
        bodyOf: (label) => stage.bodyAt(label).labels[0] ?? label,
        isInFront: (front, behind) => stage.bodyAt(behind).isBehind(behind, front),
      }),
    settles: true,
  },
  falling: { needs: [], make: () => [] },
  ways: {
    needs: ['bands', 'map', 'elements', 'owners', 'ids', 'falling', 'pxPerMm'],
    make: ({ bands, map, elements, owners, ids, falling, pxPerMm }) =>
      elementWays({
        ...{ map: bands, labels: map.labels, pxPerMm: pxPerMm / map.scale, rungs: rungsOf(elements), ...owners },
        fallsDown: (element) => falling.includes(ids[element] ?? ''),
      }),
    settles: true,
  },
  recipe: {
    needs: ['written', 'table'],
    make: ({ written: { make, picture, rack, sources }, table }) => recipeOfPicture(make, picture, rack, table, sources),
  },
};
