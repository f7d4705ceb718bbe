import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import { decodeKeptBandMap, encodeKeptBandMap, keptBandMap } from './kept-band-map';

describe('a band map as it is kept', () => {
  it('comes back as it went, owners over 255 too', () => {
    const random = seeded(3);
    const px = 40 * 30;
    const map = {
      widthPx: 40,
      heightPx: 30,
      owners: Uint16Array.from({ length: px }, () => Math.floor(random() * 1500)),
      bands: Uint8Array.from({ length: px }, () => Math.floor(random() * 7)),
    };
    expect(decodeKeptBandMap(encodeKeptBandMap(map), map)).toEqual(map);
    expect(() => decodeKeptBandMap(encodeKeptBandMap(map), { widthPx: 41, heightPx: 30 })).toThrow(RangeError);
    expect(() => decodeKeptBandMap(encodeKeptBandMap(map), { widthPx: 20, heightPx: 30 })).toThrow(RangeError);
  });

  it('is thinned to its bound, names elements by their place in the recipe, and leaves out what is not in it', () => {
    const [width, height] = [90, 60];
    // Left third the first element, the rest the second, whose rows alternate in threes between two bands.
    const elements = Uint16Array.from({ length: width * height }, (_, i) => (i % width < 30 ? 1 : 2));
    const bands = Uint8Array.from({ length: width * height }, (_, i) => 1 + (Math.floor(Math.floor(i / width) / 3) % 2));
    const kept = keptBandMap({ width, height, scale: 1, elements, bands }, [0, 5], 30);
    expect([kept.widthPx, kept.heightPx]).toEqual([30, 20]);
    expect([...kept.owners.slice(0, 30)]).toEqual([...new Array(10).fill(0), ...new Array(20).fill(5)]);
    expect(Array.from({ length: 20 }, (_, row) => kept.bands[row * 30 + 29])).toEqual(
      Array.from({ length: 20 }, (_, row) => 1 + (row % 2)),
    );
    expect(kept.bands[0], 'bare where nothing of the recipe lies').toBe(0);
  });
});
