import type { Make } from '#model/make';
import type { Supply } from '#model/supplies';
import { cutInWords, pieceNames, scoresInWords } from '#core/card/cut-words';
import { lengthInBoth, type LengthUnit } from '#core/card/lengths';
import { type PaperGroup, paperGroups, wholeSheet } from '#core/card/paper-plan';
import { cutSteps } from '#core/cutting/cut-list';
import { cutPlan } from '#core/cutting/cut-plan';
import { type CutNode, partsOf } from '#core/cutting/cut-tree';
import { counted } from '#core/make/counted';
import { namedOutline } from '#core/outline/named-shapes';
import { movedTo } from '#core/outline/outline';
import { drawOutline, flowing, lineMm, marginMm, type Page } from './card-pdf-parts';
import type { Pdf } from './pdf-document';

/** So much of a page a sheet is drawn on at the most. */
const drawnShare = 0.42;

/** A sheet in its proportions with its parts and the names of its pieces, from a place of the page on. */
function drawSheet(pdf: Pdf, tree: CutNode, names: ReadonlyMap<string, string>, page: Page, topMm: number): void {
  const scale = Math.min((page.widthMm - 2 * marginMm) / tree.widthMm, (drawnShare * page.heightMm) / tree.heightMm);
  for (const node of partsOf(tree)) {
    if (node.cut || node.widthMm === 0 || node.heightMm === 0) continue;
    const [wide, high] = [scale * node.widthMm, scale * node.heightMm];
    const [left, top] = [marginMm + scale * node.xMm, topMm + scale * node.yMm];
    drawOutline(pdf, movedTo(namedOutline('rectangle', wide, high), left, top), { widthPt: 0.5, isDashed: node.piece === undefined });
    if (node.piece === undefined) continue;
    const words = names.get(node.piece) ?? 'a piece';
    pdf.write(words, { xMm: left + wide / 2, yMm: top + high / 2 + 1, sizePt: Math.min(8, Math.max(4, wide / 4)), align: 'middle' });
  }
}

function writeGroup(pdf: Pdf, { paper, supply, needs, request }: PaperGroup, page: Page, unit: LengthUnit): void {
  const names = pieceNames(needs);
  const flow = flowing(pdf, page);
  flow.heading(`Cut from ${paper}`);
  for (const { key, widthMm, heightMm, needed, done } of needs)
    flow.line(`${names.get(key)}: ${lengthInBoth(widthMm, unit)} × ${lengthInBoth(heightMm, unit)}`, `${Math.max(0, needed - done)} ×`);
  if (!request) {
    flow.line(`Nobody said how large a sheet of ${paper} is: say it at Paper and ink.`);
    return;
  }
  const plan = cutPlan(request);
  if ('problem' in plan) {
    flow.line([...names].reduce((text, [key, name]) => text.replaceAll(key, name), plan.problem));
    return;
  }
  const whole = plan.sheets.filter(({ sheet }) => sheet === wholeSheet).length;
  const left = supply?.sheetsLeft;
  flow.line(
    `${counted(whole, 'sheet')}${plan.sheets.length > whole ? ` and ${counted(plan.sheets.length - whole, 'offcut')}` : ''}${left === undefined ? '' : `; there are ${left}`}.`,
  );
  for (const [index, { sheet, tree }] of plan.sheets.entries()) {
    pdf.addPage(page.widthMm, page.heightMm);
    const what = sheet === wholeSheet ? 'a sheet' : 'an offcut';
    const title = `${index + 1} of ${plan.sheets.length}: ${what} of ${paper}, ${lengthInBoth(tree.widthMm, unit)} × ${lengthInBoth(tree.heightMm, unit)}`;
    pdf.write(title, { xMm: marginMm, yMm: marginMm, sizePt: 10, style: 'bold' });
    drawSheet(pdf, tree, names, page, marginMm + lineMm);
    const list = flowing(pdf, page, marginMm + 2 * lineMm + drawnShare * page.heightMm);
    for (const [place, step] of cutSteps(tree).entries()) list.line(`${place + 1}  ${cutInWords(step, names, unit)}`);
    for (const words of scoresInWords(tree, needs, names, unit)) list.line(words);
  }
}

/** What the cards take of each paper, and how its sheets are cut: every measure as text, each sheet in its proportions. */
export function writePaper(pdf: Pdf, make: Make, supplies: readonly Supply[], page: Page, unit: LengthUnit): void {
  for (const group of paperGroups(make, supplies, { isEndless: true })) writeGroup(pdf, group, page, unit);
}
