import type { Pdf } from '../pdf-document';
import { codesInLine, drawBox, type Flow, type Piece, textPieces, numbered } from './flow';
import type { SheetOf } from './sheet-of';

/** A card for the back of the card or a recipe box (3 x 5 inches), its rim, the paper between two, and between its columns, in mm. */
const card = { width: 127, height: 76.2, rim: 4, gap: 4, gutter: 4 } as const;

const tallOf = (pieces: readonly Piece[]): number => pieces.reduce((sum, { heightMm }) => sum + heightMm, 0);

/** An element with its codes: never parted. */
function elementBlocks(pdf: Pdf, { recipe }: SheetOf, widthMm: number): Piece[][] {
  return recipe.elements.map(({ name, ladder }, index) => [
    ...textPieces(pdf, numbered(index + 1, name), widthMm, { bold: true }),
    ...textPieces(pdf, codesInLine(ladder.map(({ code }) => code)), widthMm, { code: true, indentMm: 3 }),
  ]);
}

/** Small cards with what is needed to repeat it: each element with its codes, paper and ink. What does not fit on one goes on on the next. */
export function smallCards(flow: Flow, of: SheetOf): void {
  const { pdf, room } = flow;
  const widthMm = Math.min(card.width, room.width);
  const inner = widthMm - 2 * card.rim;
  const columnMm = (inner - card.gutter) / 2;
  const { paper, lineInk, writtenOn } = of.recipe;
  const on = [paper ?? 'Paper: ____________', lineInk ?? 'Line ink: ____________', writtenOn ?? 'Date: ________'].join(' · ');
  const head = [...textPieces(pdf, of.title, inner, { size: 'heading', bold: true }), ...textPieces(pdf, on, inner)];
  const blocks = elementBlocks(pdf, of, columnMm);
  let next = 0;
  do {
    // A title that is itself as tall as a card is told on the first one only.
    const shown = next === 0 ? head : head.slice(0, 1);
    const roomMm = card.height - 2 * card.rim - tallOf(shown);
    const columns: Piece[][] = [[], []];
    for (const column of columns) {
      let left = roomMm;
      while (next < blocks.length) {
        const tall = tallOf(blocks[next] ?? []);
        if (tall > left && !(column.length === 0 && tall > roomMm)) break;
        column.push(...(blocks[next++] ?? []));
        left -= tall;
      }
    }
    const heightMm = Math.max(card.height, 2 * card.rim + tallOf(shown) + Math.max(...columns.map(tallOf)));
    flow.wide({
      heightMm: heightMm + card.gap,
      draw: (xMm, yMm) => {
        drawBox(pdf, [xMm, yMm, widthMm, heightMm], { lineMm: 0.15, dashed: true });
        const drawAll = (pieces: readonly Piece[], x: number, from: number, wide: number) => {
          let y = from;
          for (const piece of pieces) {
            piece.draw(x, y, wide);
            y += piece.heightMm;
          }
          return y;
        };
        const below = drawAll(shown, xMm + card.rim, yMm + card.rim, inner);
        for (const [index, column] of columns.entries())
          drawAll(column, xMm + card.rim + index * (columnMm + card.gutter), below, columnMm);
      },
    });
  } while (next < blocks.length);
}
