import { describe, expect, it } from 'vitest';
import { drawn, onFrame, onStroke } from '../../../tests/drawn';
import { proposeClosings } from './closings';
import { drawStroke } from '#core/raster/draw-stroke';
import { findRegions } from './regions';

const pxPerMm = 300 / 25.4;
/** A box whose right side is open by so many px. */
const openBox = (gap: number) =>
  drawn(400, 400, (x, y) => onFrame(x, y, [60, 60, 340, 340], 6) && !(x > 300 && Math.abs(y - 200) < gap / 2), pxPerMm);

describe('proposed closings', () => {
  it.each([30, 60, 120])('an opening of %i px is offered straight across, and taking it closes the area', (gap) => {
    const lines = openBox(gap);
    expect(findRegions(lines).count).toBe(0);
    const [first] = proposeClosings(lines);
    if (!first) throw new Error('nothing was proposed');
    expect(Math.abs(first.lengthPx - gap)).toBeLessThan(10);
    for (const [x, y] of [first.from, first.to]) {
      expect(Math.abs(x - 340)).toBeLessThan(5);
      expect(Math.abs(Math.abs(y - 200) - gap / 2)).toBeLessThan(6);
    }
    drawStroke(lines, [first.from, first.to], 3, 1);
    expect(findRegions(lines).count).toBe(1);
  });

  it('a stroke that stops short of a line is led on to it', () => {
    const lines = drawn(400, 400, (x, y) => onFrame(x, y, [60, 60, 340, 340], 6) || onStroke(x, y, [63, 200, 280, 200], 6), pxPerMm);
    const [first] = proposeClosings(lines);
    expect(first?.to[0]).toBeGreaterThan(330);
    expect(Math.abs((first?.to[1] ?? 0) - 200)).toBeLessThan(12);
  });

  it('closed drawings and blank paper get none; lines between forbid one', () => {
    expect(proposeClosings(drawn(200, 200, (x, y) => onFrame(x, y, [40, 40, 160, 160], 6), pxPerMm))).toEqual([]);
    expect(proposeClosings(drawn(50, 50, () => false, pxPerMm))).toEqual([]);
    const wall = drawn(
      400,
      200,
      (x, y) => onStroke(x, y, [40, 100, 160, 100], 6) || onStroke(x, y, [200, 20, 200, 180], 6) || onStroke(x, y, [240, 100, 360, 100], 6),
      pxPerMm,
    );
    expect(proposeClosings(wall).some(({ from, to }) => Math.min(from[0], to[0]) < 180 && Math.max(from[0], to[0]) > 220)).toBe(false);
  });

  it('none to the rim of the picture: what is dark there is the edge of the paper', () => {
    const lines = drawn(400, 400, (x, y) => x < 6 || onStroke(x, y, [100, 200, 300, 200], 6), pxPerMm);
    expect(proposeClosings(lines)).toEqual([]);
    const line = drawn(400, 400, (x, y) => Math.abs(x - 30) < 3 || onStroke(x, y, [100, 200, 300, 200], 6), pxPerMm);
    expect(proposeClosings(line)).toHaveLength(1);
  });

  it('nothing longer than asked', () => expect(proposeClosings(openBox(120), { longestPx: 80 })).toEqual([]));
});
