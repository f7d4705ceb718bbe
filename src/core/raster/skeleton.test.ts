import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawn, onStroke } from '../../../tests/drawn';
import { seeded } from '../../../tests/seeded';
import { chamferDistance } from './distance';
import type { BinaryImage } from './image';
import { runsOf } from './runs';
import { thin } from './skeleton';
import { depthAlong } from './spread-labels';

/** Strokes of all widths, crossing as they may. */
function scribble(seed: number, width: number, height: number): BinaryImage {
  const random = seeded(seed);
  const strokes = Array.from({ length: 1 + Math.floor(5 * random()) }, () => ({
    ends: [width * random(), height * random(), width * random(), height * random()] as const,
    widthPx: 1 + 8 * random(),
  }));
  return drawn(width, height, (x, y) => strokes.some(({ ends, widthPx }) => onStroke(x, y, ends, widthPx)));
}

/** The plain reference: the two conditions of Zhang and Suen (1984) written out, A(P1) and B(P1) as there. */
function plainThin({ width, height, data }: BinaryImage): number[] {
  let ink = Array.from(data, (value, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    return x > 0 && y > 0 && x < width - 1 && y < height - 1 ? value : 0;
  });
  for (let changed = true; changed; ) {
    changed = false;
    for (const second of [false, true]) {
      const before = ink;
      ink = before.map((value, i) => {
        if (value === 0) return 0;
        const p = [-width, -width + 1, 1, width + 1, width, width - 1, -1, -width - 1].map((offset) => before[i + offset] ?? 0);
        const b = p.reduce((sum, one) => sum + one, 0);
        const a = p.filter((one, k) => one === 0 && p[(k + 1) % 8] === 1).length;
        const [p2 = 0, , p4 = 0, , p6 = 0, , p8 = 0] = p;
        const sides = second ? p2 * p4 * p8 === 0 && p2 * p6 * p8 === 0 : p2 * p4 * p6 === 0 && p4 * p6 * p8 === 0;
        return b >= 2 && b <= 6 && a === 1 && sides ? 0 : 1;
      });
      if (ink.some((value, i) => value !== before[i])) changed = true;
    }
  }
  return ink;
}

const scribbles = (check: (lines: BinaryImage) => void) =>
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 50 }), (seed, width, height) =>
      check(scribble(seed, width, height)),
    ),
    { numRuns: 60 },
  );

describe('middle lines', () => {
  it('are those of the plain rule (seeded)', () => {
    scribbles((lines) => {
      expect([...thin(lines).data]).toEqual(plainThin(lines));
    });
  });
});

describe('the depth of line work', () => {
  it('is the distance of its pixels to the paper (seeded)', () => {
    scribbles(({ width, height, data }) => {
      const plain = chamferDistance(
        data.map((ink) => 1 - ink),
        width,
        height,
      );
      expect([...depthAlong(runsOf(data, width), width, height)]).toEqual([...plain]);
    });
  });
});
