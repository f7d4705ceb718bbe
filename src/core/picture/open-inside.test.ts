import { describe, expect, it } from 'vitest';
import { openInside } from './open-inside';

const pxPerMm = 6;
const [width, height] = [400, 400];

/** A ring of line that is open over some degrees, with a closed head on top of it that is an area. */
function drawn({ gapDeg, radius = 120 }: { gapDeg: number; radius?: number }) {
  const isInk = new Uint8Array(width * height);
  const labels = new Uint16Array(width * height);
  for (let i = 0; i < labels.length; i++) {
    const [x, y] = [(i % width) - 200, Math.floor(i / width) - 220];
    const fromTop = Math.abs((Math.atan2(x, -y) * 180) / Math.PI - 90);
    const onRing = Math.abs(Math.hypot(x, y) - radius) < 5 && fromTop > gapDeg / 2;
    if (onRing) isInk[i] = 1;
    if (Math.hypot(x, y + radius) < 40) labels[i] = 2;
  }
  return { labels, isInk, width, height, pxPerMm };
}

describe('the inside of a drawing that is no area', () => {
  it('is what a line that is open leaves, within a few per cent of what it encloses', () => {
    const { areaMm2, share } = openInside(drawn({ gapDeg: 8 }));
    // The disk inside the ring, less what the head covers of it.
    const enclosed = (Math.PI * 115 ** 2 - 0.5 * Math.PI * 40 ** 2) / pxPerMm ** 2;
    expect(areaMm2 / enclosed).toBeGreaterThan(0.75);
    expect(areaMm2 / enclosed).toBeLessThan(1.05);
    expect(share).toBeGreaterThan(0.6);
  });

  it('is nothing where all areas are closed, nor in a bay that is open to the world', () => {
    const closed = drawn({ gapDeg: 0 });
    for (let i = 0; i < closed.labels.length; i++) {
      if (Math.hypot((i % width) - 200, Math.floor(i / width) - 220) < 120) closed.labels[i] ||= 3;
    }
    expect(openInside(closed)).toEqual({ areaMm2: 0, share: 0 });
    const bay = new Uint8Array(width * height);
    for (let y = 100; y < 300; y++) for (let x = 100; x < 300; x++) if (x < 130 || x > 270 || y > 270) bay[y * width + x] = 1;
    const labels = new Uint16Array(width * height);
    expect(openInside({ labels, isInk: bay, width, height, pxPerMm }).areaMm2).toBeLessThan(15);
    expect(openInside({ labels, isInk: new Uint8Array(width * height), width, height, pxPerMm }).share).toBe(0);
  });

  it('is nothing between things that stand apart, however many there are round it', () => {
    // Rows of disks with 8 mm between them: all ways meet one, and none would be closed.
    const labels = new Uint16Array(width * height);
    for (let i = 0; i < labels.length; i++) {
      const [x, y] = [(i % width) % 100, Math.floor(i / width) % 100];
      if (Math.hypot(x - 50, y - 50) < 26) labels[i] = 1;
    }
    expect(openInside({ labels, isInk: new Uint8Array(width * height), width, height, pxPerMm }).share).toBe(0);
  });
});
