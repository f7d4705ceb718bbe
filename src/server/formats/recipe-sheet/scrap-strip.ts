import type { WrittenRecipe } from '#model/written-recipe';
import { byId } from '#core/make/by-id';
import { chipMm, drawChip } from './chips';
import { drawBox, type Flow, type Piece, rule, space, textPieces, textSizes, numbered } from './flow';

/** A field to be coloured, and the long one in which all of them are blended, in mm. */
const field = { width: 17, height: 12, gap: 3 } as const;
const leastBlendMm = 20;

/** Each ladder as a row of fields with its codes, and a long field for its blend: to be tried on the same paper first. */
export function scrapStrip(flow: Flow, recipe: WrittenRecipe, isGrey: boolean): void {
  const { pdf, room } = flow;
  const markers = byId(recipe.markers);
  const { pt, lineMm } = textSizes.text;
  const wide = (pieces: readonly Piece[]) => {
    for (const piece of pieces) flow.wide(piece);
  };
  wide(textPieces(pdf, `Try it first: ${recipe.make}`, room.width, { size: 'title', bold: true }));
  wide(
    textPieces(
      pdf,
      `On ${recipe.paper ?? 'the paper that you will use: ______________________'}. One field a marker, the long one for the blend.`,
      room.width,
    ),
  );
  wide([space(2)]);
  for (const [index, { name, ladder }] of recipe.elements.entries()) {
    const title = textPieces(pdf, numbered(index + 1, name), room.width, { bold: true });
    const fieldMm = Math.min(field.width, (room.width - leastBlendMm - ladder.length * field.gap) / ladder.length);
    const codeLines = ladder.map(({ code }) => pdf.lines(code, fieldMm + field.gap - 1, pt, 'code'));
    const codesMm = Math.max(...codeLines.map(({ length }) => length)) * lineMm;
    const titleMm = title.reduce((sum, { heightMm }) => sum + heightMm, 0);
    flow.wide({
      heightMm: 1.6 + titleMm + field.height + chipMm.height + 1 + codesMm + 2,
      draw: (xMm, yMm, widthMm) => {
        rule(pdf).draw(xMm, yMm, widthMm);
        let y = yMm + 1.6;
        for (const line of title) {
          line.draw(xMm, y, widthMm);
          y += line.heightMm;
        }
        for (const [rung, { markerId }] of ladder.entries()) {
          const x = xMm + rung * (fieldMm + field.gap);
          drawBox(pdf, [x, y, fieldMm, field.height], { lineMm: 0.3 });
          drawChip(pdf, markers.get(markerId), [x, y + field.height + 0.8], isGrey);
          for (const [line, text] of (codeLines[rung] ?? []).entries())
            pdf.write(text, { xMm: x, yMm: y + field.height + chipMm.height + 1 + (line + 0.8) * lineMm, sizePt: pt, style: 'code' });
        }
        const blendX = xMm + ladder.length * (fieldMm + field.gap);
        drawBox(pdf, [blendX, y, xMm + widthMm - blendX, field.height], { lineMm: 0.3, dashed: true });
      },
    });
  }
}
