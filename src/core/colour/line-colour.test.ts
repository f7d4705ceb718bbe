import { describe, expect, it } from 'vitest';
import { deltaE00 } from './difference';
import { labOfHex } from './lab';
import { blackHex, lineColour, lineColourWords, tintLines } from './line-colour';
import { seeded } from '#core/sharing/seeded';

/** Paper with lines of a colour over 6 % of it, their edges soft, a little grain everywhere. */
function drawing(ink: readonly [number, number, number], paper: readonly [number, number, number] = [254, 254, 254]): Uint8Array {
  const random = seeded(3);
  const rgb = new Uint8Array(3 * 200 * 200);
  for (let i = 0; i < 200 * 200; i++) {
    const along = i % 50;
    const share = along < 3 ? 1 : along < 5 ? 0.4 : 0;
    for (const channel of [0, 1, 2] as const)
      rgb[3 * i + channel] = Math.max(0, Math.min(255, paper[channel] + share * (ink[channel] - paper[channel]) + 3 * (random() - 0.5)));
  }
  return rgb;
}

describe('the colour of lines', () => {
  it.each([
    [[96, 56, 28], '#60381c', 'dark brown'],
    [[140, 90, 50], '#8c5a32', 'brown'],
    [[128, 128, 128], '#808080', 'grey'],
    [[40, 60, 150], '#283c96', 'dark blue'],
    [[190, 190, 190], '#bebebe', 'pale grey'],
  ] as const)('%j is found to within a just noticeable difference, and named', (ink, hex, words) => {
    const found = lineColour(drawing(ink));
    expect(found).not.toBeNull();
    expect(deltaE00(labOfHex(found as string), labOfHex(hex))).toBeLessThan(2.3);
    expect(lineColourWords(found ?? undefined)).toBe(words);
  });

  it('black lines and bare paper have none', () => {
    expect(lineColour(drawing([20, 20, 22]))).toBeNull();
    expect(lineColour(drawing([254, 254, 254]))).toBeNull();
    expect(lineColour(drawing([34, 30, 24], [250, 225, 185])), 'black under a warm lamp').toBeNull();
    expect(lineColour(new Uint8Array(0))).toBeNull();
    expect(lineColourWords(undefined)).toBe('black');
  });

  it('grey lines are tinted so that full ink has its colour and paper stays paper', () => {
    const grey = Math.round(0.299 * 96 + 0.587 * 56 + 0.114 * 28);
    const rgba = new Uint8ClampedArray([grey, grey, grey, 255, 255, 255, 255, 255]);
    tintLines(rgba, '#60381c');
    expect([...rgba]).toEqual([96, 56, 28, 255, 255, 255, 255, 255]);
    // Scanned black and said to be pale: black becomes that colour, a grey rim half of it.
    const black = new Uint8ClampedArray([0, 0, 0, 255, 128, 128, 128, 255]);
    tintLines(black, '#d9d4cb', blackHex);
    expect([...black]).toEqual([217, 212, 203, 255, 236, 234, 229, 255]);
  });
});
