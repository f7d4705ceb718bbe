import sharp from 'sharp';
import type { WrittenRecipe } from '#model/written-recipe';
import { lampWords } from '#core/light/lamp-words';
import { byId } from '#core/make/by-id';
import { counted } from '#core/make/counted';
import { cautions } from '#core/technique/cautions';
import { elementPieces, mapFigures, markPieces } from './element-block';
import { codesInLine, type Flow, type Piece, rule, space, textPieces } from './flow';
import { ledPicture } from './led-picture';
import type { SheetOf } from './sheet-of';

/** Room to write what is not known. */
const toFillIn = '____________________';

/** Markers light to dark by the lightness they were written with; those without a colour in the end. */
function layOutWords({ markers, elements }: WrittenRecipe): string {
  const known = byId(markers);
  const used = new Map(elements.flatMap(({ ladder }) => ladder).map(({ markerId, code }) => [markerId, code]));
  const lightness = (id: string) => known.get(id)?.lab?.L ?? -1;
  const sorted = [...used].sort(([one], [other]) => lightness(other) - lightness(one));
  // Two lines may share a code.
  const codes = sorted.map(([, code]) => code);
  return sorted
    .map(([id, code]) => (codes.filter((one) => one === code).length > 1 ? `${code} of ${known.get(id)?.line ?? 'another line'}` : code))
    .join(' · ');
}

/** What the sheet is of, and on what it is done. */
function headPieces(flow: Flow, { recipe, title }: SheetOf): Piece[] {
  const { pdf, room } = flow;
  const { picture, school, lamp, paper, lineInk, writtenOn, minds = [], markers } = recipe;
  const text = (words: string, options: Parameters<typeof textPieces>[3] = {}) => textPieces(pdf, words, room.width, options);
  const name = title.includes(picture.name) ? '' : `${picture.name}, `;
  return [
    ...text(title, { size: 'title', bold: true }),
    ...text(`${name}${Math.round(picture.widthMm)} × ${Math.round(picture.heightMm)} mm. Light ${lampWords(lamp)}. ${school.name}.`),
    ...text(
      `Paper: ${paper ?? toFillIn}   Line ink: ${lineInk ?? toFillIn}   Written: ${writtenOn ?? '____________'}   Coloured: ____________`,
    ),
    ...minds.flatMap((mind) => text(`! ${mind}`)),
    space(1),
    ...text(`${counted(markers.length, 'marker')}, light to dark:`, { bold: true }),
    ...text(layOutWords(recipe), { code: true }),
  ];
}

/** What is done in the end, in which order, what is left out, and the cautions. */
function endPieces(flow: Flow, recipe: WrittenRecipe): Piece[][] {
  const { pdf, columnMm } = flow;
  const text = (words: string, options: Parameters<typeof textPieces>[3] = {}) => textPieces(pdf, words, columnMm, options);
  const heading = (words: string) => [
    rule(pdf),
    ...text(words, { size: 'heading', bold: true }).map((piece) => ({ ...piece, holds: true })),
  ];
  const { finish = [], finishMinds = [], order = [], withoutLadder = [], leftWhite = 0 } = recipe;
  const missing = [
    ...withoutLadder.map((name) => `${name} (no ladder yet)`),
    ...(leftWhite > 0 ? [`${counted(leftWhite, 'area')} that stay white`] : []),
  ];
  return [
    ...(finish.length > 0
      ? [[...heading('In the end, the whole image'), ...markPieces(pdf, finish, columnMm), ...finishMinds.flatMap((mind) => text(mind))]]
      : []),
    ...(order.length > 0
      ? [
          [
            ...heading('In which order'),
            ...order.flatMap(({ name, codes, why }, index) => text(`${index + 1}  ${name}: ${codesInLine(codes)}. ${why}`)),
          ],
        ]
      : []),
    ...(missing.length > 0 ? [[...heading('Not in this recipe'), ...text(`${missing.join(', ')}.`)]] : []),
    [space(1), ...text(`${cautions.alcohol} Colours on paper and screen differ from the ink.`)],
  ];
}

/** The sheet for the desk: the lit picture with codes led to their places, each element's ladder, band map and marks, and what is done in the end. */
export async function deskSheet(flow: Flow, of: SheetOf, isGrey: boolean): Promise<void> {
  const { recipe, look, bandMap } = of;
  for (const piece of headPieces(flow, of)) flow.wide(piece);
  const image = look ? Buffer.from(look.bytes) : null;
  ledPicture(flow, of, image && isGrey ? await sharp(image).greyscale().jpeg({ quality: 90 }).toBuffer() : image);
  const markers = byId(recipe.markers);
  const figures = bandMap ? await mapFigures(flow.pdf, recipe, bandMap) : [];
  for (const [index, element] of recipe.elements.entries()) {
    const given = { element, number: index + 1, markers, figure: figures[index] ?? null, widthMm: flow.columnMm, isGrey };
    flow.together(elementPieces(flow.pdf, given));
  }
  for (const pieces of endPieces(flow, recipe)) flow.together(pieces);
}
