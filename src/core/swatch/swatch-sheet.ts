import { strToU8 } from 'fflate';
import { encode } from 'uqr';
import { digestOf } from '#core/make/digest';
import { besideMm, cellMm, codeAt, frameMm, gridOf, markInsetMm, markSizeMm, type PageName, pages, pitchMm, rulerMm } from './page-layout';

/** A printed solid black shape; points in mm from the left top of the page. */
export type SwatchShape = { points: [number, number][] };
/** A cell to be coloured: inside its frame, in mm from the left top of the page. */
export type SwatchCell = { markerId: string; coats: 1 | 2; xMm: number; yMm: number; widthMm: number; heightMm: number };

/** One page of a swatch sheet. The first four shapes are the corner marks, from the left top clockwise. */
export type SwatchLayout = {
  page: { widthMm: number; heightMm: number };
  /** Its number: a digest of its markers, their places and its size. */
  sheet: string;
  shapes: SwatchShape[];
  cells: SwatchCell[];
};

const box = (xMm: number, yMm: number, widthMm: number, heightMm: number): SwatchShape => ({
  points: [
    [xMm, yMm],
    [xMm + widthMm, yMm],
    [xMm + widthMm, yMm + heightMm],
    [xMm, yMm + heightMm],
  ],
});
const centred = (xMm: number, yMm: number, [widthMm, heightMm]: readonly [number, number]): SwatchShape =>
  box(xMm - widthMm / 2, yMm - heightMm / 2, widthMm, heightMm);

/** Middles of the corner marks, from the left top clockwise. */
export function markMiddles({ widthMm, heightMm }: SwatchLayout['page']): [number, number][] {
  return [
    [markInsetMm, markInsetMm],
    [widthMm - markInsetMm, markInsetMm],
    [widthMm - markInsetMm, heightMm - markInsetMm],
    [markInsetMm, heightMm - markInsetMm],
  ];
}

/** Modules of a sheet's number as a QR code (ISO/IEC 18004, version 1, correction M), row by row; true: dark. */
export function codeModules(sheet: string): boolean[][] {
  return encode(sheet, { ecc: 'M', border: 0, minVersion: 1, maxVersion: 1 }).data;
}

/** Dark modules, those side by side in a row as one shape. */
function codeShapes(sheet: string): SwatchShape[] {
  const { xMm, yMm, moduleMm } = codeAt;
  return codeModules(sheet).flatMap((row, down) => {
    const shapes: SwatchShape[] = [];
    for (let from = 0; from < row.length; from++) {
      if (!row[from]) continue;
      let to = from;
      while (row[to + 1]) to++;
      shapes.push(box(xMm + from * moduleMm, yMm + down * moduleMm, (to - from + 1) * moduleMm, moduleMm));
      from = to;
    }
    return shapes;
  });
}

/** The frame of a cell: its lines run along the cell's edges, half of them inside. */
function frameShapes({ xMm, yMm, widthMm, heightMm }: SwatchCell): SwatchShape[] {
  const half = frameMm / 2;
  return [
    box(xMm - half, yMm - half, widthMm + frameMm, frameMm),
    box(xMm - half, yMm + heightMm - half, widthMm + frameMm, frameMm),
    box(xMm - half, yMm + half, frameMm, heightMm - frameMm),
    box(xMm + widthMm - half, yMm + half, frameMm, heightMm - frameMm),
  ];
}

/** A line of 100 mm with a tick every 10. */
function rulerShapes({ widthMm, heightMm }: SwatchLayout['page']): SwatchShape[] {
  const { length, thickness, tick, fromFoot } = rulerMm;
  const [fromMm, yMm] = [(widthMm - length) / 2, heightMm - fromFoot];
  const ticks = Array.from({ length: length / 10 + 1 }, (_, index) =>
    box(fromMm + 10 * index - thickness / 2, yMm - tick, thickness, tick),
  );
  return [box(fromMm, yMm, length, thickness), ...ticks];
}

/** The number of a sheet: a digest of all that tells it from others. */
export const sheetNumber = (told: unknown): string =>
  `AQ${digestOf(strToU8(JSON.stringify(told)))
    .slice(0, 18)
    .toUpperCase()}`;

/** What stands on every sheet that is read from a photo: the corner marks, from the left top clockwise, its number, and a ruler. */
export function sheetMarks({ page, sheet }: Pick<SwatchLayout, 'page' | 'sheet'>): SwatchShape[] {
  const marks = markMiddles(page).map(([x, y], corner) => centred(x, y, corner === 0 ? markSizeMm.first : markSizeMm.square));
  return [...marks, ...codeShapes(sheet), ...rulerShapes(page)];
}

/** A page with all that is printed on it, from its number and its cells: as a sheet is kept. */
export function drawnSheet({ page, sheet, cells }: Pick<SwatchLayout, 'page' | 'sheet' | 'cells'>): SwatchLayout {
  return { page, sheet, shapes: [...sheetMarks({ page, sheet }), ...cells.flatMap(frameShapes)], cells };
}

/**
 * Lays out the sheets on which markers are measured: for each a cell for one coat and one for two, bare paper between, corner marks, a number that a machine
 * reads, a ruler. As many pages as it takes.
 * @throws RangeError for no marker at all.
 */
export function swatchSheet(markers: readonly { id: string; code: string }[], pageName: PageName): SwatchLayout[] {
  if (markers.length === 0) throw new RangeError('A swatch sheet needs at least one marker.');
  const page = pages[pageName];
  const { columns, rows, xMm, yMm } = gridOf(pageName);
  const most = columns * rows;
  return Array.from({ length: Math.ceil(markers.length / most) }, (_, number) => {
    const cells = markers.slice(number * most, (number + 1) * most).flatMap(({ id }, index): SwatchCell[] => {
      const [left, top] = [xMm + (index % columns) * pitchMm.across, yMm + Math.floor(index / columns) * pitchMm.down];
      const size = { widthMm: cellMm.width, heightMm: cellMm.height };
      return [
        { markerId: id, coats: 1, xMm: left, yMm: top, ...size },
        { markerId: id, coats: 2, xMm: left + cellMm.width + besideMm, yMm: top, ...size },
      ];
    });
    return drawnSheet({ page, sheet: sheetNumber([1, pageName, cells.map(({ markerId, coats }) => [markerId, coats])]), cells });
  });
}
