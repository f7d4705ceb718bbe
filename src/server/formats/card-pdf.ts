import type { Make } from '#model/make';
import type { DrawerItem } from '#model/drawer';
import type { Supply } from '#model/supplies';
import { formatLength } from '#core/card/lengths';
import { drawnById, needsOfMake, usualCardPlan } from '#core/card/needs-of-make';
import { commonPlate, limitsOf } from '#core/card/limits';
import { inRuns, passGroups, passRequests, tooLarge } from '#core/card/pass-groups';
import { counted } from '#core/make/counted';
import { boundsMm, movedTo, type OutlineMm, turned } from '#core/outline/outline';
import { maskOutline, usualMaskInsetMm } from '#core/outline/mask';
import { diePasses } from '#core/passes/die-passes';
import { cautions } from '#core/technique/cautions';
import { openPdf, type Pdf, ptPerMm } from './pdf-document';
import { type PaperId, paperSizes } from './true-size';

const marginMm = 12;
const [headingPt, textPt] = [16, 10] as const;
const lineMm = 5;

type Page = { widthMm: number; heightMm: number };

function drawOutline({ doc }: Pdf, outline: OutlineMm, { isDashed = false, widthPt = 0.8 } = {}): void {
  const [first, ...rest] = outline;
  if (!first) return;
  doc.moveTo(first[0] * ptPerMm, first[1] * ptPerMm);
  for (const [x, y] of rest) doc.lineTo(x * ptPerMm, y * ptPerMm);
  doc.closePath().lineWidth(widthPt);
  if (isDashed) doc.dash(4, { space: 3 });
  doc.stroke('#000000');
  if (isDashed) doc.undash();
}

/** Writes lines from the top of a page down, on as many pages as they take. */
function flowing(pdf: Pdf, page: Page) {
  let yMm = Number.POSITIVE_INFINITY;
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

function writeNeeds(pdf: Pdf, make: Make, page: Page): void {
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
  flow.heading('With care');
  flow.line(cautions.blades);
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
  const limitsFor = (paper: string) => limitsOf(make, drawer, supplies, paper);
  const requests = passRequests(groups, (paper) => commonPlate(limitsFor(paper)), (make.cardPlan ?? usualCardPlan).gapMm);
  for (const request of requests) {
    const { plate, paper } = request;
    const sheet = pageFor(page, plate.widthMm, plate.heightMm);
    const on = paper === '' ? 'paper not said' : paper;
    const found = diePasses(request);
    if ('problem' in found) {
      const flow = flowing(pdf, page);
      flow.heading(`On ${on} there is too little room`);
      const group = groups.find((own) => own.paper === paper);
      for (const { name, inTheWay } of group ? tooLarge(group, limitsFor(paper)) : [])
        flow.line(`${name} does not fit. In its way: ${inTheWay}.`);
      continue;
    }
    const runs = inRuns(found.passes);
    for (const [index, { pass, times }] of runs.entries()) {
      pdf.addPage(sheet.widthMm, sheet.heightMm);
      const title = `Pass ${index + 1} of ${runs.length}, made ${times} ×, on ${on}, at true size`;
      pdf.write(title, { xMm: marginMm, yMm: marginMm, sizePt: textPt, style: 'bold' });
      const [left, top] = [marginMm, marginMm + lineMm];
      const { widthMm, heightMm } = plate;
      drawOutline(
        pdf,
        [
          [left, top],
          [left + widthMm, top],
          [left + widthMm, top + heightMm],
          [left, top + heightMm],
        ],
        { widthPt: 0.4 },
      );
      for (const { id, xMm, yMm, turnedDeg } of pass) {
        const die = drawnById(make, 'die', id);
        if (!die) continue;
        const own = movedTo(turned(die.outline, turnedDeg), left + xMm, top + yMm);
        drawOutline(pdf, own, { isDashed: die.does === 'scores' });
        const bounds = boundsMm(own);
        pdf.write(die.name, { xMm: bounds.xMm + bounds.widthMm / 2, yMm: bounds.yMm + bounds.heightMm / 2, sizePt: 8, align: 'middle' });
      }
    }
  }
}

function drawMasks(pdf: Pdf, make: Make, page: Page): void {
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

/** What the cards of a make need, its passes and its masks at true size: PDF. */
export async function cardPdf(make: Make, beside: BesideMake, paper: PaperId): Promise<Uint8Array> {
  const page = paperSizes[paper];
  const pdf = openPdf({ title: `${make.name}: what is needed, stamped and cut` });
  writeNeeds(pdf, make, page);
  drawPasses(pdf, make, beside, page);
  drawMasks(pdf, make, page);
  return pdf.bytes();
}
