import type { Make } from '#model/make';
import type { DrawerItem } from '#model/drawer';
import type { Supply } from '#model/supplies';
import { formatLength, type LengthUnit } from '#core/card/lengths';
import { drawnById, needsOfMake, usualCardPlan } from '#core/card/needs-of-make';
import { careOfCards } from '#core/card/care';
import { inlaySets } from '#core/card/inlays';
import { commonPlate } from '#core/card/limits';
import { masksOfCard } from '#core/card/masks-of-card';
import {
  groupWords,
  inRuns,
  limitsOfGroup,
  type PassGroup,
  partsOnPlate,
  passGroups,
  passRequests,
  tooLarge,
} from '#core/card/pass-groups';
import { counted } from '#core/make/counted';
import { namedOutline } from '#core/outline/named-shapes';
import { boundsMm, movedMm, movedTo, turned } from '#core/outline/outline';
import { maskOutline, usualMaskInsetMm } from '#core/outline/mask';
import { diePasses } from '#core/passes/die-passes';
import { printSheets } from '#core/passes/print-sheets';
import { cautions } from '#core/technique/cautions';
import { drawOutline, flowing, lineMm, marginMm, type Page, textPt } from './card-pdf-parts';
import { writePaper } from './card-pdf-paper';
import { openPdf, type Pdf } from './pdf-document';
import { type PaperId, paperSizes } from './true-size';

function writeNeeds(pdf: Pdf, make: Make, { supplies }: BesideMake, page: Page): void {
  const needs = needsOfMake(make);
  const flow = flowing(pdf, page);
  flow.heading(`${make.name}: what is needed`);
  for (const { name, copies, pieces } of make.cards ?? [])
    flow.line(
      `${copies} × ${name}, ${counted(
        pieces.reduce((sum, { count }) => sum + count, 0),
        'piece',
      )} on each`,
    );
  flow.heading(counted(needs.pieces, 'piece'));
  for (const { name, how, toStamp, toColour, toCut, twins, spares, onGround, minds } of needs.rows) {
    const more = [
      ...(twins > 0 ? [counted(twins, 'twin')] : []),
      ...(spares > 0 ? [counted(spares, 'spare')] : []),
      ...(onGround > 0 ? [`${onGround} on the background`] : []),
    ];
    const work = [
      ...(toStamp > 0 ? [`stamp ${toStamp}`] : []),
      ...(toColour > 0 ? [`colour ${toColour}`] : []),
      ...(toCut > 0 ? [`cut ${toCut}`] : []),
    ];
    flow.line(`${name}, ${how}: ${work.join(', ')}${more.length > 0 ? ` (with ${more.join(', ')})` : ''}`);
    for (const words of minds) flow.line(`   ! ${words}`);
  }
  flow.heading('Impressions');
  for (const { image, paper, isMirrored, count } of needs.impressions) {
    const name =
      make.pictures.find(({ id }) => id === image)?.name ?? make.drawn?.find(({ id }) => id === image)?.name ?? 'An image that is gone';
    flow.line(`${name}${isMirrored ? ', mirrored' : ''}${paper ? `, on ${paper}` : ''}`, `${count} ×`);
  }
  const care = careOfCards(make, supplies);
  if (care.length === 0) return;
  flow.heading('With care');
  for (const caution of care) flow.line(cautions[caution]);
  flow.line('The machine’s manual goes before this.');
}

/** A page on which something of that size lies at true size: the sheet as asked, on its side, or one of its own. */
function pageFor(page: Page, widthMm: number, heightMm: number): Page {
  const [wide, high] = [widthMm + 2 * marginMm, heightMm + 2 * marginMm + 2 * lineMm];
  if (wide <= page.widthMm && high <= page.heightMm) return page;
  if (wide <= page.heightMm && high <= page.widthMm) return { widthMm: page.heightMm, heightMm: page.widthMm };
  return { widthMm: Math.max(wide, page.widthMm), heightMm: Math.max(high, page.heightMm) };
}

/** What lies beside the make: machines of the drawer, and papers. */
export type BesideMake = { drawer: readonly DrawerItem[]; supplies: readonly Supply[] };

function drawPasses(pdf: Pdf, make: Make, { drawer, supplies }: BesideMake, page: Page): void {
  const groups = passGroups(make, needsOfMake(make));
  const limitsFor = (group: PassGroup) => limitsOfGroup(make, drawer, supplies, group);
  const requests = passRequests(groups, (group) => commonPlate(limitsFor(group)), (make.cardPlan ?? usualCardPlan).gapMm);
  for (const request of requests) {
    const group = groups.find(({ key }) => key === request.key);
    if (!group) continue;
    const { plate } = request;
    const sheet = pageFor(page, plate.widthMm, plate.heightMm);
    const heading = groupWords(group);
    const found = diePasses(request);
    if ('problem' in found) {
      const flow = flowing(pdf, page);
      flow.heading(`${heading}: there is too little room`);
      for (const { name, inTheWay } of tooLarge(group.dies, limitsFor(group))) flow.line(`${name} does not fit. In its way: ${inTheWay}.`);
      continue;
    }
    const runs = inRuns(found.passes);
    for (const [index, { pass, times }] of runs.entries()) {
      pdf.addPage(sheet.widthMm, sheet.heightMm);
      const title = `${heading}: pass ${index + 1} of ${runs.length}, made ${times} ×, at true size`;
      pdf.write(title, { xMm: marginMm, yMm: marginMm, sizePt: textPt, style: 'bold' });
      const [left, top] = [marginMm, marginMm + lineMm];
      drawOutline(pdf, movedTo(namedOutline('rectangle', plate.widthMm, plate.heightMm), left, top), { widthPt: 0.4 });
      for (const { id, xMm, yMm, turnedDeg } of pass) {
        const laid = group.dies.find((die) => die.id === id);
        if (!laid) continue;
        const bounds = boundsMm(turned(laid.outline, turnedDeg));
        const [dx, dy] = [left + xMm - bounds.xMm, top + yMm - bounds.yMm];
        for (const { dieId, outline, isCutAlready } of partsOnPlate(make, laid)) {
          const isDashed = isCutAlready || drawnById(make, 'die', dieId)?.does === 'scores';
          drawOutline(pdf, movedMm(turned(outline, turnedDeg), dx, dy), { isDashed, ...(isCutAlready ? { widthPt: 0.4 } : {}) });
        }
        const middle = { xMm: left + xMm + bounds.widthMm / 2, yMm: top + yMm + bounds.heightMm / 2 };
        pdf.write(laid.name, { ...middle, sizePt: 8, align: 'middle' });
      }
    }
  }
}

/** Outlines at their places, with numbers that a list under the title explains. */
function drawInlayMaps(pdf: Pdf, make: Make, page: Page): void {
  for (const { die, sets } of inlaySets(make, needsOfMake(make))) {
    const { widthMm, heightMm, xMm, yMm } = boundsMm(die.outline);
    const sheet = pageFor(page, widthMm, heightMm);
    pdf.addPage(sheet.widthMm, sheet.heightMm);
    const title = `Loose pieces of ${die.name}: ${counted(sets, 'set')} of ${die.inlays.length}. Tape them from behind before they leave the die.`;
    pdf.write(title, { xMm: marginMm, yMm: marginMm, sizePt: textPt, style: 'bold' });
    const [dx, dy] = [marginMm - xMm, marginMm + lineMm - yMm];
    drawOutline(pdf, movedMm(die.outline, dx, dy));
    for (const [place, { outline }] of die.inlays.entries()) {
      const own = movedMm(outline, dx, dy);
      drawOutline(pdf, own, { widthPt: 0.4 });
      const bounds = boundsMm(own);
      pdf.write(String(place + 1), {
        ...{ xMm: bounds.xMm + bounds.widthMm / 2, yMm: bounds.yMm + bounds.heightMm / 2 + 1, sizePt: 7, align: 'middle' },
      });
    }
  }
}

const maskGapMm = 3;

/** The masks of each card, several to a sheet: each with its number from the front, turned over ones for the backs. */
function drawCardMasks(pdf: Pdf, make: Make, drawer: readonly DrawerItem[], page: Page): void {
  for (const card of make.cards ?? []) {
    const masks = masksOfCard(make, drawer, card).map((mask, index) => ({ ...mask, id: `m${index}`, ...boundsMm(mask.outline), count: 1 }));
    const area = { widthMm: page.widthMm - 2 * marginMm, heightMm: page.heightMm - 2 * marginMm - 2 * lineMm };
    const fits = ({ widthMm, heightMm }: { widthMm: number; heightMm: number }) =>
      (widthMm <= area.widthMm && heightMm <= area.heightMm) || (heightMm <= area.widthMm && widthMm <= area.heightMm);
    const found = printSheets({ sheet: area, gapMm: maskGapMm, images: masks.filter(fits) });
    const sheets = [
      ...('sheets' in found ? found.sheets.map((laid) => ({ laid, on: page })) : []),
      // What is larger than the sheet has a page as large as it is.
      ...masks
        .filter((mask) => !fits(mask))
        .map(({ id, widthMm, heightMm }) => ({ laid: [{ id, xMm: 0, yMm: 0, turnedDeg: 0 }], on: pageFor(page, widthMm, heightMm) })),
    ];
    for (const [index, { laid, on }] of sheets.entries()) {
      pdf.addPage(on.widthMm, on.heightMm);
      const title = `Masks of ${card.name}, 1 is the front; sheet ${index + 1} of ${sheets.length}, at true size, ${usualMaskInsetMm} mm within`;
      pdf.write(title, { xMm: marginMm, yMm: marginMm, sizePt: textPt, style: 'bold' });
      for (const { id, xMm, yMm, turnedDeg } of laid) {
        const mask = masks.find((own) => own.id === id);
        if (!mask) continue;
        const own = movedTo(turned(mask.outline, turnedDeg), marginMm + xMm, marginMm + lineMm + yMm);
        drawOutline(pdf, own);
        const bounds = boundsMm(own);
        const middle = { xMm: bounds.xMm + bounds.widthMm / 2, yMm: bounds.yMm + bounds.heightMm / 2 };
        pdf.write(`${mask.place} ${mask.name}${mask.isBack ? ', back' : ''}`, { ...middle, sizePt: 8, align: 'middle' });
      }
    }
  }
}

function drawDies(pdf: Pdf, make: Make, page: Page): void {
  for (const die of (make.drawn ?? []).filter((item) => item.kind === 'die')) {
    const { widthMm, heightMm } = boundsMm(die.outline);
    const sheet = pageFor(page, widthMm, heightMm);
    pdf.addPage(sheet.widthMm, sheet.heightMm);
    const title = `${die.name}, ${formatLength(widthMm, 'mm')} × ${formatLength(heightMm, 'mm')}: outline, and its mask ${usualMaskInsetMm} mm within`;
    pdf.write(title, { xMm: marginMm, yMm: marginMm, sizePt: textPt, style: 'bold' });
    const mask = maskOutline(die.outline);
    const [left, top] = [marginMm, marginMm + lineMm];
    drawOutline(pdf, movedTo(die.outline, left, top));
    if (mask) {
      const [outer, inner] = [boundsMm(die.outline), boundsMm(mask)];
      drawOutline(pdf, movedTo(mask, left + inner.xMm - outer.xMm, top + inner.yMm - outer.yMm), { isDashed: true, widthPt: 0.4 });
    }
  }
}

/** What the cards of a make need, how their paper is cut, their passes and their masks at true size: PDF. */
export async function cardPdf(make: Make, beside: BesideMake, paper: PaperId, unit: LengthUnit = 'mm'): Promise<Uint8Array> {
  const page = paperSizes[paper];
  const pdf = openPdf({ title: `${make.name}: what is needed, stamped and cut` });
  writeNeeds(pdf, make, beside, page);
  writePaper(pdf, make, beside.supplies, page, unit);
  drawPasses(pdf, make, beside, page);
  drawInlayMaps(pdf, make, page);
  drawDies(pdf, make, page);
  drawCardMasks(pdf, make, beside.drawer, page);
  return pdf.bytes();
}
