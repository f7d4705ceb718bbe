import { describe, expect, it } from 'vitest';
import { labelMap, placed, type Shape } from '../../../tests/label-map';
import { seeded } from '../../../tests/seeded';
import { isLoop, regionsInLoop } from './lasso';
import { likeThisOne } from './like-this-one';

/** Shapes about the origin, of about the same size. */
const flag: Shape = (x, y) => y > -12 && y < 22 && Math.abs(x) < 17 * (1 - (y + 12) / 34);
const gem: Shape = (x, y) => Math.abs(x) + 0.7 * Math.abs(y) < 17;
const petal: Shape = (x, y) => (x / 9) ** 2 + ((y + 4) / 22) ** 2 < 1 && y > -24;
const disk: Shape = (x, y) => Math.hypot(x, y) < 16;
const bar: Shape = (x, y) => Math.abs(x) < 6 && Math.abs(y) < 26;
const heart: Shape = (x, y) =>
  Math.hypot(x - 8, y + 6) < 10 || Math.hypot(x + 8, y + 6) < 10 || (y > -4 && y < 20 && Math.abs(x) < 17 * (1 - (y + 4) / 24));
const crescent: Shape = (x, y) => Math.hypot(x, y) < 20 && Math.hypot(x - 9, y) > 15;

const others = { flag, gem, petal, disk, bar, heart, crescent } as const;

/** A page of a kind of thing under any turn and scales of 0.7 to 1.4, among others. @returns the map, and the labels of the kind. */
function page(kind: keyof typeof others, seed: number) {
  const random = seeded(seed);
  const shapes: Shape[] = [];
  const wanted: number[] = [];
  const names = Object.keys(others) as (keyof typeof others)[];
  for (let cell = 0; cell < 48; cell++) {
    const own = cell % 2 === 0 ? kind : (names[Math.floor(random() * names.length)] as keyof typeof others);
    // The first is of the middle size: from it the others are 0.7 to 1.4 as large.
    const scale = cell === 0 ? 1 : 0.7 + 0.7 * random();
    shapes.push(placed(others[own], [50 + 90 * (cell % 8), 50 + 90 * Math.floor(cell / 8)], 2 * Math.PI * random(), scale));
    if (own === kind) wanted.push(shapes.length);
  }
  return { labels: labelMap(760, 580, shapes), width: 760, height: 580, wanted };
}

describe('like this one', () => {
  it.each(['flag', 'gem', 'petal', 'heart'] as const)(
    'finds every %s and nothing else, under turn and scales of 0.7 to 1.4 (seeded)',
    (kind) => {
      for (const seed of [1, 2, 3]) {
        const { wanted, ...map } = page(kind, seed);
        const found = likeThisOne(map, 1);
        expect(found[0]).toBe(1);
        expect(
          found.toSorted((a, b) => a - b),
          `seed ${seed}`,
        ).toEqual(wanted);
      }
    },
  );

  it('what is of the shape but far larger or smaller is another thing', () => {
    const shapes = [
      placed(gem, [60, 60], 0, 1),
      placed(gem, [180, 60], 0.4, 2),
      placed(gem, [60, 180], 1, 0.5),
      placed(gem, [180, 180], 2, 1.2),
    ];
    expect(likeThisOne({ labels: labelMap(260, 260, shapes), width: 260, height: 260 }, 1)).toEqual([1, 4]);
  });

  it('refuses a label that is not there', () => {
    expect(() => likeThisOne({ labels: new Uint16Array(4), width: 2, height: 2 }, 3)).toThrow(/a label of the picture, got 3/);
  });
});

describe('a loop', () => {
  const round = (centre: number, radius: number, part = 1) =>
    Array.from({ length: 40 }, (_, step): [number, number] => {
      const angle = (2 * Math.PI * part * step) / 39;
      return [centre + radius * Math.cos(angle), centre + radius * Math.sin(angle)];
    });
  const region = (id: string, x: number, y: number, size: number) => ({
    ...{ id, label: 1, areaMm2: size * size, touchesEdge: false },
    boundsMm: [x - size / 2, y - size / 2, size, size] as [number, number, number, number],
    insideMm: [x, y] as [number, number],
  });

  it('is a drag that comes back to where it began and goes round something', () => {
    expect(isLoop(round(20, 8))).toBe(true);
    expect(isLoop(round(20, 8, 0.95)), 'it need not quite meet').toBe(true);
    expect(isLoop(round(20, 8, 0.6))).toBe(false);
    expect(isLoop(round(20, 0.5)), 'a shaky tap').toBe(false);
    const thereAndBack = [...round(20, 8, 0.5), ...round(20, 8, 0.5).reverse()];
    expect(isLoop(thereAndBack)).toBe(false);
    expect(isLoop([[1, 1]])).toBe(false);
  });

  it('takes in what it goes round for the most part, and nothing of what it crosses', () => {
    const regions = [region('r1', 20, 20, 4), region('r2', 25, 20, 3), region('r3', 28, 20, 10), region('r4', 40, 20, 4)];
    expect(regionsInLoop(regions, round(20, 8)).map(({ id }) => id)).toEqual(['r1', 'r2']);
  });
});
