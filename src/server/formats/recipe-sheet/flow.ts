import type { RecipeSheet } from '#model/api/recipes';
import { type Pdf, ptPerMm } from '../pdf-document';

/** Sizes of sheets in mm (ISO 216 for A4 and A5; ANSI/ASME Y14.1 for Letter, halved). */
export const sheetSizes: Record<RecipeSheet['paper'], { widthMm: number; heightMm: number }> = {
  A4: { widthMm: 210, heightMm: 297 },
  Letter: { widthMm: 215.9, heightMm: 279.4 },
  A5: { widthMm: 148, heightMm: 210 },
  'Half Letter': { widthMm: 139.7, heightMm: 215.9 },
};

/** Paper all round that a printer may leave bare, and room of the foot, in mm. */
const [marginMm, footMm] = [9, 6] as const;
/** Between two columns. */
const gutterMm = 7;
/** Wider pages have two columns. */
const twoColumnsMm = 180;

/** Text on a sheet: its size in pt, and what a line of it takes in mm. Nothing is smaller than 9 pt. */
export const textSizes = {
  title: { pt: 17, lineMm: 8 },
  heading: { pt: 12, lineMm: 5.8 },
  text: { pt: 9, lineMm: 4.1 },
} as const;
export type TextSize = keyof typeof textSizes;

/** A piece of a sheet that is never parted: how tall it is, and how it is drawn with its left top at a place. */
export type Piece = {
  heightMm: number;
  draw: (xMm: number, yMm: number, widthMm: number) => void /** It stays with the piece after it. */;
  holds?: boolean;
};

/**
 * Pieces put below each other, in columns, on as many pages as they need. Pieces that belong together are put as one where they fit on a page; those of a longer list go
 * on in the next column.
 */
export function openFlow(pdf: Pdf, { widthMm, heightMm, foot }: { widthMm: number; heightMm: number; foot: string }) {
  const room = { left: marginMm, top: marginMm, width: widthMm - 2 * marginMm, height: heightMm - 2 * marginMm - footMm };
  const columns = widthMm >= twoColumnsMm ? 2 : 1;
  const columnMm = (room.width - (columns - 1) * gutterMm) / columns;
  let pages = 0;
  let [column, y] = [0, 0];
  // Where the columns of this page begin: below what stands over both.
  let top = 0;
  const turnPage = () => {
    pdf.addPage(widthMm, heightMm);
    pages++;
    [column, y, top] = [0, 0, 0];
  };
  const turnColumn = () => {
    if (column + 1 < columns) {
      column++;
      y = top;
    } else turnPage();
  };
  turnPage();
  const put = (piece: Piece) => {
    if (y > top && y + piece.heightMm > room.height) turnColumn();
    piece.draw(room.left + column * (columnMm + gutterMm), room.top + y, columnMm);
    y += piece.heightMm;
  };
  return {
    pdf,
    room,
    columnMm,
    /** Puts pieces in the columns, together where a column is tall enough for them. */
    together: (pieces: readonly Piece[]): void => {
      const tall = pieces.reduce((sum, { heightMm: own }) => sum + own, 0);
      if (y > 0 && y + tall > room.height && tall <= room.height) {
        // Where no column of this page is tall enough, the next page is.
        if (tall > room.height - top) turnPage();
        else turnColumn();
      }
      for (const [index, piece] of pieces.entries()) {
        const next = pieces[index + 1];
        if (piece.holds && next && y > top && y + piece.heightMm + next.heightMm > room.height) turnColumn();
        put(piece);
      }
    },
    /** Puts a piece over the whole width, below all that is there; on a page of its own beginning where it does not fit. */
    wide: (piece: Piece): void => {
      if (column > 0 || (y > 0 && y + piece.heightMm > room.height)) turnPage();
      piece.draw(room.left, room.top + y, room.width);
      y += piece.heightMm;
      top = y;
    },
    /** Room that is left on this page below what stands there, in mm. */
    left: (): number => (column > 0 ? 0 : room.height - y),
    turnPage,
    /** Numbers the pages, with what the sheet is of. */
    number: (): void => {
      for (let page = 0; page < pages; page++) {
        pdf.doc.switchToPage(page);
        const yMm = heightMm - marginMm;
        const said = `${page + 1} of ${pages}`;
        const roomMm = room.width - pdf.widthMm(said, 9) - 4;
        pdf.write(pdf.lines(foot, roomMm, 9)[0] ?? '', { xMm: room.left, yMm, sizePt: 9, hex: '#555555' });
        pdf.write(said, { xMm: room.left + room.width, yMm, sizePt: 9, hex: '#555555', align: 'right' });
      }
    },
  };
}
export type Flow = ReturnType<typeof openFlow>;

/** Lines of a text as pieces, one a line, so that a long one goes on in the next column. @param indentMm of all lines. */
export function textPieces(
  pdf: Pdf,
  text: string,
  widthMm: number,
  options: { size?: TextSize; bold?: boolean; code?: boolean; indentMm?: number } = {},
): Piece[] {
  const { size = 'text', bold = false, code = false, indentMm = 0 } = options;
  const { pt, lineMm } = textSizes[size];
  const style = code ? 'code' : bold ? 'bold' : 'text';
  return pdf.lines(text, widthMm - indentMm, pt, style).map((line) => ({
    heightMm: lineMm,
    draw: (xMm, yMm) => pdf.write(line, { xMm: xMm + indentMm, yMm: yMm + 0.76 * lineMm, sizePt: pt, style }),
  }));
}

/** The number of an element before its name, however that is read (Unicode Bidirectional Algorithm: a mark that is read from the left parts them). */
export const numbered = (number: number, name: string): string => `${number}\u200E ${name}`;

/** Codes beside each other: parted by a dot where one of them has a space in it. */
export const codesInLine = (codes: readonly string[]): string => codes.join(codes.some((code) => code.includes(' ')) ? ' · ' : ' ');

/** Bare room. */
export const space = (heightMm: number): Piece => ({ heightMm, draw: () => {} });

/** A fine line over the whole width. */
export function rule(pdf: Pdf): Piece {
  return { heightMm: 1.6, draw: (xMm, yMm, widthMm) => drawLine(pdf, [xMm, yMm + 0.5], [xMm + widthMm, yMm + 0.5], 0.25), holds: true };
}

const pt = (mm: number): number => mm * ptPerMm;

/** A line between two places, in mm. */
export function drawLine(
  { doc }: Pdf,
  from: readonly [number, number],
  to: readonly [number, number],
  thickMm: number,
  hex = '#000000',
): void {
  doc.moveTo(pt(from[0]), pt(from[1])).lineTo(pt(to[0]), pt(to[1])).lineWidth(pt(thickMm)).stroke(hex);
}

/** A box, in mm; filled or only drawn round. */
export function drawBox(
  { doc }: Pdf,
  [x, y, wide, tall]: readonly [number, number, number, number],
  look: { fillHex?: string; lineMm?: number; dashed?: boolean },
): void {
  if (look.fillHex) doc.rect(pt(x), pt(y), pt(wide), pt(tall)).fill(look.fillHex);
  if (look.lineMm === undefined) return;
  if (look.dashed) doc.dash(2, { space: 2 });
  doc.rect(pt(x), pt(y), pt(wide), pt(tall)).lineWidth(pt(look.lineMm)).stroke('#000000');
  doc.undash();
}

/** A picture in a box, in mm. */
export function drawImage({ doc }: Pdf, bytes: Buffer, [x, y, wide, tall]: readonly [number, number, number, number]): void {
  doc.image(bytes, pt(x), pt(y), { width: pt(wide), height: pt(tall) });
}
