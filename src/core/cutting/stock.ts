import type { Piece, Stock } from './cut-request';
import { type Part, wholePart } from './through-tree';

/** A sheet that is being cut: which, and what becomes of it. `free`: parts of it that hold nothing yet. */
export type OpenSheet = { stock: Stock; part: Part };

/** Whether a piece lies within a size, upright or turned. */
export function fitsIn({ width, height, mayTurn }: Piece, room: { width: number; height: number }): boolean {
  return (width <= room.width && height <= room.height) || (mayTurn && height <= room.width && width <= room.height);
}

/** Sheets as they are taken from the stock: offcuts lie open from the start, a new sheet is opened where nothing else has room. */
export class Sheets {
  readonly open: OpenSheet[] = [];
  private readonly left: Map<Stock, number>;

  /** @param order which kinds of sheets are taken first. */
  constructor(private readonly order: readonly Stock[]) {
    this.left = new Map(order.map((stock) => [stock, stock.left]));
    for (const stock of order) {
      if (!stock.isOffcut) continue;
      for (let copy = 0; copy < stock.left; copy++) this.open.push({ stock, part: wholePart(stock.width, stock.height) });
      this.left.set(stock, 0);
    }
  }

  /** Opens the first kind of sheet that there is and that holds a piece; null: there is none. */
  next(piece: Piece): OpenSheet | null {
    const stock = this.order.find((own) => (this.left.get(own) ?? 0) > 0 && fitsIn(piece, own));
    if (!stock) return null;
    this.left.set(stock, (this.left.get(stock) ?? 0) - 1);
    const sheet = { stock, part: wholePart(stock.width, stock.height) };
    this.open.push(sheet);
    return sheet;
  }

  /** Those that something is cut from. */
  used(): OpenSheet[] {
    return this.open.filter(({ part }) => part.parts !== undefined || part.piece !== undefined);
  }
}
