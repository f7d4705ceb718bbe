import type { Piece, Stock } from './cut-request';
import type { OpenSheet } from './stock';
import { cutPart, type Part, wholePart } from './through-tree';

/** So many pieces are looked through whole: with each more there are three times as many ways to part them. */
export const mostLookedThrough = 7;

/** A least size that holds a set of pieces, and how it is parted: into one piece, or along an axis into two sets. */
type Block = { width: number; height: number } & ({ piece: number; isTurned: boolean } | { axis: 'x' | 'y'; first: Block; second: Block });

/** Only sizes that no other one is smaller than, both ways. */
function leastSizes(blocks: readonly Block[]): Block[] {
  const sorted = [...blocks].sort((one, other) => one.width - other.width || one.height - other.height);
  const kept: Block[] = [];
  for (const block of sorted) if (kept.length === 0 || block.height < kept[kept.length - 1]!.height) kept.push(block);
  return kept;
}

/** Of each set of pieces (as bits) the least sizes that through cuts can make it of. */
function blocksOfSets(pieces: readonly Piece[], most: { width: number; height: number }, blade: number): Block[][] {
  const fits = (block: Block) =>
    (block.width <= most.width && block.height <= most.height) || (block.width <= most.height && block.height <= most.width);
  const blocks: Block[][] = Array.from({ length: 1 << pieces.length }, () => []);
  for (let set = 1; set < blocks.length; set++) {
    const found: Block[] = [];
    const single = 31 - Math.clz32(set);
    if (set === 1 << single) {
      const { width, height, mayTurn } = pieces[single]!;
      found.push({ width, height, piece: single, isTurned: false });
      if (mayTurn && width !== height) found.push({ width: height, height: width, piece: single, isTurned: true });
    }
    // Each way to part it once: the highest piece is always in the first half.
    for (let first = (set - 1) & set; first > 0; first = (first - 1) & set) {
      if ((first >> single) % 2 === 0) continue;
      for (const one of blocks[first]!) {
        for (const other of blocks[set ^ first]!) {
          const beside: Block = {
            ...{ width: one.width + blade + other.width, height: Math.max(one.height, other.height) },
            ...{ axis: 'x', first: one, second: other },
          };
          const below: Block = {
            ...{ width: Math.max(one.width, other.width), height: one.height + blade + other.height },
            ...{ axis: 'y', first: one, second: other },
          };
          found.push(...[beside, below].filter(fits));
        }
      }
    }
    blocks[set] = leastSizes(found);
  }
  return blocks;
}

/** Cuts a block out of a part that holds it. */
function cutBlock(part: Part, block: Block, pieces: readonly Piece[], blade: number): void {
  let own = part;
  if (own.width > block.width) own = cutPart(own, 'x', block.width, blade)[0];
  if (own.height > block.height) own = cutPart(own, 'y', block.height, blade)[0];
  if ('piece' in block) {
    own.piece = pieces[block.piece]!;
    if (block.isTurned) own.isTurned = true;
    return;
  }
  const [one, other] = cutPart(own, block.axis, block.axis === 'x' ? block.first.width : block.first.height, blade);
  cutBlock(one, block.first, pieces, blade);
  cutBlock(other, block.second, pieces, blade);
}

/**
 * The fewest sheets for a few pieces, by looking through all ways to part them: of every set of pieces the least blocks that through cuts can make of it, and all ways to part the pieces among sheets.
 * @returns null where they have no room, or there are too many to look through.
 */
export function fewestForFew(pieces: readonly Piece[], stocks: readonly Stock[], blade: number): OpenSheet[] | null {
  if (pieces.length === 0 || pieces.length > mostLookedThrough) return null;
  const most = {
    width: Math.max(...stocks.map(({ width, height }) => Math.max(width, height))),
    height: Math.max(...stocks.map(({ width, height }) => Math.min(width, height))),
  };
  const blocks = blocksOfSets(pieces, most, blade);
  const blockOn = (set: number, { width, height }: Stock) => blocks[set]!.find((block) => block.width <= width && block.height <= height);
  const left = stocks.map((stock) => stock.left);
  type Found = { sheets: number; taken: { stock: Stock; block: Block }[] };
  let best: Found | null = null;
  const taken: Found['taken'] = [];
  const search = (set: number, sheets: number) => {
    if (best && sheets >= best.sheets) return;
    if (set === 0) {
      best = { sheets, taken: [...taken] };
      return;
    }
    const highest = 1 << (31 - Math.clz32(set));
    const others = set ^ highest;
    // The fullest first: what is found early cuts off the rest.
    for (const [place, stock] of stocks.entries()) {
      if (left[place] === 0) continue;
      for (let more = others; ; more = (more - 1) & others) {
        const block = blockOn(highest | more, stock);
        if (block) {
          left[place]!--;
          taken.push({ stock, block });
          search(others ^ more, sheets + (stock.isOffcut ? 0 : 1));
          taken.pop();
          left[place]!++;
        }
        if (more === 0) break;
      }
    }
  };
  search(blocks.length - 1, 0);
  const found = best as Found | null;
  if (!found) return null;
  return found.taken.map(({ stock, block }) => {
    const part = wholePart(stock.width, stock.height);
    cutBlock(part, block, pieces, blade);
    return { stock, part };
  });
}
