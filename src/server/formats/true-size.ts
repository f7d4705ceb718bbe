import { mmPerInch } from '#core/raster/resolution';
import { decoding } from '#server/decode/decoding';
import { PDFDocument, type PDFPage, rgb } from 'pdf-lib';
import { pdfWriter } from './pdf-text';

/** A point is 1/72 inch. */
const ptPerMm = 72 / mmPerInch;
const marginMm = 10;
const rulerHeightMm = 16;

export const paperSizes = {
  a4: { name: 'A4', widthMm: 210, heightMm: 297 },
  letter: { name: 'Letter', widthMm: 215.9, heightMm: 279.4 },
} as const;
export type PaperId = keyof typeof paperSizes;

/** The sheet as asked, upright or on its side; when the picture fits neither, a sheet of its own size. */
export function sheetFor(paper: PaperId, widthMm: number, heightMm: number): { name: string; widthMm: number; heightMm: number } {
  const wideMm = widthMm + 2 * marginMm;
  const tallMm = heightMm + 3 * marginMm + rulerHeightMm;
  const { name, ...own } = paperSizes[paper];
  if (wideMm <= own.widthMm && tallMm <= own.heightMm) return { name, ...own };
  if (wideMm <= own.heightMm && tallMm <= own.widthMm) return { name: `${name} on its side`, widthMm: own.heightMm, heightMm: own.widthMm };
  return { name: 'a sheet of its own', widthMm: Math.max(wideMm, own.widthMm), heightMm: Math.max(tallMm, own.heightMm) };
}

function drawRuler(page: PDFPage, bottomMm: number): void {
  const left = marginMm * ptPerMm;
  const line = (fromX: number, fromY: number, toX: number, toY: number) =>
    page.drawLine({ start: { x: fromX, y: fromY }, end: { x: toX, y: toY }, thickness: 0.5, color: rgb(0, 0, 0) });
  const middle = (bottomMm + 8) * ptPerMm;
  line(left, middle, left + 4 * 72, middle);
  for (let mm = 0; mm <= 100; mm++)
    line(left + mm * ptPerMm, middle, left + mm * ptPerMm, middle + (mm % 10 === 0 ? 12 : mm % 5 === 0 ? 8 : 5));
  for (let eighth = 0; eighth <= 32; eighth++) {
    const x = left + eighth * 9;
    line(x, middle, x, middle - (eighth % 8 === 0 ? 12 : eighth % 4 === 0 ? 8 : 5));
  }
}

/**
 * A PDF of one page with the picture at its true size and a ruler to check the printer by.
 * @param picture PNG, and its size on paper in mm.
 */
export async function trueSizePdf(
  picture: { name: string; png: Uint8Array; widthMm: number; heightMm: number },
  paper: PaperId,
): Promise<Uint8Array> {
  const sheet = sheetFor(paper, picture.widthMm, picture.heightMm);
  const document = await PDFDocument.create();
  document.setTitle(`${picture.name} at true size`);
  const page = document.addPage([sheet.widthMm * ptPerMm, sheet.heightMm * ptPerMm]);
  const image = await decoding(document.embedPng(picture.png));
  page.drawImage(image, {
    x: marginMm * ptPerMm,
    y: (sheet.heightMm - marginMm - picture.heightMm) * ptPerMm,
    width: picture.widthMm * ptPerMm,
    height: picture.heightMm * ptPerMm,
  });
  drawRuler(page, marginMm);
  const { write } = await pdfWriter(document);
  const left = marginMm * ptPerMm;
  const words = 'Print at 100 %, not "fit to page". The ruler is 100 mm long above its line and 4 inches below it.';
  write(page, words, { x: left, y: (marginMm - 3) * ptPerMm, size: 9 });
  write(page, picture.name, { x: left, y: (sheet.heightMm - marginMm + 2) * ptPerMm, size: 9 });
  return document.save();
}
