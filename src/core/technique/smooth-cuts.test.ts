import { describe, expect, it } from 'vitest';
import { smoothCuts } from './smooth-cuts';

const [width, height] = [90, 90];
/** Two areas that meet in steps of nine px. */
const stepped = Uint8Array.from({ length: width * height }, (_, i) => (Math.floor((i % width) / 9) > Math.floor(i / width / 9) ? 1 : 2));
const oneRegion = new Uint16Array(width * height).fill(7);
const sizeOf = (labels: Uint8Array, label: number) => labels.filter((own) => own === label).length;

/** The longest stretch on which the border of two areas runs straight across, in px. */
function longestStep(labels: Uint8Array): number {
  let longest = 0;
  for (let row = 0; row + 1 < height; row++) {
    let run = 0;
    for (let column = 0; column < width; column++) {
      run = labels[row * width + column] === labels[(row + 1) * width + column] ? 0 : run + 1;
      longest = Math.max(longest, run);
    }
  }
  return longest;
}

describe('smooth cuts', () => {
  it('lose their steps, and neither side much of its size', () => {
    expect(longestStep(stepped)).toBe(9);
    const smooth = smoothCuts({ width, height, labels: stepped, regions: oneRegion }, 5000);
    expect(longestStep(smooth)).toBeLessThanOrEqual(5);
    for (const label of [1, 2])
      expect(Math.abs(sizeOf(smooth, label) - sizeOf(stepped, label)) / sizeOf(stepped, label)).toBeLessThan(0.03);
  });

  it('do not move where they run along a drawn line, and none makes an area larger than it may be', () => {
    const along = Uint16Array.from(stepped, (label) => 10 + label);
    expect(smoothCuts({ width, height, labels: stepped, regions: along }, 5000)).toEqual(stepped);
    const most = sizeOf(stepped, 2);
    expect(sizeOf(smoothCuts({ width, height, labels: stepped, regions: oneRegion }, most), 2)).toBeLessThanOrEqual(most);
  });

  it('keep an area that would be rubbed out', () => {
    const speck = stepped.slice();
    speck[40 * width + 70] = 3;
    const smooth = smoothCuts({ width, height, labels: speck, regions: oneRegion }, 5000);
    expect(sizeOf(smooth, 3)).toBe(1);
  });
});
