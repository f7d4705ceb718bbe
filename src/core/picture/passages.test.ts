import { describe, expect, it } from 'vitest';
import { drawn, onFrame, onStroke } from '../../../tests/drawn';
import { findRegions } from './regions';

const pxPerMm = 300 / 25.4;
const ring = (x: number, y: number, centreX: number, centreY: number, radius: number, stroke = 5) =>
  Math.abs(Math.hypot(x - centreX, y - centreY) - radius) <= stroke / 2;
/** A bar, 300 x 44 px inside. */
const bar = (x: number, y: number) => onFrame(x, y, [20, 20, 324, 68], 5);
const read = (isLine: (x: number, y: number) => boolean) => findRegions(drawn(344, 88, isLine, pxPerMm));

describe('a narrow place', () => {
  it('beside a rivet is a passage: the bar stays whole', () => {
    // 7 px (0.6 mm) above and below the rivet.
    const found = read((x, y) => bar(x, y) || ring(x, y, 60, 44, 12.5));
    expect(found.count).toBe(2);
    expect(found.closings).toEqual([]);
  });

  it('between the ends of strokes is a break, in a line that hangs on nothing as well', () => {
    const found = read((x, y) => bar(x, y) || (onStroke(x, y, [170, 22, 170, 66], 5) && Math.abs(y - 44) > 3.5));
    expect(found.count).toBe(2);
    expect(found.closings).toHaveLength(1);
    const loop = read((x, y) => bar(x, y) || (ring(x, y, 170, 44, 13) && !(Math.abs(y - 44) < 3.5)));
    expect(loop.count).toBe(2);
  });

  it('between the end of a free stroke and a line is a break, also where they run together at a slant', () => {
    const upright = read((x, y) => bar(x, y) || onStroke(x, y, [170, 32, 170, 56], 5));
    expect(upright.count).toBe(2);
    const slant = read((x, y) => bar(x, y) || onStroke(x, y, [150, 32, 190, 56], 5));
    expect(slant.count).toBe(2);
  });

  it('hardly open at all is a break, whatever lies beside it: the lines were meant to touch', () => {
    // 3 px (0.25 mm) above and below.
    const found = read((x, y) => bar(x, y) || ring(x, y, 170, 44, 16.5));
    expect(found.count).toBe(3);
  });

  it('between two bulges of one outline is closed as before', () => {
    const bulge = (x: number, y: number) => Math.hypot(x - 172, y - 20) < 20.5 || Math.hypot(x - 172, y - 68) < 20.5;
    const waist = read((x, y) => bar(x, y) || bulge(x, y));
    expect(waist.count).toBe(2);
    expect(waist.closings).toHaveLength(1);
  });
});
