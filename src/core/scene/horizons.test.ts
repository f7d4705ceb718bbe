import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import { elevationLevels, type HeightField, horizonDirections, horizonsOf, stepOf } from './horizons';

/** The plain march: from a cell along its line, cell by cell, the steepest way up. */
function plainLevel({ width, height, ground, over }: HeightField, direction: number, x: number, y: number): number {
  const { dx, dy, alongX } = stepOf(direction);
  const isForward = alongX ? dx < 0 : dy < 0;
  const slant = (alongX ? dy / dx : dx / dy) * (isForward ? 1 : -1);
  const length = alongX ? width : height;
  const place = alongX ? x : y;
  const own = isForward ? place : length - 1 - place;
  const start = (alongX ? y : x) - Math.round(own * slant);
  let steepest = 0;
  for (let step = own - 1; step >= 0; step--) {
    const along = isForward ? step : length - 1 - step;
    const across = start + Math.round(step * slant);
    if (across < 0 || across >= (alongX ? height : width)) continue;
    const standing = over[alongX ? across * width + along : along * width + across]!;
    if (Number.isNaN(standing)) continue;
    steepest = Math.max(steepest, (standing - ground[y * width + x]!) / ((own - step) * Math.hypot(1, slant)));
  }
  return Math.round((Math.atan(steepest) / (Math.PI / 2)) * elevationLevels);
}

describe('horizons', () => {
  it.each([1, 2, 3])('are those of the plain march in every direction, within one level, on seeded random heights (%i)', (seed) => {
    const random = seeded(seed);
    const [width, height] = [34 + seed, 29];
    const ground = new Float32Array(width * height).fill(Number.NaN);
    const over = new Float32Array(width * height).fill(Number.NaN);
    for (let i = 0; i < ground.length; i++) {
      if (random() < 0.6) ground[i] = 5 * random();
      if (random() < 0.3) over[i] = 25 * random() - 5;
    }
    const field = { width, height, ground, over };
    const { numbers, count, elevations } = horizonsOf(field);
    let seen = 0;
    for (let direction = 0; direction < horizonDirections; direction++) {
      for (let i = 0; i < ground.length; i++) {
        if (Number.isNaN(ground[i])) {
          expect(numbers[i]).toBe(-1);
          continue;
        }
        const plain = plainLevel(field, direction, i % width, Math.floor(i / width));
        const own = numbers[i]! < 0 ? 0 : elevations[direction * count + numbers[i]!]!;
        if (plain > 0) seen++;
        expect(Math.abs(own - plain)).toBeLessThanOrEqual(1);
      }
    }
    expect(seen).toBeGreaterThan(5000);
  });

  it('know how far off what they see stands', () => {
    const [width, height] = [60, 3];
    const ground = new Float32Array(width * height).fill(0);
    const over = new Float32Array(width * height).fill(Number.NaN);
    over[width + 50] = 10;
    const { numbers, count, distances, elevations } = horizonsOf({ width, height, ground, over });
    const east = horizonDirections / 4;
    const cell = numbers[width + 20]!;
    expect(distances[east * count + cell]).toBe(30);
    expect(elevations[east * count + cell]).toBe(Math.round((Math.atan(10 / 30) / (Math.PI / 2)) * elevationLevels));
  });

  it('refuse fields of another size', () => {
    expect(() => horizonsOf({ width: 2, height: 2, ground: new Float32Array(4), over: new Float32Array(3) })).toThrow(/4 cells/);
  });
});
