import type { OutlineMm } from '#core/outline/outline';
import { type Pdf, ptPerMm } from './pdf-document';

export const marginMm = 12;
export const textPt = 10;
const headingPt = 16;
export const lineMm = 5;

export type Page = { widthMm: number; heightMm: number };

export function drawOutline({ doc }: Pdf, outline: OutlineMm, { isDashed = false, widthPt = 0.8 } = {}): void {
  const [first, ...rest] = outline;
  if (!first) return;
  doc.moveTo(first[0] * ptPerMm, first[1] * ptPerMm);
  for (const [x, y] of rest) doc.lineTo(x * ptPerMm, y * ptPerMm);
  doc.closePath().lineWidth(widthPt);
  if (isDashed) doc.dash(4, { space: 3 });
  doc.stroke('#000000');
  if (isDashed) doc.undash();
}

/** Writes lines from the top of a page down, on as many pages as they take. @param fromMm on the page that is open. Default: on a new one. */
export function flowing(pdf: Pdf, page: Page, fromMm = Number.POSITIVE_INFINITY) {
  let yMm = fromMm;
  const room = (mm: number) => {
    if (yMm + mm <= page.heightMm - marginMm) return;
    pdf.addPage(page.widthMm, page.heightMm);
    yMm = marginMm + lineMm;
  };
  return {
    heading: (text: string) => {
      room(3 * lineMm);
      yMm += lineMm;
      pdf.write(text, { xMm: marginMm, yMm, sizePt: headingPt, style: 'bold' });
      yMm += 1.6 * lineMm;
    },
    line: (text: string, right = '') => {
      const lines = pdf.lines(text, page.widthMm - 2 * marginMm - (right === '' ? 0 : 30), textPt);
      for (const [index, own] of lines.entries()) {
        room(lineMm);
        pdf.write(own, { xMm: marginMm, yMm, sizePt: textPt });
        if (index === 0 && right !== '')
          pdf.write(right, { xMm: page.widthMm - marginMm, yMm, sizePt: textPt, style: 'code', align: 'right' });
        yMm += lineMm;
      }
    },
  };
}
