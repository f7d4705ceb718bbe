import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import { labelComponents } from './components';
import type { BinaryImage } from './image';
import { withoutSpecks } from './specks';

/** The plain reference: a flood from every pixel not seen yet, in reading order. */
function floodLabels({ width, height, data }: BinaryImage, connectivity: 4 | 8): Int32Array {
  const labels = new Int32Array(data.length);
  let next = 0;
  for (let start = 0; start < data.length; start++) {
    if (!data[start] || labels[start]) continue;
    labels[start] = ++next;
    const waiting = [start];
    for (let i = waiting.pop(); i !== undefined; i = waiting.pop()) {
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          const x = (i % width) + dx;
          const y = Math.floor(i / width) + dy;
          if ((connectivity === 4 && dx !== 0 && dy !== 0) || x < 0 || y < 0 || x >= width || y >= height) continue;
          const j = y * width + x;
          if (!data[j] || labels[j]) continue;
          labels[j] = next;
          waiting.push(j);
        }
      }
    }
  }
  return labels;
}

describe('connected components', () => {
  it('are the same where the pixels begin in the middle of a word of memory', () => {
    const random = seeded(8);
    const buffer = new Uint8Array(3 + 37 * 21);
    for (let i = 0; i < buffer.length; i++) buffer[i] = random() < 0.7 ? 1 : 0;
    for (const offset of [0, 1, 2, 3]) {
      const image = { width: 37, height: 21, data: buffer.subarray(offset, offset + 37 * 21) };
      expect([...labelComponents(image).labels]).toEqual([...floodLabels(image, 4)]);
    }
  });

  it.each([4, 8] as const)('by runs are those of a plain flood, numbers and areas too (seeded, %i-connected)', (connectivity) => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 40 }),
        fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        fc.integer({ min: 1, max: 1e6 }),
        (width, height, share, seed) => {
          const random = seeded(seed);
          const image = { width, height, data: Uint8Array.from({ length: width * height }, () => (random() < share ? 1 : 0)) };
          const { labels, count, areasPx } = labelComponents(image, { connectivity });
          const plain = floodLabels(image, connectivity);
          expect([...labels]).toEqual([...plain]);
          expect(count).toBe(Math.max(0, ...plain));
          for (let label = 0; label <= count; label++) expect(areasPx[label]).toBe(plain.filter((own) => own === label).length);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('grow beyond the room they started with', () => {
    const width = 201;
    const data = Uint8Array.from({ length: width * 101 }, (_, i) => ((i % width) % 2 === 0 && Math.floor(i / width) % 2 === 0 ? 1 : 0));
    expect(labelComponents({ width, height: 101, data }).count).toBe(101 * 51);
  });

  it('refuse another connectivity', () => {
    expect(() => labelComponents({ width: 1, height: 1, data: new Uint8Array(1) }, { connectivity: 6 as 4 })).toThrow(RangeError);
  });
});

describe('specks', () => {
  const square = (data: Uint8Array, column: number, row: number, side: number, value: number) => {
    for (let dy = 0; dy < side; dy++) data.fill(value, (row + dy) * 30 + column, (row + dy) * 30 + column + side);
  };

  it('of ink go and pinholes are filled, larger ones stay', () => {
    const data = new Uint8Array(900);
    square(data, 2, 2, 2, 1);
    square(data, 10, 10, 12, 1);
    square(data, 14, 14, 1, 0);
    square(data, 17, 17, 4, 0);
    const clean = withoutSpecks({ width: 30, height: 30, data }, 6);
    expect(clean.data[2 * 30 + 2]).toBe(0);
    expect(clean.data[14 * 30 + 14]).toBe(1);
    expect(clean.data[18 * 30 + 18]).toBe(0);
    expect(clean.data[11 * 30 + 11]).toBe(1);
    expect(data[2 * 30 + 2], 'the picture given is not changed').toBe(1);
  });
});
