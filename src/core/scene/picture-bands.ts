import type { DistantLamp } from '#model/lamp';
import type { Marker } from '#model/marker';
import type { Picture } from '#model/picture';
import { hexOfLab } from '#core/colour/lab';
import { labelsOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import { usualShares } from '#core/markers/ladder';
import { paintBands, type Rgb } from './paint-bands';
import { type BandRequest, openScene } from './scene';

export type BandsOfPicture = { /** Ids of the elements, in the order of the request. */ ids: string[]; request: BandRequest };

/** What is asked of a scene for a picture: its elements that have a ladder and areas. */
export function bandsOfPicture(
  picture: Pick<Picture, 'elements'>,
  table: IndexedTable,
  lamp: DistantLamp,
  resolution: BandRequest['resolution'],
): BandsOfPicture {
  const coloured = picture.elements.filter((element) => element.ladder && element.regionIds.length > 0);
  return {
    ids: coloured.map(({ id }) => id),
    request: {
      lamp,
      resolution,
      elements: coloured.map((element) => ({
        labels: labelsOf(element, table),
        shares: [...usualShares(element.ladder?.rungs.length ?? 1)],
      })),
    },
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
  picture: Pick<Picture, 'elements'>,
  ids: readonly string[],
  markers: ReadonlyMap<string, Pick<Marker, 'lab'>>,
): Rgb[][] {
  const elements = new Map(picture.elements.map((element) => [element.id, element]));
  return ids.map((id) => {
    const rungs = elements.get(id)?.ladder?.rungs ?? [];
    return rungs.map(({ markerId }, index) => {
      const lab = markers.get(markerId)?.lab;
      return lab ? rgbOfHex(hexOfLab(lab)) : greyOfRung(index, rungs.length);
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
  picture: Pick<Picture, 'elements'>,
  scene: { table: IndexedTable; labels: Uint16Array; lamp: DistantLamp; markers: ReadonlyMap<string, Pick<Marker, 'lab'>> },
  mostPx: number,
): SmallPainting {
  const { table, labels, lamp, markers } = scene;
  const { widthPx, heightPx } = table.table;
  const small = thinned(labels, widthPx, heightPx, Math.max(1, Math.ceil(Math.max(widthPx, heightPx) / mostPx)));
  const { ids, request } = bandsOfPicture(picture, table, lamp, 'full');
  const map = openScene(small.labels, small.width, small.height).bandMap(request);
  return { rgba: paintBands(map, coloursOfBands(picture, ids, markers)), width: small.width, height: small.height };
}
