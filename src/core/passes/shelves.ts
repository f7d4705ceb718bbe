import type { Die, Turn } from './die';
import type { Laid } from './lay-in';

type Plate = { widthMm: number; heightMm: number };
type Shelf = { yMm: number; heightMm: number; rightMm: number };
type Filling = { laid: Laid[]; shelves: Shelf[] };

/** Which turn a die gets on a shelf: as it is drawn, standing, lying, or whichever fits first. */
const turnRules = ['as drawn', 'standing', 'lying', 'either'] as const;
const orders = ['height', 'width', 'longest', 'area'] as const;

function turnsBy(die: Die, rule: (typeof turnRules)[number]): readonly Turn[] {
  const two = die.turns.slice(0, 2);
  const byHeight = [...two].sort((one, other) => other.bounds.heightMm - one.bounds.heightMm);
  if (rule === 'standing') return byHeight.slice(0, 1);
  if (rule === 'lying') return byHeight.reverse().slice(0, 1);
  return rule === 'either' ? byHeight.reverse() : two.slice(0, 1);
}

function sizeBy({ bounds: { widthMm, heightMm } }: Turn, order: (typeof orders)[number]): number {
  if (order === 'height') return heightMm;
  if (order === 'width') return widthMm;
  return order === 'area' ? widthMm * heightMm : Math.max(widthMm, heightMm);
}

/** Puts a box onto the first shelf that has room for it, or opens another one below. */
function onShelf(filling: Filling, die: Die, turn: Turn, plate: Plate, gapMm: number): boolean {
  const { widthMm, heightMm } = turn.bounds;
  const put = (shelf: Shelf, xMm: number) => {
    filling.laid.push({ die, turn, xMm, yMm: shelf.yMm });
    shelf.rightMm = xMm + widthMm;
    return true;
  };
  for (const shelf of filling.shelves) {
    const xMm = shelf.rightMm + gapMm;
    if (xMm + widthMm <= plate.widthMm + 1e-9 && heightMm <= shelf.heightMm + 1e-9) return put(shelf, xMm);
  }
  const last = filling.shelves.at(-1);
  const yMm = last ? last.yMm + last.heightMm + gapMm : 0;
  if (yMm + heightMm > plate.heightMm + 1e-9 || widthMm > plate.widthMm + 1e-9) return false;
  const shelf = { yMm, heightMm, rightMm: 0 };
  filling.shelves.push(shelf);
  return put(shelf, 0);
}

/**
 * Fills a plate with boxes on shelves: first fit by falling size (Coffman, Garey, Johnson and Tarjan 1980, Performance bounds for level-oriented two-dimensional packing algorithms), in every
 * turn rule and order. @param dies in the order in which they should come in, of equal size the first goes first. @returns one filling for each rule.
 */
export function shelfFillings(dies: readonly Die[], plate: Plate, gapMm: number): Laid[][] {
  return turnRules.flatMap((turnRule) =>
    orders.map((order) => {
      const filling: Filling = { laid: [], shelves: [] };
      const size = (die: Die) =>
        Math.max(
          0,
          ...turnsBy(die, turnRule)
            .slice(0, 1)
            .map((turn) => sizeBy(turn, order)),
        );
      for (const die of [...dies].sort((one, other) => size(other) - size(one))) {
        turnsBy(die, turnRule).some((turn) => onShelf(filling, die, turn, plate, gapMm));
      }
      return filling.laid;
    }),
  );
}
