import { describe, expect, it } from 'vitest';
import { type Mend, type Reading, usualReading } from '#model/reading';
import { onStroke } from '../../../tests/drawn';
import { twoBoxes, twoBoxesPxPerMm as pxPerMm } from '../../../tests/two-boxes';
import { chordThrough, mendFromStroke, mendFromTap, snapToInk } from './gestures';
import { thinnedOut } from '#core/raster/thinned-path';
import type { BinaryImage } from '#core/raster/image';
import { readRegions } from './read-picture';
import { toRegionTable } from './region-table';
import { resolveTouches } from './resolve-touches';

const withMends = (...mends: Mend[]): Reading => ({ ...usualReading, mends });
const read = (lines: BinaryImage, ...mends: Mend[]) => readRegions(lines, withMends(...mends));

describe('gestures', () => {
  const lines = twoBoxes();
  const result = read(lines);
  const context = {
    lines,
    pxPerMm,
    labels: result.found.labels,
    regions: toRegionTable(result, { pxPerMm, frame: { widthMm: 40, heightMm: 40 }, given: 0 }).regions,
    newId: () => 'new',
  };

  it('ends of strokes snap to ink within reach and stay otherwise', () => {
    const [x, y] = snapToInk(lines, [11, 20], pxPerMm);
    expect(Math.abs(x - 10)).toBeLessThan(0.3);
    expect(Math.abs(y - 20)).toBeLessThan(0.1);
    expect(snapToInk(lines, [15, 20], pxPerMm)).toEqual([15, 20]);
  });

  it('a single tap divides by the shortest way through it', () => {
    const chord = chordThrough(lines, [15, 22], pxPerMm);
    if (!chord) throw new Error('no chord');
    expect(Math.abs(Math.hypot(chord[1][0] - chord[0][0], chord[1][1] - chord[0][1]) - 9.6)).toBeLessThan(0.4);
    const answer = mendFromTap('divide', [15, 22], context);
    if (!('mend' in answer)) throw new Error(answer.refusal);
    expect(read(lines, answer.mend).found.count).toBe(3);
    expect(chordThrough(lines, [5, 5], pxPerMm)).toBeNull();
  });

  it('a tap on the wall joins, a drag does too; paper at one side is refused', () => {
    for (const answer of [
      mendFromTap('join', [19.5, 20], context),
      mendFromStroke(
        'join',
        [
          [15, 20],
          [25, 20],
        ],
        context,
      ),
    ]) {
      if (!('mend' in answer)) throw new Error(answer.refusal);
      expect(read(lines, answer.mend).found.count).toBe(1);
    }
    expect(mendFromTap('join', [5, 5], context)).toHaveProperty('refusal');
    expect(
      mendFromStroke(
        'join',
        [
          [15, 20],
          [5, 5],
        ],
        context,
      ),
    ).toHaveProperty('refusal');
    expect(
      mendFromStroke(
        'join',
        [
          [15, 20],
          [16, 21],
        ],
        context,
      ),
    ).toHaveProperty('refusal');
  });

  it('a tap rubs the nearest line, and marks paper; far from a line it is refused', () => {
    expect(mendFromTap('rub', [19, 20], context)).toMatchObject({ mend: { kind: 'rub' } });
    expect(mendFromTap('rub', [15, 20], context)).toHaveProperty('refusal');
    expect(mendFromTap('paper', [15, 20], context)).toMatchObject({ mend: { kind: 'paper' } });
    expect(mendFromTap('paper', [5, 5], context)).toHaveProperty('refusal');
  });

  it('strokes keep their shape with few points', () => {
    const wave = Array.from({ length: 200 }, (_, index): [number, number] => [index / 10, Math.sin(index / 20)]);
    const thin = thinnedOut(wave);
    expect(thin.length).toBeLessThan(20);
    expect(thin[0]).toEqual(wave[0]);
    expect(thin.at(-1)).toEqual(wave.at(-1));
    for (const [x, y] of wave)
      expect(
        thin.some(
          (_, index) => index > 0 && onStroke(x, y, [...(thin[index - 1] as [number, number]), ...(thin[index] as [number, number])], 0.41),
        ),
      ).toBe(true);
  });

  it('touches are told their mends in turn, each with its own id; one that means nothing says why', () => {
    const touch = (id: string, tool: 'divide' | 'line' | 'join', ...points: [number, number][]) => ({
      kind: 'touch' as const,
      id,
      tool,
      points,
    });
    const touches = [touch('t1', 'divide', [15, 22]), touch('t2', 'divide', [15, 26]), touch('t3', 'line', [5, 5])];
    const { mends, resolved } = resolveTouches(lines, touches, { labels: result.found.labels, regions: context.regions });
    expect(mends.map(({ id, kind }) => `${id} ${kind}`)).toEqual(['t1 divide', 't2 divide']);
    expect(resolved[2]).toMatchObject({ id: 't3', refusal: expect.stringMatching(/not lines on both sides/) });
    expect(readRegions(lines, { ...usualReading, mends }).found.count, 'two cuts through the left box').toBe(4);
    // Without the reading that was on show a join cannot know its areas.
    expect(resolveTouches(lines, [touch('t4', 'join', [15, 20], [25, 20])], null).resolved[0]).toHaveProperty('refusal');
  });
});
