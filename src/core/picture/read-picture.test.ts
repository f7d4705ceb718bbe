import { describe, expect, it } from 'vitest';
import { type Mend, type Reading, usualReading } from '#model/reading';
import { drawn, onFrame, onStroke } from '../../../tests/drawn';
import { twoBoxes, twoBoxesPxPerMm } from '../../../tests/two-boxes';
import { greyOfRegions } from './grey-map';
import type { BinaryImage } from '#core/raster/image';
import { inheritedAssignments, matchRegions } from './match-regions';
import { readRegions } from './read-picture';
import { indexTable } from '#core/make/region-tables';
import { toRegionTable } from './region-table';

const pxPerMm = twoBoxesPxPerMm;
const withMends = (...mends: Mend[]): Reading => ({ ...usualReading, mends });
const read = (lines: BinaryImage, ...mends: Mend[]) => readRegions(lines, withMends(...mends));
const labelAt = ({ found }: ReturnType<typeof read>, xMm: number, yMm: number) =>
  found.labels[Math.round(yMm * pxPerMm) * 400 + Math.round(xMm * pxPerMm)];

describe('mends', () => {
  it('join: two areas become one, as large as both', () => {
    const apart = read(twoBoxes());
    const joined = read(twoBoxes(), { kind: 'join', id: 'j', first: [15, 20], second: [25, 20] });
    expect([apart.found.count, joined.found.count]).toEqual([2, 1]);
    expect(joined.found.regions[0]?.areaPx).toBe(apart.found.regions.reduce((sum, { areaPx }) => sum + areaPx, 0));
    expect(labelAt(joined, 15, 20)).toBe(labelAt(joined, 25, 20));
  });

  it('join with a side that leaks: the other area stays, and they join when the leak is closed', () => {
    const join: Mend = { kind: 'join', id: 'j', first: [15, 20], second: [25, 20] };
    const leaking = read(twoBoxes(4), join);
    expect(labelAt(leaking, 15, 20), 'the left box leaks').toBe(0);
    expect(labelAt(leaking, 25, 20)).toBeGreaterThan(0);
    const closed: Mend = {
      kind: 'line',
      id: 'l',
      points: [
        [10, 17],
        [10, 23],
      ],
    };
    const mended = read(twoBoxes(4), join, closed);
    expect(labelAt(mended, 15, 20)).toBe(labelAt(mended, 25, 20));
    expect(labelAt(mended, 15, 20)).toBeGreaterThan(0);
  });

  it('divide, draw a line, take a closing: a wall where there was none', () => {
    for (const kind of ['divide', 'line', 'closing'] as const) {
      const cut = read(twoBoxes(), {
        kind,
        id: 'm',
        points: [
          [10, 20],
          [20, 20],
        ],
      });
      expect(cut.found.count).toBe(3);
      expect(labelAt(cut, 15, 15)).not.toBe(labelAt(cut, 15, 25));
    }
    expect(read(twoBoxes(4)).found.count).toBe(1);
    expect(
      read(twoBoxes(4), {
        kind: 'line',
        id: 'l',
        points: [
          [10, 17.5],
          [10, 22.5],
        ],
      }).found.count,
    ).toBe(2);
  });

  it('rub out: the wall goes and the areas run together; paper: an area is outside', () => {
    expect(
      read(twoBoxes(), {
        kind: 'rub',
        id: 'r',
        points: [
          [20, 14],
          [20, 26],
        ],
        widthMm: 1.6,
      }).found.count,
    ).toBe(1);
    const paper = read(twoBoxes(), { kind: 'paper', id: 'p', at: [15, 20] });
    expect(paper.found.count).toBe(1);
    expect(labelAt(paper, 15, 20)).toBe(0);
  });

  it('are done in the order they were made, and again the same', () => {
    const line: Mend = {
      kind: 'line',
      id: 'l',
      points: [
        [10, 20],
        [20, 20],
      ],
    };
    const rub: Mend = {
      kind: 'rub',
      id: 'r',
      points: [
        [9, 20],
        [21, 20],
      ],
      widthMm: 1,
    };
    expect(read(twoBoxes(), line, rub).found.count).not.toBe(read(twoBoxes(), rub, line).found.count);
    expect([...read(twoBoxes(), line).found.labels]).toEqual([...read(twoBoxes(), line).found.labels]);
  });

  it('places beyond the picture do no harm', () => {
    expect(read(twoBoxes(), { kind: 'join', id: 'j', first: [-5, 20], second: [900, 20] }).found.count).toBe(2);
    expect(
      read(twoBoxes(), {
        kind: 'line',
        id: 'l',
        points: [
          [-50, 5],
          [90, 5],
        ],
      }).found.count,
    ).toBeGreaterThanOrEqual(2);
  });

  it('openings are proposed until they are taken', () => {
    const open = twoBoxes(4);
    const [opening] = read(open).openings;
    if (!opening) throw new Error('nothing proposed');
    const mm = ([x, y]: [number, number]): [number, number] => [x / pxPerMm, y / pxPerMm];
    const taken: Mend = { kind: 'closing', id: 'c', points: [mm(opening.from), mm(opening.to)] };
    expect(read(open, taken).found.count).toBe(2);
    expect(read(open, taken).openings).toEqual([]);
  });
});

describe('measures', () => {
  it('areas, the common wall and its length', () => {
    const { found } = read(twoBoxes());
    for (const { areaPx } of found.regions) expect(Math.abs(areaPx / 100 - 200)).toBeLessThan(5);
    const wall = found.adjacency.find(({ labels }) => labels[0] === 1 && labels[1] === 2);
    expect(Math.abs((wall?.lengthPx ?? 0) / pxPerMm - 20)).toBeLessThan(1.2);
  });

  it('a slanting wall and a round one are as long as geometry says', () => {
    const slant = readRegions(
      drawn(400, 400, (x, y) => onFrame(x, y, [60, 60, 340, 340]) || onStroke(x, y, [60, 100, 340, 300], 4), pxPerMm),
      usualReading,
    );
    const across = slant.found.adjacency.find(({ labels }) => labels[0] > 0);
    expect(Math.abs((across?.lengthPx ?? 0) - Math.hypot(280, 200)) / Math.hypot(280, 200)).toBeLessThan(0.06);
    const ring = readRegions(
      drawn(400, 400, (x, y) => Math.abs(Math.hypot(x - 200, y - 200) - 120) < 2, pxPerMm),
      usualReading,
    );
    const round = ring.found.adjacency.find(({ labels }) => labels[0] === 0);
    expect(Math.abs((round?.lengthPx ?? 0) - 2 * Math.PI * 120) / (2 * Math.PI * 120)).toBeLessThan(0.04);
  });

  it('narrowest width: that of a strip, of the neck of a dumbbell, of a disk', () => {
    const strip = readRegions(
      drawn(400, 200, (x, y) => onFrame(x, y, [40, 80, 360, 120]), pxPerMm),
      usualReading,
    );
    expect(Math.abs((strip.narrowestPx[1] ?? 0) - 36)).toBeLessThan(2.5);
    const dumbbell = (x: number, y: number) =>
      Math.min(
        Math.hypot(x - 110, y - 150) - 70,
        Math.hypot(x - 310, y - 150) - 70,
        Math.max(Math.abs(y - 150) - 15, Math.abs(x - 210) - 100),
      );
    const neck = readRegions(
      drawn(420, 300, (x, y) => Math.abs(dumbbell(x, y)) < 2, pxPerMm),
      usualReading,
    );
    expect(neck.found.count).toBe(1);
    expect(Math.abs((neck.narrowestPx[1] ?? 0) - 26)).toBeLessThan(3);
    const disk = readRegions(
      drawn(300, 300, (x, y) => Math.abs(Math.hypot(x - 150, y - 150) - 80) < 2, pxPerMm),
      usualReading,
    );
    expect(Math.abs((disk.narrowestPx[1] ?? 0) - 156)).toBeLessThan(5);
  });

  it('neighbours get different greys, the paper stays white', () => {
    const pairs = [
      [0, 1],
      [1, 2],
      [2, 3],
      [1, 3],
      [3, 4],
    ] as const;
    const greys = greyOfRegions(4, pairs);
    expect(greys[0]).toBe(255);
    for (const [first, second] of pairs) expect(greys[first]).not.toBe(greys[second]);
  });
});

describe('a new reading', () => {
  const options = { pxPerMm, frame: { widthMm: 40, heightMm: 40 }, given: 0 };
  const first = read(twoBoxes());
  const firstMap = toRegionTable(first, options);
  const [leftId = '', rightId = ''] = firstMap.regions.map(({ id }) => id);
  const elements = [{ id: 'e', name: 'Coat', regionIds: [leftId] }];
  const again = (result: ReturnType<typeof read>, toOld?: (x: number, y: number) => readonly [number, number]) => {
    const match = matchRegions({ ...first.found, regions: firstMap.regions }, result.found, toOld);
    const map = toRegionTable(result, { ...options, given: 2, before: { elements, table: indexTable(firstMap), match } });
    return { match, map, idAt: (x: number, y: number) => map.regions.find(({ label }) => label === labelAt(result, x, y))?.id };
  };

  it('names its areas shortly, in turn', () => {
    expect([leftId, rightId]).toEqual(['r1', 'r2']);
  });

  it('keeps the ids of areas that are there still', () => {
    const { map } = again(read(twoBoxes(0.4)));
    expect(map.regions.map(({ id }) => id)).toEqual([leftId, rightId]);
    expect(map.lost).toEqual([]);
  });

  it('a divided area: the larger part keeps the id, the other joins its element', () => {
    const { match, map, idAt } = again(
      read(twoBoxes(), {
        kind: 'divide',
        id: 'd',
        points: [
          [10, 16],
          [20, 16],
        ],
      }),
    );
    expect(idAt(15, 25)).toBe(leftId);
    expect(idAt(25, 20)).toBe(rightId);
    const partId = idAt(15, 13) ?? '';
    expect(partId, 'a number not given before').toBe('r3');
    expect(inheritedAssignments({ elements }, map, match)).toEqual([{ regionId: partId, elementId: 'e' }]);
    expect(map.lost).toEqual([]);
  });

  it('joined areas: one id goes on, the other is listed with its element and where it went', () => {
    const { map } = again(read(twoBoxes(), { kind: 'join', id: 'j', first: [15, 20], second: [25, 20] }));
    const [goesOn] = map.regions;
    expect([leftId, rightId]).toContain(goesOn?.id);
    expect(map.lost).toHaveLength(1);
    expect(map.lost?.[0]).toMatchObject({ intoId: goesOn?.id, elementId: map.lost?.[0]?.id === leftId ? 'e' : null });
  });

  it('an area that became paper is listed as such', () => {
    const { map } = again(read(twoBoxes(), { kind: 'paper', id: 'p', at: [15, 20] }));
    expect(map.lost).toMatchObject([{ id: leftId, elementId: 'e', intoId: null }]);
  });

  it('finds the areas again in a picture that was cut out anew', () => {
    const moved = drawn(400, 400, (x, y) => onFrame(x, y, [60, 130, 260, 330]) || onStroke(x, y, [160, 130, 160, 330], 4), pxPerMm);
    const { idAt } = again(read(moved), (x, y) => [x + 40, y - 30]);
    expect(idAt(11, 23)).toBe(leftId);
    expect(idAt(21, 23)).toBe(rightId);
  });

  it('the kept map names borders in mm and the region of every cue', () => {
    const border = firstMap.borders?.find(({ between }) => between.includes(leftId) && between.includes(rightId));
    expect(Math.abs((border?.lengthMm ?? 0) - 20)).toBeLessThan(1.2);
    const hatched = drawn(
      400,
      400,
      (x, y) =>
        onFrame(x, y, [100, 100, 300, 300]) || [0, 1, 2, 3].some((one) => onStroke(x, y, [150 + 10 * one, 180, 150 + 10 * one, 220], 3)),
      pxPerMm,
    );
    const map = toRegionTable(read(hatched), options);
    expect(map.cues).toMatchObject([{ kind: 'hatching', count: 4, regionId: map.regions[0]?.id }]);
  });
});
