import { describe, expect, it } from 'vitest';
import { drawn, onFrame, onStroke } from '../../../tests/drawn';
import { seeded } from '../../../tests/seeded';
import { findRegions } from './regions';
import { findShadeCues, withoutCues } from './shade-cues';
import { findBranches, thin } from '#core/raster/skeleton';
import { labelComponents } from '#core/raster/components';

const pxPerMm = 300 / 25.4;
const box = [40, 40, 360, 360] as const;
type Stroke = readonly [number, number, number, number];

const withMarks = (strokes: readonly Stroke[], dots: readonly (readonly [number, number])[] = []) =>
  drawn(
    400,
    400,
    (x, y) =>
      onFrame(x, y, box, 6) || strokes.some((one) => onStroke(x, y, one, 5)) || dots.some(([dx, dy]) => Math.hypot(x - dx, y - dy) < 3),
    pxPerMm,
  );

/** Strokes side by side: count, spacing in px, leaning by an angle in degrees clockwise from 12 o'clock. */
const comb = (count: number, spacing: number, angleDeg: number, length = 50): Stroke[] =>
  Array.from({ length: count }, (_, index) => {
    const sin = Math.sin((angleDeg * Math.PI) / 180);
    const cos = Math.cos((angleDeg * Math.PI) / 180);
    const x = 200 + (index - count / 2) * spacing * cos;
    const y = 200 + (index - count / 2) * spacing * sin;
    return [x - (length / 2) * sin, y + (length / 2) * cos, x + (length / 2) * sin, y - (length / 2) * cos];
  });

describe('skeleton', () => {
  it('keeps what hangs together together and gets one px thin', () => {
    const lines = withMarks(comb(4, 12, 30));
    const skeleton = thin(lines);
    expect(labelComponents(skeleton, { connectivity: 8 }).count).toBe(labelComponents(lines, { connectivity: 8 }).count);
    expect(skeleton.data.reduce((sum, ink) => sum + ink, 0)).toBeLessThan(4 * 60 + 4 * 330);
  });

  it('cuts a T into three branches with two free ends and tells their width', () => {
    const lines = drawn(200, 200, (x, y) => onStroke(x, y, [100, 20, 100, 180], 6) || onStroke(x, y, [100, 100, 180, 100], 6));
    const branches = findBranches(lines).filter(({ lengthPx }) => lengthPx > 10);
    expect(branches).toHaveLength(3);
    expect(branches.filter(({ freeFirst, freeLast }) => freeFirst || freeLast)).toHaveLength(3);
    for (const { halfWidthPx } of branches) expect(Math.abs(halfWidthPx - 3)).toBeLessThan(0.8);
  });
});

describe('shade cues', () => {
  it.each([
    [3, 14, 45],
    [5, 11, 0],
    [6, 10, 110],
    [4, 20, 160],
  ])('%i free strokes, %i px apart, at %i degrees are hatching', (count, spacing, angleDeg) => {
    const cues = findShadeCues(withMarks(comb(count, spacing, angleDeg)));
    expect(cues.map(({ kind, count: strokes }) => [kind, strokes])).toEqual([['hatching', count]]);
    const apart = Math.abs((cues[0]?.directionDeg ?? 0) - angleDeg);
    expect(Math.min(apart, 180 - apart)).toBeLessThan(4);
  });

  it('strokes that hang on the outline are hatching too, and the outline stays closed without them', () => {
    const teeth = [0, 1, 2, 3, 4].map((index): Stroke => [150 + 13 * index, 40, 156 + 13 * index, 90]);
    const lines = withMarks(teeth);
    const cues = findShadeCues(lines);
    expect(cues.map(({ kind, count }) => [kind, count])).toEqual([['hatching', 5]]);
    const found = findRegions(withoutCues(lines, cues), { maxGapMm: 0 });
    expect(found.count).toBe(1);
    expect(lines.data.reduce((sum, ink) => sum + ink, 0)).toBeGreaterThan(
      withoutCues(lines, cues).data.reduce((sum, ink) => sum + ink, 0) + 900,
    );
  });

  it('close dots are stipple', () => {
    const random = seeded(8);
    const dots = Array.from(
      { length: 12 },
      (_, index) => [150 + 24 * (index % 4) + 6 * random(), 150 + 24 * Math.floor(index / 4) + 6 * random()] as const,
    );
    expect(findShadeCues(withMarks([], dots)).map(({ kind, count }) => [kind, count])).toEqual([['dots', 12]]);
  });

  it('two eyes, crossed strokes, spread whiskers and a wide ladder are none', () => {
    expect(
      findShadeCues(
        withMarks(
          [],
          [
            [150, 150],
            [250, 150],
          ],
        ),
      ),
    ).toEqual([]);
    expect(
      findShadeCues(
        withMarks([
          [150, 150, 250, 250],
          [250, 150, 150, 250],
        ]),
      ),
    ).toEqual([]);
    expect(
      findShadeCues(
        withMarks([
          [200, 200, 300, 160],
          [200, 215, 300, 215],
          [200, 230, 300, 275],
        ]),
      ),
    ).toEqual([]);
    expect(findShadeCues(withMarks(comb(4, 45, 0)))).toEqual([]);
  });

  it('divide no region: the same areas are found with and without them', () => {
    const lines = withMarks(comb(6, 11, 60, 90));
    expect(findRegions(withoutCues(lines, findShadeCues(lines))).count).toBe(1);
  });
});
