import type { WrittenElement } from '#model/written-recipe';
import { calloutsHeightMm, layCallouts, leaderStart } from '#core/sheet/callouts';
import { codesInLine, drawBox, drawImage, drawLine, type Flow, textSizes, numbered } from './flow';
import type { SheetOf } from './sheet-of';

/** From the picture's room to its labels, between two labels, and between a label and its leader, in mm. */
const [leastGapMm, labelGapMm, lineGapMm] = [3, 2, 0.8] as const;
/** The picture is no taller than this share of a page where its labels are not. */
const mostOfPage = 0.5;

type Label = { element: WrittenElement; number: number; at: readonly [number, number]; name: string[]; codes: string[]; heightMm: number };

/** The picture with its numbered elements, the codes of each led to its place; where the labels are too many for one page, as often as it takes. */
export function ledPicture(flow: Flow, { recipe, look }: SheetOf, image: Buffer | null): void {
  const { pdf, room } = flow;
  const { picture } = recipe;
  const columnMm = room.width >= 170 ? 44 : 32;
  const { pt, lineMm } = textSizes.text;
  const labels = recipe.elements.flatMap((element, index): Label[] => {
    if (!element.atMm) return [];
    const name = pdf.lines(numbered(index + 1, element.name), columnMm, pt, 'bold');
    const codes = pdf.lines(codesInLine(element.ladder.map(({ code }) => code)), columnMm, pt, 'code');
    const heightMm = (name.length + codes.length) * lineMm + labelGapMm;
    return [{ element, number: index + 1, at: element.atMm, name, codes, heightMm }];
  });
  if (labels.length === 0 && !look) return;
  const slotMm = Math.max(lineMm, ...labels.map(({ heightMm }) => heightMm));
  const perPage = Math.max(2, 2 * Math.floor((room.height - 4) / slotMm));
  const roomMm = room.width - 2 * (columnMm + leastGapMm);
  for (let from = 0; from === 0 || from < labels.length; from += perPage) {
    const own = labels.slice(from, from + perPage);
    const labelsMm = calloutsHeightMm(own.length, { slotMm });
    const mostTallMm = Math.max(mostOfPage * room.height, Math.min(labelsMm, room.height - 4));
    const scale = Math.min(roomMm / picture.widthMm, mostTallMm / picture.heightMm);
    const [wide, tall] = [picture.widthMm * scale, picture.heightMm * scale];
    const options = { widthMm: wide, heightMm: tall, gapMm: leastGapMm - lineGapMm + (roomMm - wide) / 2, slotMm };
    const places = own.map(({ at: [x, y] }) => [x * scale, y * scale] as const);
    const callouts = layCallouts(places, options);
    const heightMm = Math.max(tall, labelsMm);
    flow.wide({
      heightMm: heightMm + 4,
      draw: (xMm, yMm) => {
        const [left, top] = [xMm + (room.width - wide) / 2, yMm + 2 + (heightMm - tall) / 2];
        if (image) drawImage(pdf, image, [left, top, wide, tall]);
        else drawBox(pdf, [left, top, wide, tall], { lineMm: 0.2, dashed: true });
        for (const [index, callout] of callouts.entries()) {
          const [startX, startY] = leaderStart(callout, options);
          const [x, y] = places[index] as readonly [number, number];
          const line = [
            [left + startX, top + startY],
            [left + x, top + y],
          ] as const;
          drawLine(pdf, line[0], line[1], 0.9, '#ffffff');
          drawLine(pdf, line[0], line[1], 0.25);
          drawBox(pdf, [left + x - 0.7, top + y - 0.7, 1.4, 1.4], { fillHex: '#000000' });
        }
        for (const [index, { side, yMm: middle }] of callouts.entries()) {
          const { name, codes, heightMm: own_ } = own[index] as Label;
          const x = side === 'left' ? xMm + columnMm : xMm + room.width - columnMm;
          const align = side === 'left' ? ('right' as const) : ('left' as const);
          let foot = top + middle - (own_ - labelGapMm) / 2 + 0.76 * lineMm;
          for (const [lines, style] of [
            [name, 'bold'],
            [codes, 'code'],
          ] as const)
            for (const text of lines) {
              pdf.write(text, { xMm: x, yMm: foot, sizePt: pt, style, align });
              foot += lineMm;
            }
        }
      },
    });
  }
}
