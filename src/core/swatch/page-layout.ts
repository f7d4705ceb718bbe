/** Pages on which sheets are printed. */
export type PageName = 'A4' | 'Letter';

/** Measures of a swatch sheet, in mm. From memory: printers leave about 5 mm of the rim bare. */
export const pages: Record<PageName, { widthMm: number; heightMm: number }> = {
  A4: { widthMm: 210, heightMm: 297 },
  Letter: { widthMm: 215.9, heightMm: 279.4 },
};

/** Middles of the corner marks lie so far from both rims. */
export const markInsetMm = 12;
/** Three marks are squares; the one at the left top is longer. */
export const markSizeMm = { square: [7, 7], first: [11, 4.5] } as const;

/** The sheet's number, right of the first mark. */
export const codeAt = { xMm: 26, yMm: 8, moduleMm: 0.9, modules: 21 } as const;

/** A cell to be coloured, and how cells stand: two for a marker side by side, their code under the first. */
export const cellMm = { width: 14, height: 9 } as const;
export const besideMm = 4;
export const pitchMm = { across: 38, down: 15.5 } as const;
export const frameMm = 0.2;
const cellsTopMm = 33;
const cellsFootMm = 24;
const leastRimMm = 10;

/** The ruler at the foot, to check that nothing was scaled in printing. */
export const rulerMm = { length: 100, thickness: 0.4, tick: 3, fromFoot: 12 } as const;

/** How many markers stand across and down, and where the first cell begins. */
export function gridOf(page: PageName): { columns: number; rows: number; xMm: number; yMm: number } {
  const { widthMm, heightMm } = pages[page];
  const unitMm = 2 * cellMm.width + besideMm;
  const columns = Math.floor((widthMm - 2 * leastRimMm - unitMm) / pitchMm.across) + 1;
  const rows = Math.floor((heightMm - cellsTopMm - cellsFootMm) / pitchMm.down);
  const usedMm = (columns - 1) * pitchMm.across + unitMm;
  return { columns, rows, xMm: (widthMm - usedMm) / 2, yMm: cellsTopMm };
}
