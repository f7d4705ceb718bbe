import type { Piece, Stock } from './cut-request';
import { type OpenSheet, Sheets } from './stock';
import { cutOut, type Part } from './through-tree';

/** Which of the free parts that hold a piece is taken: the one with the least area left, the least rest along its nearer side, or along its farther one. */
export const fitRules = ['area', 'short side', 'long side'] as const;
export type FitRule = (typeof fitRules)[number];
/** Which cut goes through the whole part: always the one, or the one that leaves the rest along the shorter (longer) leftover, or the larger single rest. */
export const splitRules = ['x', 'y', 'shorter rest', 'longer rest', 'largest rest', 'smallest rest'] as const;
export type SplitRule = (typeof splitRules)[number];

function worth(part: Part, width: number, height: number, rule: FitRule): number {
  const [across, down] = [part.width - width, part.height - height];
  if (rule === 'area') return part.width * part.height - width * height;
  return rule === 'short side' ? Math.min(across, down) : Math.max(across, down);
}

function firstCut(part: Part, width: number, height: number, rule: SplitRule): 'x' | 'y' {
  const [across, down] = [part.width - width, part.height - height];
  switch (rule) {
    case 'x':
    case 'y':
      return rule;
    // The first cut makes the rest beside it as long as the part.
    case 'shorter rest':
      return across < down ? 'y' : 'x';
    case 'longer rest':
      return across < down ? 'x' : 'y';
    case 'largest rest':
      return Math.max(across * part.height, down * width) >= Math.max(across * height, down * part.width) ? 'x' : 'y';
    case 'smallest rest':
      return Math.max(across * part.height, down * width) < Math.max(across * height, down * part.width) ? 'x' : 'y';
  }
}

/**
 * Cuts pieces one after the other out of what is free (Jylänki 2010, A thousand ways to pack the bin: the guillotine algorithm), so that a tree of through cuts comes of it. Offcuts are tried first.
 * @returns null where a piece has no room.
 */
export function cutFromFreeParts(
  pieces: readonly Piece[],
  stocks: readonly Stock[],
  { fit, split, blade }: { fit: FitRule; split: SplitRule; blade: number },
): OpenSheet[] | null {
  const sheets = new Sheets(stocks);
  const kept: Part[] = sheets.open.map(({ part }) => part);
  const fresh: Part[] = [];
  for (const piece of pieces) {
    const isCut = [kept, fresh].some((free) => takeBest(free, piece, fit, split, blade));
    if (isCut) continue;
    const sheet = sheets.next(piece);
    if (!sheet) return null;
    fresh.push(sheet.part);
    takeBest(fresh, piece, fit, split, blade);
  }
  return sheets.used();
}

/** Cuts a piece out of the free part that the rule likes best. @returns whether one has room. */
function takeBest(free: Part[], piece: Piece, fit: FitRule, split: SplitRule, blade: number): boolean {
  let best = -1;
  let least = Number.POSITIVE_INFINITY;
  let isTurned = false;
  const { width, height, mayTurn } = piece;
  const isSquare = width === height;
  for (let index = 0; index < free.length; index++) {
    const part = free[index]!;
    if (width <= part.width && height <= part.height) {
      const own = worth(part, width, height, fit);
      if (own < least) [best, least, isTurned] = [index, own, false];
    }
    if (mayTurn && !isSquare && height <= part.width && width <= part.height) {
      const own = worth(part, height, width, fit);
      if (own < least) [best, least, isTurned] = [index, own, true];
    }
  }
  if (best < 0) return false;
  const part = free[best]!;
  const first = firstCut(part, isTurned ? height : width, isTurned ? width : height, split);
  free.splice(best, 1, ...cutOut(part, piece, isTurned, first, blade));
  return true;
}
