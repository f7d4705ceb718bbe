import { describe, expect, it } from 'vitest';
import { usualReading } from '#model/reading';
import { freeEnds, freeEndsLines } from '../../../tests/free-ends';
import { seeded } from '../../../tests/seeded';
import { cheapestCut, type Tie } from './cheapest-cut';
import { proposeClosings } from './closings';
import { openingsLeft } from './openings-left';
import { readRegions } from './read-picture';
import { findRegions } from './regions';
import { isSureClosing, worthwhileClosings } from './worth-closing';

describe('openings that are worth closing', () => {
  it.each(freeEnds.map((drawing) => [drawing.name, drawing] as const))('%s', (_, drawing) => {
    const lines = freeEndsLines(drawing);
    const { openings } = readRegions(lines, usualReading);
    const middles = openings.map(({ from, to }) => [(from[0] + to[0]) / 2 / lines.pxPerMm, (from[1] + to[1]) / 2 / lines.pxPerMm] as const);
    for (const [x, y] of drawing.openAt) {
      expect(
        middles.filter(([ownX, ownY]) => Math.hypot(ownX - x, ownY - y) < 2.5),
        `open at ${x}, ${y}`,
      ).toHaveLength(1);
    }
    expect(middles, JSON.stringify(middles)).toHaveLength(drawing.openAt.length);
  });

  it('without the choice many more were shown', () => {
    const all = freeEnds.map((drawing) => proposeClosings(freeEndsLines(drawing)).length);
    expect(all.reduce((sum, count) => sum + count)).toBeGreaterThan(20);
  });

  it('what lies apart already needs none, and too small an area neither; sure is what is short and makes much', () => {
    const lines = freeEndsLines(freeEnds[1] as (typeof freeEnds)[number]);
    const found = findRegions(lines);
    const [closing] = worthwhileClosings(lines, found, proposeClosings(lines));
    if (!closing) throw new Error('nothing proposed');
    expect(isSureClosing(closing, lines.pxPerMm)).toBe(true);
    expect(isSureClosing({ ...closing, lengthPx: 6 * lines.pxPerMm }, lines.pxPerMm)).toBe(false);
    expect(isSureClosing({ ...closing, isOuter: false }, lines.pxPerMm)).toBe(false);
    expect(worthwhileClosings(lines, found, [closing], { leastAreaMm2: 400 })).toEqual([]);
    const closed = freeEndsLines(freeEnds[0] as (typeof freeEnds)[number]);
    expect(worthwhileClosings(closed, findRegions(closed), [closing]), 'inside what is closed it parts nothing').toEqual([]);
  });

  it('what a mend has closed is left no more', () => {
    const opening = { fromMm: [1, 2] as [number, number], toMm: [3, 4] as [number, number], isSure: true };
    const other = { ...opening, toMm: [5, 4] as [number, number] };
    const mend = { kind: 'closing' as const, id: 'c', points: [opening.fromMm, opening.toMm] };
    expect(openingsLeft([opening, other], [mend])).toEqual([other]);
    expect(openingsLeft([opening, other], [{ ...mend, kind: 'line' }])).toHaveLength(2);
  });
});

describe('cheapest cut', () => {
  it('finds the least of all ways to part nodes, as trying every one of them does', () => {
    const random = seeded(77);
    for (let turn = 0; turn < 60; turn++) {
      const count = 2 + Math.floor(random() * 7);
      const pulls = Array.from({ length: count }, () => Math.floor(random() * 20));
      const ties: Tie[] = Array.from({ length: Math.floor(random() * 14) }, () => ({
        between: [Math.floor(random() * count), Math.floor(random() * count)],
        cost: Math.floor(random() * 12),
      }));
      const costOf = (stays: readonly boolean[]) =>
        pulls.reduce((sum, pull, node) => sum + (node > 0 && stays[node] ? pull : 0), 0) +
        ties.reduce((sum, { between: [one, other], cost }) => sum + (stays[one] === stays[other] ? 0 : cost), 0);
      const all = Array.from({ length: 2 ** (count - 1) }, (_, bits) =>
        pulls.map((_, node) => node === 0 || ((bits >> (node - 1)) & 1) === 1),
      );
      const found = cheapestCut(pulls, ties);
      expect(found[0]).toBe(true);
      expect(costOf(found)).toBe(Math.min(...all.map(costOf)));
    }
  });
});
