import { expect, it } from 'vitest';
import type { Lab } from '#model/marker';
import type { Contact } from './contacts';
import { nearestInLightness } from './near-in-lightness';

const grey = (L: number): Lab => ({ L, a: 0, b: 0 });
/** Band of the first, band of the second, length in px; band 0 is bare paper. */
function contact(elements: readonly [number, number], ...lengths: readonly [number, number, number][]): Contact {
  const lengthsPx = Array.from({ length: 4 }, () => [0, 0, 0, 0]);
  for (const [own, theirs, length] of lengths) (lengthsPx[own] as number[])[theirs] = length;
  return { elements, lengthsPx, places: [] };
}
const colours: Record<number, readonly (Lab | undefined)[]> = {
  1: [grey(80), grey(60)],
  2: [{ L: 82, a: 40, b: 0 }, grey(30)],
  3: [undefined],
};
const coloursOf = (element: number) => colours[element] ?? [];

it('tells pairs by the mean difference of lightness along their border, the nearest first, with the inks that meet the longest', () => {
  const found = nearestInLightness(
    [
      contact([1, 2], [1, 1, 30], [2, 2, 10]),
      // Beside paper that the second keeps.
      contact([1, 4], [2, 0, 40]),
      // A colour that is not known tells nothing; so does a border that nobody sees.
      contact([1, 3], [1, 1, 40]),
      contact([2, 4], [1, 0, 5]),
    ],
    coloursOf,
    0.1,
  );
  expect(found.map(({ contact: { elements }, apartL }) => [elements, apartL])).toEqual([
    // (30 x 2 + 10 x 30) / 40 = 9; 100 - 60 = 40.
    [[1, 2], 9],
    [[1, 4], 40],
  ]);
  expect(found[0]?.inks).toEqual([grey(80), { L: 82, a: 40, b: 0 }]);
  expect(found[0]?.borderMm).toBeCloseTo(4, 6);
  expect(nearestInLightness([contact([1, 2], [1, 1, 30]), contact([1, 4], [2, 0, 40])], coloursOf, 0.1, 1)).toHaveLength(1);
});
