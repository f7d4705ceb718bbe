import { decoding } from '#server/decode/decoding';
import { openPdf, type Pdf, ptPerMm } from './pdf-document';

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

/** At the foot of a sheet: a ruler to check the printer by. */
export function drawRuler(pdf: Pdf, sheet: { heightMm: number }): void {
  const { doc } = pdf;
  const topMm = sheet.heightMm - marginMm - 8;
  const left = marginMm * ptPerMm;
  const line = (fromX: number, fromY: number, toX: number, toY: number) =>
    doc.moveTo(fromX, fromY).lineTo(toX, toY).lineWidth(0.5).stroke('#000000');
  const middle = topMm * ptPerMm;
  line(left, middle, left + 4 * 72, middle);
  for (let mm = 0; mm <= 100; mm++)
    line(left + mm * ptPerMm, middle, left + mm * ptPerMm, middle - (mm % 10 === 0 ? 12 : mm % 5 === 0 ? 8 : 5));
  for (let eighth = 0; eighth <= 32; eighth++) {
    const x = left + eighth * 9;
    line(x, middle, x, middle + (eighth % 8 === 0 ? 12 : eighth % 4 === 0 ? 8 : 5));
  }
  const words = 'Print at 100 %, not "fit to page". The ruler is 100 mm long above its line and 4 inches below it.';
  pdf.write(words, { xMm: marginMm, yMm: sheet.heightMm - marginMm + 3, sizePt: 9 });
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
  const pdf = openPdf({ title: `${picture.name} at true size` });
  pdf.addPage(sheet.widthMm, sheet.heightMm);
  await decoding(
    (async () =>
      pdf.doc.image(Buffer.from(picture.png), marginMm * ptPerMm, marginMm * ptPerMm, {
        width: picture.widthMm * ptPerMm,
        height: picture.heightMm * ptPerMm,
      }))(),
  );
  drawRuler(pdf, sheet);
  pdf.write(picture.name, { xMm: marginMm, yMm: marginMm - 2, sizePt: 9 });
  return pdf.bytes();
}
