/** What is cut out of one paper. Lengths in mm. */
export type CutPieces = { id: string; widthMm: number; heightMm: number; count: number /** Default true. */; mayTurn?: boolean };
/** `count`: so many are there; absent: as many as are needed. `offcut`: it is kept from before, is used first and counts as none. */
export type CutSheets = { id: string; widthMm: number; heightMm: number; count?: number; offcut?: boolean };
export type CutPlanRequest = {
  pieces: readonly CutPieces[];
  sheets: readonly CutSheets[];
  /** So much is lost with each cut. Default 0. */
  bladeMm?: number;
};

/** Sizes are reckoned in whole numbers, so many to a mm: a sixteenth of an inch is one of them, and nothing is lost by rounding. */
const unitsPerMm = 10_000;
export const toUnits = (mm: number): number => Math.round(mm * unitsPerMm);
export const toMm = (units: number): number => units / unitsPerMm;

/** More pieces than these no plan is made for. */
export const mostCutPieces = 2000;

/** One piece that has to be cut, in units. `kind`: of which of the request it is. */
export type Piece = { kind: number; width: number; height: number; mayTurn: boolean };
/** One kind of sheet, in units. `left`: so many are there. */
export type Stock = { kind: number; width: number; height: number; left: number; isOffcut: boolean };

const isSize = (mm: number): boolean => Number.isFinite(mm) && mm > 0 && mm <= 100_000;

/** @throws RangeError in words for what is no request: sizes of nothing, counts that are no whole numbers, a blade of less than 0. */
export function assertCutRequest({ pieces, sheets, bladeMm = 0 }: CutPlanRequest): void {
  if (!(bladeMm >= 0) || bladeMm > 100) throw new RangeError(`A blade takes 0 to 100 mm; this one ${bladeMm}.`);
  for (const { id, widthMm, heightMm, count } of pieces) {
    if (!isSize(widthMm) || !isSize(heightMm))
      throw new RangeError(`A piece is more than 0 mm wide and high; ${id} is ${widthMm} x ${heightMm}.`);
    if (!Number.isInteger(count) || count < 0)
      throw new RangeError(`A piece is cut a whole number of times, 0 or more; ${id} has ${count}.`);
  }
  for (const { id, widthMm, heightMm, count } of sheets) {
    if (!isSize(widthMm) || !isSize(heightMm))
      throw new RangeError(`A sheet is more than 0 mm wide and high; ${id} is ${widthMm} x ${heightMm}.`);
    if (count !== undefined && (!Number.isInteger(count) || count < 0))
      throw new RangeError(`There is a whole number of sheets, 0 or more; ${id} has ${count}.`);
  }
  const wanted = pieces.reduce((sum, { count }) => sum + count, 0);
  if (wanted > mostCutPieces)
    throw new RangeError(`At most ${mostCutPieces} pieces are planned at once; these are ${wanted}. Plan a part of them.`);
}
