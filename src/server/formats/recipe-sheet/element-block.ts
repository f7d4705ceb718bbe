import sharp from 'sharp';
import type { WrittenElement, WrittenMarker, WrittenMark, WrittenRecipe } from '#model/written-recipe';
import { bandPlaces } from '#core/scene/band-places';
import { greyOfBand, smallBandMap } from '#core/scene/small-band-map';
import type { KeptBandMap } from '#core/recipe/kept-band-map';
import type { Pdf } from '../pdf-document';
import { chipMm, drawChip } from './chips';
import { drawBox, drawImage, drawLine, type Piece, rule, space, textPieces, textSizes, numbered } from './flow';

/** Of a small band map on paper in mm, and its pixels along the longer side. */
const [mapMm, mapPx] = [27, 320] as const;
const rungMm = 5.4;
/** A number stands white on what is darker. */
const middleGrey = 140;
const headMm = 1.2;

/** An element's band map as a picture, with the numbers of its ladder in their bands. */
export type MapFigure = { wide: number; tall: number; draw: (xMm: number, yMm: number) => void };

/** Band maps of all elements of a recipe, made once; null where nothing of one lies on the map. */
export async function mapFigures(pdf: Pdf, recipe: WrittenRecipe, map: KeptBandMap): Promise<(MapFigure | null)[]> {
  const whole = { width: map.widthPx, height: map.heightPx, scale: 1 as const, elements: map.owners, bands: map.bands };
  const places = bandPlaces(
    whole,
    recipe.elements.map(({ ladder }) => ladder.length),
  );
  const pxOfMm = map.widthPx / recipe.picture.widthMm;
  const figures: (MapFigure | null)[] = [];
  for (const [index, { ladder, ways = [] }] of recipe.elements.entries()) {
    const small = ladder.length > 1 ? smallBandMap(whole, index + 1, ladder.length, mapPx) : null;
    if (!small) {
      figures.push(null);
      continue;
    }
    const { data, info } = await sharp(Buffer.from(small.rgba), { raw: { width: small.width, height: small.height, channels: 4 } })
      .png()
      .toBuffer({ resolveWithObject: true });
    if (info.width !== small.width) throw new Error('A band map became another size than it had.');
    const [left, top, boxWide, boxTall] = small.box;
    const scale = Math.min(mapMm / boxWide, mapMm / boxTall);
    const at = ([x, y]: readonly [number, number]) => [(x - left) * scale, (y - top) * scale] as const;
    const numbers = (places[index] ?? []).flatMap((place, band) => (place ? [{ band, at: at(place.inside) }] : []));
    figures.push({
      wide: boxWide * scale,
      tall: boxTall * scale,
      draw: (xMm, yMm) => {
        drawImage(pdf, data, [xMm, yMm, boxWide * scale, boxTall * scale]);
        for (const way of ways)
          drawWay(
            pdf,
            way.map(([x, y]) => at([x * pxOfMm, y * pxOfMm])),
            [xMm, yMm],
          );
        for (const { band, at: place } of numbers) {
          const hex = greyOfBand(band, ladder.length) < middleGrey ? '#ffffff' : '#000000';
          pdf.write(String(band + 1), { xMm: xMm + place[0], yMm: yMm + place[1] + 1.1, sizePt: 9, style: 'bold', hex, align: 'middle' });
        }
      },
    });
  }
  return figures;
}

/** One way of a stroke: a line with a head, white beneath so that it is seen on dark greys too. */
function drawWay(pdf: Pdf, way: readonly (readonly [number, number])[], [xMm, yMm]: readonly [number, number]): void {
  const points = way.map(([x, y]) => [xMm + x, yMm + y] as const);
  const [before, end] = [points.at(-2), points.at(-1)];
  if (!before || !end) return;
  const angle = Math.atan2(end[1] - before[1], end[0] - before[0]);
  const wing = (turn: number) => [end[0] - headMm * Math.cos(angle + turn), end[1] - headMm * Math.sin(angle + turn)] as const;
  const lines = [
    ...points.slice(1).map((to, index) => [points[index] ?? to, to] as const),
    [wing(0.5), end] as const,
    [wing(-0.5), end] as const,
  ];
  for (const [from, to] of lines) drawLine(pdf, from, to, 0.7, '#ffffff');
  for (const [from, to] of lines) drawLine(pdf, from, to, 0.25);
}

/** The ladder in double chips with its codes, its band map beside it. */
function ladderPiece(
  pdf: Pdf,
  element: WrittenElement,
  markers: ReadonlyMap<string, WrittenMarker>,
  figure: MapFigure | null,
  widthMm: number,
  isGrey: boolean,
): Piece {
  const { pt, lineMm } = textSizes.text;
  const textX = 4 + chipMm.width + 1.5;
  const roomMm = widthMm - textX - (figure ? figure.wide + 2 : 0);
  const rungs = [
    ...element.ladder.map(({ markerId, code, role, share, where }, index) => ({
      markerId,
      number: element.ladder.length > 1 ? String(index + 1) : '',
      code: pdf.lines(code, roomMm, pt, 'code'),
      said: pdf.lines(`${where ?? role}, ${Math.round(100 * share)} %`, roomMm, pt),
    })),
    ...(element.darker
      ? [
          {
            markerId: element.darker.markerId,
            number: '+',
            code: pdf.lines(element.darker.code, roomMm, pt, 'code'),
            said: ['second coat'],
          },
        ]
      : []),
  ];
  const tallOf = ({ code, said }: (typeof rungs)[number]) => Math.max(rungMm, (code.length + said.length) * lineMm + 0.8);
  const heightMm = Math.max(
    rungs.reduce((sum, rung) => sum + tallOf(rung), 0),
    figure ? figure.tall + 1 : 0,
  );
  return {
    heightMm: heightMm + 1,
    holds: true,
    draw: (xMm, yMm, wide) => {
      let y = yMm;
      for (const rung of rungs) {
        pdf.write(rung.number, { xMm, yMm: y + 3.2, sizePt: pt, style: 'bold' });
        drawChip(pdf, markers.get(rung.markerId), [xMm + 4, y], isGrey);
        let foot = y + 0.76 * lineMm;
        for (const [lines, style] of [
          [rung.code, 'code'],
          [rung.said, 'text'],
        ] as const)
          for (const line of lines) {
            pdf.write(line, { xMm: xMm + textX, yMm: foot, sizePt: pt, style });
            foot += lineMm;
          }
        y += tallOf(rung);
      }
      figure?.draw(xMm + wide - figure.wide, yMm);
    },
  };
}

/** Marks to be ticked off, each with what to mind at it. */
export function markPieces(pdf: Pdf, marks: readonly WrittenMark[], widthMm: number): Piece[] {
  const box = 2.8;
  return marks.flatMap(({ number, code, where, how, purpose, reach, minds = [] }) => {
    const text = `${number}  ${code}  ${where}, ${how}: ${purpose}${reach ? ` (${reach})` : ''}`;
    const lines = textPieces(pdf, text, widthMm, { indentMm: box + 1.6 });
    const [first, ...rest] = lines;
    const ticked: Piece[] = first
      ? [
          {
            ...first,
            draw: (xMm, yMm, wide) => {
              drawBox(pdf, [xMm, yMm + 0.5, box, box], { lineMm: 0.2 });
              first.draw(xMm, yMm, wide);
            },
          },
          ...rest,
        ]
      : [];
    return [...ticked, ...minds.flatMap((mind) => textPieces(pdf, `! ${mind}.`, widthMm, { indentMm: box + 1.6 }))];
  });
}

/** One element: its number and name, its ladder with its band map, what to mind, and its marks. */
export function elementPieces(
  pdf: Pdf,
  {
    element,
    number,
    markers,
    figure,
    widthMm,
    isGrey,
  }: {
    element: WrittenElement;
    number: number;
    markers: ReadonlyMap<string, WrittenMarker>;
    figure: MapFigure | null;
    widthMm: number;
    isGrey: boolean;
  },
): Piece[] {
  const heading = textPieces(pdf, numbered(number, element.name), widthMm, { size: 'heading', bold: true }).map((piece) => ({
    ...piece,
    holds: true,
  }));
  return [
    rule(pdf),
    ...heading,
    ...(element.school ? textPieces(pdf, element.school, widthMm).map((piece) => ({ ...piece, holds: true })) : []),
    space(0.8),
    ladderPiece(pdf, element, markers, figure, widthMm, isGrey),
    ...(element.notes ?? []).flatMap((note) => textPieces(pdf, `! ${note}`, widthMm)),
    ...markPieces(pdf, element.marks, widthMm),
    space(1.5),
  ];
}
