import type { Marker } from '#model/marker';
import type { Outside } from '#model/outside';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import type { HandStroke } from '#model/hand-stroke';
import type { Picture } from '#model/picture';
import { hexOfLab } from '#core/colour/lab';
import { labelsOf, regionIdsUnder } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import { wishedShares } from '#core/light/wished-shares';
import { type PullingCue, usualCuesPull } from '#core/light/cues-pull';
import { usualBlend } from './element-bands';
import type { HandStrokePx } from './hand-light';
import { type LampOver, lampInPx } from './lamp-over';
import type { OutsidePx } from './outside-bands';
import { paintBands, type Rgb } from './paint-bands';
import type { SceneBody, SceneFront } from './scene-bodies';
import { type BandRequest, openScene } from './scene';
import type { SceneElement } from './scene-element';
import type { SpotPx } from './spot-cover';
import { standingOfPicture } from './standing-of-picture';

export type BandsOfPicture = { /** Ids of the elements, in the order of the request. */ ids: string[]; request: BandRequest };

type Rows = Pick<ColouredPicture, 'elements' | 'bodies' | 'fronts' | 'cuts'> & {
  colouring: Pick<ColouredPicture['colouring'], 'strokes' | 'cuesPull'>;
};

/** What is asked of a scene for a picture: its elements that have a ladder and a place, soft spots last, and how its regions stand to each other. */
export function bandsOfPicture(picture: Rows, table: IndexedTable, lamp: LampOver, resolution: BandRequest['resolution']): BandsOfPicture {
  const { widthPx, frame } = table.table;
  const pxPerMm = widthPx / frame.widthMm;
  const coloured = picture.elements
    .flatMap((element) => sceneElement(element, picture, table, pxPerMm) ?? [])
    .sort((first, second) => Number(first.asked.spot !== undefined) - Number(second.asked.spot !== undefined));
  return {
    ids: coloured.map(({ id }) => id),
    request: {
      lamp: lampInPx(lamp, pxPerMm),
      resolution,
      elements: coloured.map(({ asked }) => asked),
      ...standingLabels(picture, table),
      blend: usualBlend,
      cuts: picture.cuts.map(({ at: [x, y], isCut }) => ({ x: x * pxPerMm, y: y * pxPerMm, isCut })),
      strokes: picture.colouring.strokes.map((stroke) => strokePx(stroke, pxPerMm)),
      marks: { marks: marksPx(table, pxPerMm), strength: picture.colouring.cuesPull ?? usualCuesPull },
      cleans: true,
    },
  };
}

/** An element as a scene asks for it; null where nothing of it is coloured. */
function sceneElement(
  element: ColouredElement,
  picture: Rows,
  table: IndexedTable,
  pxPerMm: number,
): { id: string; asked: SceneElement } | null {
  const { id, ladder, spot, outside } = element;
  if (!ladder) return null;
  if (outside) {
    const { shares } = wishedShares(ladder.rungs.length);
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

/** A usual pen stroke, in mm, and the area of a usual dot, in mm2: with them the ink of marks is told from their number. */
const penMm = 0.5;
const dotMm2 = 0.5;

function marksPx({ table }: IndexedTable, pxPerMm: number): PullingCue[] {
  return table.cues.map(({ kind, count, boundsMm, directionDeg = 0 }) => {
    const [left, top, width, height] = boundsMm;
    const angle = (directionDeg * Math.PI) / 180;
    const lengthMm = Math.min(width / (Math.abs(Math.sin(angle)) || 1e-6), height / (Math.abs(Math.cos(angle)) || 1e-6));
    const inkMm2 = count * (kind === 'hatching' ? penMm * lengthMm : dotMm2);
    const px = (mm: number) => mm * pxPerMm;
    return { boundsPx: [px(left), px(top), px(width), px(height)], density: inkMm2 / Math.max(0.1, width * height) };
  });
}

/** A soft spot in px of the picture. */
function spotPx({ strokes, softMm }: NonNullable<ColouredElement['spot']>, pxPerMm: number): SpotPx {
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
    fronts: fronts.flatMap(({ between, front }) => {
      if (front === null || bodyOf.get(between[0]) === bodyOf.get(between[1])) return [];
      return [{ front: labelOf(front), behind: labelOf(front === between[0] ? between[1] : between[0]) }];
    }),
  };
}

function rgbOfHex(hex: string): Rgb {
  return [1, 3, 5].map((start) => Number.parseInt(hex.slice(start, start + 2), 16)) as [number, number, number];
}

/** Colour shown for a rung whose marker has no colour: a grey of its place in the ladder. */
function greyOfRung(index: number, count: number): Rgb {
  const level = Math.round(225 - (150 * index) / Math.max(1, count - 1));
  return [level, level, level];
}

/** Colours of the rungs of the named elements, light to dark. */
export function coloursOfBands(
  picture: Pick<ColouredPicture, 'elements'> & { colouring: object },
  ids: readonly string[],
  markers: ReadonlyMap<string, Pick<Marker, 'lab'>>,
  /** Only the lightness of each, as a grey. Default false. */
  asLightness = false,
): Rgb[][] {
  const elements = new Map(picture.elements.map((element) => [element.id, element]));
  return ids.map((id) => {
    const rungs = elements.get(id)?.ladder?.rungs ?? [];
    return rungs.map(({ markerId }, index) => {
      const lab = markers.get(markerId)?.lab;
      if (!lab) return greyOfRung(index, rungs.length);
      return rgbOfHex(hexOfLab(asLightness ? { L: lab.L, a: 0, b: 0 } : lab));
    });
  });
}

/** A label map with every so many-th pixel of every so many-th row. */
function thinned(labels: Uint16Array, width: number, height: number, step: number) {
  const [columns, rows] = [Math.ceil(width / step), Math.ceil(height / step)];
  const data = new Uint16Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) data[row * columns + column] = labels[row * step * width + column * step] as number;
  }
  return { labels: data, width: columns, height: rows };
}

export type SmallPainting = { rgba: Uint8ClampedArray<ArrayBuffer>; width: number; height: number };

/**
 * A picture in the colours of its markers, small: from a label map thinned out until neither side is longer than `mostPx`.
 * @param labels row-major at the size of the table. @returns RGBA, transparent where nothing is coloured.
 */
export function paintSmall(
  picture: Rows,
  scene: { table: IndexedTable; labels: Uint16Array; lamp: LampOver; markers: ReadonlyMap<string, Pick<Marker, 'lab'>> },
  mostPx: number,
): SmallPainting {
  const { table, labels, lamp, markers } = scene;
  const { widthPx, heightPx } = table.table;
  const small = thinned(labels, widthPx, heightPx, Math.max(1, Math.ceil(Math.max(widthPx, heightPx) / mostPx)));
  // As if the picture had been read so small: all places in it follow.
  const smallTable: IndexedTable = { ...table, table: { ...table.table, widthPx: small.width, heightPx: small.height } };
  const { ids, request } = bandsOfPicture(picture, smallTable, lamp, 'full');
  const map = openScene(small.labels, small.width, small.height, { pxPerMm: small.width / table.table.frame.widthMm }).bandMap(request);
  return { rgba: paintBands(map, coloursOfBands(picture, ids, markers)), width: small.width, height: small.height };
}
