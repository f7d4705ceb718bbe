import { PDFDocument, type PDFPage, rgb } from 'pdf-lib';
import type { PrintedSheet } from '#model/printed-sheet';
import { mmPerInch } from '#core/raster/resolution';
import { codeAt, rulerMm } from '#core/swatch/page-layout';
import { drawnSheet } from '#core/swatch/swatch-sheet';
import { type PdfWriter, pdfWriter } from './pdf-text';

const ptPerMm = 72 / mmPerInch;
const [usualPt, leastPt] = [9, 5];
/** A code may be as wide as the two cells over it. Signs are about half as wide as they are tall. */
const codeWidthMm = 33;

function drawShapes(page: PDFPage, sheet: PrintedSheet): void {
  const { heightMm } = sheet.page;
  for (const { points } of drawnSheet(sheet).shapes) {
    // Every shape is a box that stands upright.
    const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
    const [left, top, right, bottom] = [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
    page.drawRectangle({
      x: left * ptPerMm,
      y: (heightMm - bottom) * ptPerMm,
      width: (right - left) * ptPerMm,
      height: (bottom - top) * ptPerMm,
      color: rgb(0, 0, 0),
    });
  }
}

function writeWords(page: PDFPage, { write }: PdfWriter, sheet: PrintedSheet, number: number, of: number): void {
  const { heightMm, widthMm } = sheet.page;
  const at = (xMm: number, yMm: number, size = usualPt) => ({ x: xMm * ptPerMm, y: (heightMm - yMm) * ptPerMm, size });
  const left = codeAt.xMm + codeAt.modules * codeAt.moduleMm + 6;
  write(page, `Swatch sheet ${sheet.sheet}${of > 1 ? `, page ${number} of ${of}` : ''}`, at(left, 12, 11));
  write(page, 'Print at 100 % on the paper you colour on. Left cell: one coat. Right cell: two coats.', at(left, 17));
  write(page, 'Fill the cells from rim to rim; let the first coat dry a moment, and all of it before you photograph.', at(left, 21));
  write(page, 'Keep the black marks and the paper between the cells bare.', at(left, 25));
  write(page, 'This line is 100 mm long.', at((widthMm - rulerMm.length) / 2, heightMm - rulerMm.fromFoot + 4.5));
  const codes = new Map(sheet.codes.map(({ id, code }) => [id, code]));
  for (const { markerId, coats, xMm, yMm, heightMm: tall } of sheet.cells) {
    if (coats !== 1) continue;
    const code = codes.get(markerId) ?? markerId;
    const size = Math.max(leastPt, Math.min(usualPt, (codeWidthMm * ptPerMm) / (0.55 * Math.max(1, code.length))));
    write(page, code, at(xMm, yMm + tall + 3.6, size));
  }
}

/** Swatch sheets at true size, a page each, with the codes as text: PDF. */
export async function swatchPdf(sheets: readonly PrintedSheet[]): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  document.setTitle('Swatch sheet');
  const writer = await pdfWriter(document);
  for (const [index, sheet] of sheets.entries()) {
    const page = document.addPage([sheet.page.widthMm * ptPerMm, sheet.page.heightMm * ptPerMm]);
    drawShapes(page, sheet);
    writeWords(page, writer, sheet, index + 1, sheets.length);
  }
  return document.save();
}
