import type { Card } from '#model/card';
import type { Make } from '#model/make';
import { assemblyOrder } from '#core/assembly/assembly-order';
import { assemblyTasks } from '#core/assembly/tasks';
import { formatLength, type LengthUnit } from '#core/card/lengths';
import { counted } from '#core/make/counted';
import { numberedOutlines } from '#core/layout/drawn';
import { layoutInHand } from '#core/layout/first-layout';
import { frontOf, outlineOfFront } from '#core/layout/front';
import { heightsOf } from '#core/layout/heights';
import { type Beside, laidOut } from '#core/layout/laid';
import { supportOf } from '#core/layout/support';
import { boundsMm, movedMm, type OutlineMm } from '#core/outline/outline';
import { cautions } from '#core/technique/cautions';
import { drawOutline, flowing, lineMm, textPt } from './card-pdf-parts';
import { openPdf, type Pdf } from './pdf-document';
import { drawRuler, type PaperId, paperSizes, sheetFor } from './true-size';

export type LayoutPdfAsked = { make: Make; beside: Beside; cardId: string; paper: PaperId; unit: LengthUnit; isMirrored: boolean };

/** From the left top of the page to that of the card, in mm: what hangs over a little has room too. */
const [leftMm, topMm] = [16, 22];
/** A column beside the card is at least so wide. */
const leastColumnMm = 45;

/** A line of the list of what lies where, and of the steps: long ones go on below. */
function writeColumn(
  pdf: Pdf,
  lines: readonly string[],
  { xMm, yMm, widthMm, toMm }: { xMm: number; yMm: number; widthMm: number; toMm: number },
): string[] {
  let at = yMm;
  for (const [index, line] of lines.entries()) {
    const parts = pdf.lines(line, widthMm, 9);
    if (at + parts.length * 4.2 > toMm) return lines.slice(index);
    for (const part of parts) {
      pdf.write(part, { xMm, yMm: at, sizePt: 9 });
      at += 4.2;
    }
    at += 0.8;
  }
  return [];
}

/** Numbers stand so far from each other. */
const numberMm = 6;

/** The numbers of what is drawn: of papers in their left top corners beside each other, of all else in the middle. */
function writeNumber(pdf: Pdf, number: number, outline: OutlineMm, isPaper: boolean, written: { xMm: number; yMm: number }[]): void {
  const { xMm, yMm, widthMm, heightMm } = boundsMm(outline);
  const at = isPaper ? { xMm: xMm + 2 + 6 * (number - 1), yMm: yMm + 5 } : { xMm: xMm + widthMm / 2, yMm: yMm + heightMm / 2 + 1.2 };
  // Beside one that is there already.
  while (written.some((own) => Math.hypot(own.xMm - at.xMm, own.yMm - at.yMm) < numberMm)) at.xMm += numberMm;
  written.push(at);
  pdf.write(String(number), { ...at, sizePt: 11, style: 'bold', ...(isPaper ? {} : { align: 'middle' }) });
}

/**
 * A card as it is laid out at true size: numbered outlines to lay pieces on, what they are beside them, and the steps in their order, black on white; then its page inside where something lies there. Mirrored left to
 * right for work from behind or through a window. PDF.
 * @throws RangeError where the make has no such card.
 */
export async function layoutPdf({ make, beside, cardId, paper, unit, isMirrored }: LayoutPdfAsked): Promise<Uint8Array> {
  const card = (make.cards ?? []).find(({ id }) => id === cardId);
  if (!card) throw new RangeError('This make has no such card.');
  const pdf = openPdf({ title: `${make.name}, ${card.name}: layout at true size` });
  const front = frontOf(card);
  const laid = laidOut(make, card, beside, layoutInHand(make, card, beside));
  const sheet = sheetFor(paper, front.widthMm + leftMm, front.heightMm + topMm);
  pdf.addPage(sheet.widthMm, sheet.heightMm);
  const size = `${formatLength(front.widthMm, unit)} × ${formatLength(front.heightMm, unit)}`;
  pdf.write(`${card.name}, ${size}${isMirrored ? ', mirrored: from behind' : ''}`, { xMm: leftMm, yMm: 12, sizePt: 12, style: 'bold' });
  const onPage = (outline: OutlineMm) => movedMm(outline, leftMm, topMm);
  drawOutline(pdf, onPage(outlineOfFront(front)), { widthPt: 1.2 });
  const outlines = numberedOutlines(laid, front, { isMirrored });
  const written: { xMm: number; yMm: number }[] = [];
  const onFront = laid.filter(({ isInside }) => !isInside);
  for (const [index, { number, outlines: own, isDashed }] of outlines.entries()) {
    for (const outline of own) drawOutline(pdf, onPage(outline), { isDashed, widthPt: 0.6 });
    const [first] = own;
    if (first) writeNumber(pdf, number, onPage(first), onFront[index]?.sort === 'paper', written);
  }
  drawRuler(pdf, sheet);
  const list = outlines.map(({ number, name, raised }) => `${number}  ${name}${raised ? ', on foam' : ''}`);
  const steps = stepsInWords(make, card, beside, laid);
  const lines = ['Where it lies, from the back:', ...list, ...(steps.length > 0 ? ['Steps:', ...steps] : [])];
  const columnMm = sheet.widthMm - front.widthMm - leftMm - 14;
  const rest =
    columnMm >= leastColumnMm
      ? writeColumn(pdf, lines, { xMm: leftMm + front.widthMm + 7, yMm: topMm + 3, widthMm: columnMm, toMm: sheet.heightMm - 28 })
      : lines;
  if (rest.length > 0) {
    const flow = flowing(pdf, paperSizes[paper]);
    flow.heading(`${card.name}: where it lies, and the steps`);
    for (const line of rest) flow.line(line);
  }
  drawInside(pdf, card, laid, front, paper);
  return pdf.bytes();
}

function stepsInWords(make: Make, card: Card, beside: Beside, laid: ReturnType<typeof laidOut>): string[] {
  const front = frontOf(card);
  const support = supportOf(laid, heightsOf(laid), front, make.cardPlan?.likes);
  const order = assemblyOrder(assemblyTasks({ make, card, beside, laid, support }), card.placings);
  if ('problem' in order) return [order.problem];
  const care = [...new Set(order.tasks.flatMap((task) => task.care ?? []))];
  const minutes = (seconds: number) => (seconds >= 3600 ? counted(Math.round(seconds / 3600), 'hour') : `${Math.round(seconds / 60)} min`);
  return [
    ...order.tasks.map(
      ({ name, startSeconds, waitedFor }, index) =>
        `${index + 1}. ${name}${waitedFor ? ` (${waitedFor})` : ''}, from ${minutes(startSeconds)} on`,
    ),
    ...care.map((caution) => cautions[caution]),
  ];
}

/** The page inside at true size, where something lies there. */
function drawInside(pdf: Pdf, card: Card, laid: ReturnType<typeof laidOut>, front: ReturnType<typeof frontOf>, paper: PaperId): void {
  const inside = laid.filter(({ isInside }) => isInside);
  if (inside.length === 0) return;
  const sheet = sheetFor(paper, front.widthMm + leftMm, front.heightMm + topMm);
  pdf.addPage(sheet.widthMm, sheet.heightMm);
  pdf.write(`${card.name}, inside`, { xMm: leftMm, yMm: 12, sizePt: 12, style: 'bold' });
  drawOutline(pdf, movedMm(outlineOfFront(front), leftMm, topMm), { widthPt: 1.2 });
  for (const { outline, name } of inside) {
    const own = movedMm(outline, leftMm, topMm);
    drawOutline(pdf, own, { widthPt: 0.6 });
    const { xMm, yMm } = boundsMm(own);
    pdf.write(name, { xMm: xMm + 2, yMm: yMm + lineMm, sizePt: textPt });
  }
  drawRuler(pdf, sheet);
}
