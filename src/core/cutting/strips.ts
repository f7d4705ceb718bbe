import type { Piece, Stock } from './cut-request';
import { fitsIn, type OpenSheet, Sheets } from './stock';
import { cutOut, cutPart, type Part } from './through-tree';

/** How pieces lie in strips: as they are, with their longer side along the strip, or across it. */
export const stripTurns = ['as it is', 'lying', 'standing'] as const;
export type StripTurn = (typeof stripTurns)[number];

/** What of a strip and of a sheet is free. */
type Strips = { rest: Part | null; strips: Part[] };

/**
 * Cuts sheets into strips as wide as their first piece, and the strips into pieces: the first strip with room is taken (Coffman, Garey, Johnson and Tarjan 1980, Performance bounds for level-oriented two-dimensional packing
 * algorithms: first fit by decreasing height).
 * @param axis `y`: strips lie across the sheet, cut from side to side; `x`: they stand.
 * @returns null where a piece has no room.
 */
export function cutInStrips(
  pieces: readonly Piece[],
  stocks: readonly Stock[],
  { axis, turn, blade }: { axis: 'x' | 'y'; turn: StripTurn; blade: number },
): OpenSheet[] | null {
  const sheets = new Sheets(stocks);
  /** Of a size: along the strip, and across it. */
  const sides = ({ width, height }: { width: number; height: number }) =>
    (axis === 'y' ? [width, height] : [height, width]) as [number, number];
  const turned = pieces.map((piece) => {
    const [along, across] = sides(piece);
    const isTurned = piece.mayTurn && (turn === 'lying' ? across > along : turn === 'standing' && along > across);
    const [length, breadth] = isTurned ? [across, along] : [along, across];
    return { piece, isTurned, length, breadth };
  });
  turned.sort((one, other) => other.breadth - one.breadth || other.length - one.length);
  const state = new Map<OpenSheet, Strips>(sheets.open.map((sheet) => [sheet, { rest: sheet.part, strips: [] }]));
  const other = axis === 'y' ? 'x' : 'y';
  type Laid = (typeof turned)[number];
  const intoStrip = (own: Strips, { piece, isTurned, length, breadth }: Laid): boolean => {
    const place = own.strips.findIndex((strip) => length <= sides(strip)[0] && breadth <= sides(strip)[1]);
    const strip = own.strips[place];
    if (!strip) return false;
    // What is above a narrower piece is an offcut: only what lies beside it is the strip.
    const rests = cutOut(strip, piece, isTurned, other, blade);
    own.strips.splice(place, 1, ...rests.filter((rest) => sides(rest)[1] === sides(strip)[1]));
    return true;
  };
  const newStrip = (own: Strips, { length, breadth }: Laid): boolean => {
    const { rest } = own;
    if (!rest || length > sides(rest)[0] || breadth > sides(rest)[1]) return false;
    if (breadth === sides(rest)[1]) Object.assign(own, { rest: null, strips: [...own.strips, rest] });
    else {
      const [strip, left] = cutPart(rest, axis, breadth, blade);
      Object.assign(own, { rest: left.width > 0 && left.height > 0 ? left : null, strips: [...own.strips, strip] });
    }
    return true;
  };
  for (const laid of turned) {
    const all = [...state.values()];
    if (all.some((own) => intoStrip(own, laid))) continue;
    if (all.some((own) => newStrip(own, laid) && intoStrip(own, laid))) continue;
    const asLaid = { ...laid.piece, mayTurn: false, ...(laid.isTurned ? { width: laid.piece.height, height: laid.piece.width } : {}) };
    const sheet = sheets.next(asLaid);
    if (!sheet || !fitsIn(asLaid, sheet.part)) return null;
    const own: Strips = { rest: sheet.part, strips: [] };
    state.set(sheet, own);
    newStrip(own, laid);
    intoStrip(own, laid);
  }
  return sheets.used();
}
