import type { PrintedSheet } from '#model/printed-sheet';
import { codeAt, rulerMm } from '#core/swatch/page-layout';
import { drawnSheet } from '#core/swatch/swatch-sheet';
import { openPdf, type Pdf, ptPerMm } from './pdf-document';

const [usualPt, leastPt] = [9, 5];
/** A code may be as wide as the two cells over it. Signs are about half as wide as they are tall. */
const codeWidthMm = 33;

function drawShapes({ doc }: Pdf, sheet: PrintedSheet): void {
  for (const { points } of drawnSheet(sheet).shapes) {
    // Every shape is a box that stands upright.
    const [xs, ys] = [points.map(([x]) => x * ptPerMm), points.map(([, y]) => y * ptPerMm)];
    const [left, top, right, bottom] = [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
    doc.rect(left, top, right - left, bottom - top).fill('#000000');
  }
}

function writeWords(pdf: Pdf, sheet: PrintedSheet, number: number, of: number): void {
  const { heightMm, widthMm } = sheet.page;
  const write = (text: string, xMm: number, yMm: number, sizePt = usualPt) => pdf.write(text, { xMm, yMm, sizePt });
  const left = codeAt.xMm + codeAt.modules * codeAt.moduleMm + 6;
  write(`Swatch sheet ${sheet.sheet}${of > 1 ? `, page ${number} of ${of}` : ''}`, left, 12, 11);
  write('Print at 100 % on the paper you colour on. Left cell: one coat. Right cell: two coats.', left, 17);
  write('Fill the cells from rim to rim; let the first coat dry a moment, and all of it before you photograph.', left, 21);
  write('Keep the black marks and the paper between the cells bare.', left, 25);
  write('This line is 100 mm long.', (widthMm - rulerMm.length) / 2, heightMm - rulerMm.fromFoot + 4.5);
  const codes = new Map(sheet.codes.map(({ id, code }) => [id, code]));
  for (const { markerId, coats, xMm, yMm, heightMm: tall } of sheet.cells) {
    if (coats !== 1) continue;
    const code = codes.get(markerId) ?? markerId;
    const size = Math.max(leastPt, Math.min(usualPt, (codeWidthMm * ptPerMm) / (0.55 * Math.max(1, code.length))));
    write(code, xMm, yMm + tall + 3.6, size);
  }
}

/** Swatch sheets at true size, a page each, with the codes as text: PDF. */
export async function swatchPdf(sheets: readonly PrintedSheet[]): Promise<Uint8Array> {
  const pdf = openPdf({ title: 'Swatch sheet' });
  for (const [index, sheet] of sheets.entries()) {
    pdf.addPage(sheet.page.widthMm, sheet.page.heightMm);
    drawShapes(pdf, sheet);
    writeWords(pdf, sheet, index + 1, sheets.length);
  }
  return pdf.bytes();
}
