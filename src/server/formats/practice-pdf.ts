import { handLineMm, type HandSheet } from '#core/practice/hand/hand-sheet';
import { handTexts } from '#core/practice/hand/hand-texts';
import type { OutlineMm } from '#core/outline/outline';
import { codeAt, rulerMm } from '#core/swatch/page-layout';
import { openPdf, type Pdf, ptPerMm } from './pdf-document';

const usualPt = 9;

function trace({ doc }: Pdf, outline: OutlineMm): void {
  for (const [index, [xMm, yMm]] of outline.entries()) {
    if (index === 0) doc.moveTo(xMm * ptPerMm, yMm * ptPerMm);
    else doc.lineTo(xMm * ptPerMm, yMm * ptPerMm);
  }
  doc.closePath();
}

function drawFigures(pdf: Pdf, { figures, bars, marks }: HandSheet): void {
  const { doc } = pdf;
  for (const outline of [...marks.map(({ points }) => points), ...bars]) {
    trace(pdf, outline);
    doc.fill('#000000');
  }
  for (const { outline, part } of figures) {
    doc.lineWidth(handLineMm * ptPerMm);
    trace(pdf, outline);
    doc.undash().stroke('#000000');
    if (!part) continue;
    trace(pdf, part.outline);
    doc
      .dash(1.2 * ptPerMm, { space: 1.2 * ptPerMm })
      .stroke('#000000')
      .undash();
  }
}

/** Practice sheets at true size, a page each: PDF. Words stand well away from figures: ink there would be ink over a line. */
export async function practicePdf(sheets: readonly HandSheet[]): Promise<Uint8Array> {
  const pdf = openPdf({ title: 'Practice sheet' });
  for (const sheet of sheets) {
    const { widthMm, heightMm } = sheet.page;
    const { name, how } = handTexts[sheet.drill];
    pdf.addPage(widthMm, heightMm);
    drawFigures(pdf, sheet);
    const left = codeAt.xMm + codeAt.modules * codeAt.moduleMm + 6;
    const write = (text: string, xMm: number, yMm: number, sizePt = usualPt) => pdf.write(text, { xMm, yMm, sizePt });
    write(name, left, 12, 14);
    for (const [index, line] of how.entries()) write(line, left, 17.5 + 4 * index);
    write('Print at 100 %. Photograph it dry, from above, with its four black marks in the picture.', left, 26.5, 8);
    write('Air the room, keep ink from flame. The maker’s label goes before this.', left, 30, 7);
    write('This line is 100 mm long.', (widthMm - rulerMm.length) / 2, heightMm - rulerMm.fromFoot + 4.5);
  }
  return pdf.bytes();
}
