import type { OutlineMm } from '#core/outline/outline';
import type { LaidDie } from './die-passes';
import { dieOf } from './die';
import { shelfFillings } from './shelves';

export type PrintRequest = {
  /** What the printer reaches of a sheet. */
  sheet: { widthMm: number; heightMm: number };
  gapMm: number;
  /** Images at true size, each so often. */
  images: readonly { id: string; widthMm: number; heightMm: number; count: number }[];
};

const box = (widthMm: number, heightMm: number): OutlineMm => [
  [0, 0],
  [widthMm, 0],
  [widthMm, heightMm],
  [0, heightMm],
];

/** Images of one printing at the most. */
const mostImages = 2000;

/**
 * Lays images onto as few sheets as boxes on shelves take: many of the same may lie on one, since a printer has as many as are wanted.
 * @returns sheets with the least x and y of each image and its turn, 0 or 90 degrees clockwise; or in words which is larger than the sheet.
 * @throws RangeError for counts that are no whole numbers of 0 or more, a gap of less than 0, more than 2,000 images.
 */
export function printSheets({ sheet, gapMm, images }: PrintRequest): { sheets: LaidDie[][] } | { problem: string } {
  if (!(gapMm >= 0)) throw new RangeError(`A gap is 0 mm or more; this one is ${gapMm}.`);
  const bad = images.find(({ count }) => !Number.isInteger(count) || count < 0);
  if (bad) throw new RangeError(`An image is printed a whole number of times, 0 or more; ${bad.id} has ${bad.count}.`);
  const wanted = images.reduce((sum, { count }) => sum + count, 0);
  if (wanted > mostImages) throw new RangeError(`At most ${mostImages} images are laid onto sheets at once; these are ${wanted}.`);
  const tooLarge = images.filter(({ id, widthMm, heightMm }) =>
    dieOf(id, box(widthMm, heightMm), sheet).turns.every(({ deg }) => deg % 90 !== 0),
  );
  if (tooLarge.length > 0)
    return {
      problem: `${tooLarge.map(({ id }) => id).join(', ')}: larger than what the printer reaches of a sheet, ${sheet.widthMm} x ${sheet.heightMm} mm.`,
    };
  const all = images.flatMap(({ id, widthMm, heightMm, count }) => {
    const die = dieOf(id, box(widthMm, heightMm), sheet);
    return Array.from({ length: count }, () => ({ ...die }));
  });
  let best: LaidDie[][] | null = null;
  const rules = shelfFillings([], sheet, gapMm).length;
  for (let rule = 0; rule < rules; rule++) {
    const sheets: LaidDie[][] = [];
    let left = all;
    while (left.length > 0) {
      const laid = shelfFillings(left, sheet, gapMm)[rule] ?? [];
      if (laid.length === 0) break;
      const gone = new Set(laid.map(({ die }) => die));
      left = left.filter((die) => !gone.has(die));
      sheets.push(laid.map(({ die: { id }, turn: { deg }, xMm, yMm }) => ({ id, xMm, yMm, turnedDeg: deg })));
    }
    if (left.length === 0 && (best === null || sheets.length < best.length)) best = sheets;
  }
  return { sheets: best ?? [] };
}
