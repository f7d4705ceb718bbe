import { describe, expect, it } from 'vitest';
import { cutLines } from './cut-lines';
import { halvingWay } from './halving-way';
import { type PlacedAreas, wetAreasOfPicture } from './wet-areas-of-picture';

const pxPerMm = 6;

/** A picture of two labels, drawn in mm. */
function drawn(widthMm: number, heightMm: number, labelAt: (x: number, y: number) => number) {
  const [width, height] = [widthMm * pxPerMm, heightMm * pxPerMm];
  const labels = Uint16Array.from({ length: width * height }, (_, i) =>
    labelAt(((i % width) + 0.5) / pxPerMm, (Math.floor(i / width) + 0.5) / pxPerMm),
  );
  return { labels, width, height, pxPerMm };
}

type Mend = { kind: 'cut' | 'join'; points: [number, number][] };
function areasOf(picture: ReturnType<typeof drawn>, labels: number[], maxAreaMm2: number, mends: Mend[] = []): PlacedAreas {
  const [found] = wetAreasOfPicture(picture, [{ elementId: 'e', labels, maxAreaMm2, mends }]);
  if (!found || 'problem' in found) throw new Error(found?.problem ?? 'nothing');
  return found;
}
const sizes = ({ areas }: PlacedAreas) => areas.map(({ areaMm2 }) => areaMm2);
/** The number at a place of the picture, in mm. */
function numberAt({ labels, width, leftMm, topMm, pxPerMm: own }: PlacedAreas, x: number, y: number): number {
  return labels[Math.floor((y - topMm) * own) * width + Math.floor((x - leftMm) * own)] ?? 0;
}

const strip = drawn(60, 20, (x, y) => Number(x > 5 && x < 55 && y > 4 && y < 16));

describe('wet areas of an element', () => {
  it('are one where all stays wet, else numbered along, with a place inside each', () => {
    expect(sizes(areasOf(strip, [1], 700))).toEqual([expect.closeTo(600, -1)]);
    const three = areasOf(strip, [1], 250);
    expect(three.areas).toHaveLength(3);
    expect([numberAt(three, 8, 10), numberAt(three, 30, 10), numberAt(three, 52, 10)]).toEqual([1, 2, 3]);
    for (const [index, { areaMm2, placesMm }] of three.areas.entries()) {
      expect(areaMm2).toBeLessThanOrEqual(250);
      for (const [x, y] of placesMm) expect(numberAt(three, x, y)).toBe(index + 1);
    }
    expect(wetAreasOfPicture(strip, [{ elementId: 'e', labels: [7], maxAreaMm2: 9, mends: [] }])).toEqual([]);
  });

  it('follow the lines between areas of the picture, and what lies apart is taken together while it fits', () => {
    const halves = drawn(60, 20, (x, y) => (y > 4 && y < 16 && x > 5 && x < 55 ? (x < 22 ? 1 : 2) : 0));
    const found = areasOf(halves, [1, 2], 420);
    expect(sizes(found)).toEqual([expect.closeTo(204, -1), expect.closeTo(396, -1)]);
    // Of what hangs together nothing is taken together again: both ends of a strip are parts of their own.
    const ends = areasOf(strip, [1], 199);
    expect(ends.areas.length).toBeGreaterThan(3);
    expect(ends.areas.every(({ placesMm }) => placesMm.length === 1)).toBe(true);
    // Four buttons of 9 mm2 in a row: the neighbours together.
    const buttons = drawn(60, 10, (x, y) => Number(y > 3 && y < 6 && x % 12 < 3 && x > 11));
    const pairs = areasOf(buttons, [1], 19);
    expect(pairs.areas.map(({ placesMm }) => placesMm.length)).toEqual([2, 2]);
    expect(pairs.areas.every(({ areaMm2 }) => areaMm2 <= 19)).toBe(true);
  });

  it('are cut and joined by hand, done again whenever they are computed', () => {
    const whole = areasOf(strip, [1], 700, [
      {
        kind: 'cut',
        points: [
          [20, 6],
          [20, 14],
        ],
      },
    ]);
    expect(sizes(whole)).toEqual([expect.closeTo(180, -1), expect.closeTo(420, -1)]);
    expect([numberAt(whole, 18, 10), numberAt(whole, 22, 10)]).toEqual([1, 2]);
    const joined = areasOf(strip, [1], 250, [
      {
        kind: 'join',
        points: [
          [8, 10],
          [30, 10],
        ],
      },
    ]);
    expect(joined.areas).toHaveLength(2);
    expect(numberAt(joined, 8, 10)).toBe(numberAt(joined, 30, 10));
    const back = areasOf(strip, [1], 700, [
      {
        kind: 'cut',
        points: [
          [20, 2],
          [20, 18],
        ],
      },
      {
        kind: 'join',
        points: [
          [8, 10],
          [40, 10],
        ],
      },
    ]);
    expect(back.areas).toHaveLength(1);
    // A cut beside it, and a join with nothing, change nothing.
    expect(
      areasOf(strip, [1], 700, [
        {
          kind: 'cut',
          points: [
            [2, 1],
            [58, 1],
          ],
        },
        {
          kind: 'join',
          points: [
            [1, 1],
            [8, 10],
          ],
        },
      ]).areas,
    ).toHaveLength(1);
  });

  it('are cut in halves by a way that needs no drawing', () => {
    const ring = drawn(40, 30, (x, y) =>
      Number((x - 15) ** 2 / 144 + (y - 15) ** 2 / 49 < 1 || (x > 20 && x < 38 && Math.abs(y - 15) < 2)),
    );
    const one = areasOf(ring, [1], 900);
    const way = halvingWay(one, 1);
    if (!way) return expect.fail('no way');
    const [first = 0, second = 0, ...more] = sizes(areasOf(ring, [1], 900, [{ kind: 'cut', points: way }]));
    expect(more).toEqual([]);
    expect(first / (first + second)).toBeGreaterThan(0.42);
    expect(first / (first + second)).toBeLessThan(0.58);
    expect(halvingWay(one, 2)).toBeNull();
  });

  it('what cannot be parted says so in words', () => {
    const [found] = wetAreasOfPicture(strip, [{ elementId: 'e', labels: [1], maxAreaMm2: 1.2, mends: [] }]);
    expect(found).toEqual({ elementId: 'e', problem: expect.stringMatching(/at most 255 can be told apart/) });
  });

  it('meet in lines: as many as there are borders, as long as those are', () => {
    const lines = cutLines(areasOf(strip, [1], 250));
    expect(lines).toHaveLength(2);
    for (const line of lines) {
      expect(line.at(-1)?.[1]).toBeDefined();
      expect(Math.abs(line.at(-1)![1] - line[0]![1])).toBeCloseTo(12, 0);
    }
    // Three that meet in a point: three lines.
    const star = drawn(40, 40, (x, y) =>
      Math.hypot(x - 20, y - 20) > 18 ? 0 : 1 + Math.floor((1.5 * (Math.atan2(y - 20, x - 20) + Math.PI)) / Math.PI),
    );
    expect(cutLines(areasOf(star, [1, 2, 3], 400))).toHaveLength(3);
    expect(cutLines(areasOf(strip, [1], 700))).toEqual([]);
  });
});
