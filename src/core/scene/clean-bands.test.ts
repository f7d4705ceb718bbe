import { describe, expect, it } from 'vitest';
import { labelComponents } from '#core/raster/components';
import { seeded } from '../../../tests/seeded';
import type { BandMap } from './band-map';
import { cleanBands } from './clean-bands';

const pxPerMm = 300 / 25.4;
const [width, height] = [160, 120];

function mapOf(bandAt: (x: number, y: number) => number, elementAt: (x: number, y: number) => number = () => 1): BandMap {
  const map: BandMap = { width, height, scale: 1, elements: new Uint16Array(width * height), bands: new Uint8Array(width * height) };
  for (let i = 0; i < map.elements.length; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    map.elements[i] = elementAt(x, y);
    map.bands[i] = map.elements[i] === 0 ? 0 : bandAt(x, y);
  }
  return map;
}
const count = ({ bands }: BandMap, band: number) => bands.reduce((sum, own) => sum + Number(own === band), 0);

describe('clean bands', () => {
  it('no speck under 64 px is left of a noisy light (seeded), and every px keeps its element', () => {
    const random = seeded(3);
    const map = mapOf((x) => (x + 40 * (random() - 0.5) < width / 2 ? 1 : 2));
    const before = map.elements.slice();
    cleanBands(map, pxPerMm);
    expect(map.elements).toEqual(before);
    for (const band of [1, 2]) {
      const data = map.bands.map((own) => Number(own === band));
      const { areasPx } = labelComponents({ width, height, data }, { connectivity: 4 });
      expect(Math.min(...areasPx.slice(1))).toBeGreaterThanOrEqual(64);
      expect(areasPx.length).toBe(2);
    }
  });

  it('a long narrow shadow is widened to a nib, a short one goes', () => {
    const long = mapOf((_, y) => (y < 5 ? 3 : 1));
    cleanBands(long, pxPerMm);
    const rows = Array.from({ length: height }, (_, y) => long.bands[y * width + 80]).filter((band) => band === 3).length;
    // 1 mm is 11.8 px.
    expect(rows).toBeGreaterThanOrEqual(11);
    expect(rows).toBeLessThanOrEqual(14);
    const short = mapOf((x, y) => (y < 8 && x > 70 && x < 90 ? 3 : 1));
    expect(count(short, 3)).toBeGreaterThan(64);
    cleanBands(short, pxPerMm);
    expect(count(short, 3)).toBe(0);
  });

  it('a whisker under three nibs wide keeps its bands, however narrow', () => {
    const whisker = mapOf(
      (_, y) => (y < 48 ? 1 : y < 56 ? 2 : 3),
      (_, y) => (y >= 40 && y < 64 ? 1 : 0),
    );
    cleanBands(whisker, pxPerMm);
    expect([1, 2, 3].map((band) => count(whisker, band) > 0)).toEqual([true, true, true]);
  });

  it('a jagged edge becomes a smooth one, whichever bands it lies between', () => {
    const length = (map: BandMap) => {
      let edges = 0;
      for (let i = 0; i + width < map.bands.length; i++)
        edges += Number(map.bands[i] !== map.bands[i + width]) + Number(map.bands[i] !== map.bands[i + 1]);
      return edges;
    };
    // Also where a cut of the hand lets the lightest lie beside the darkest, whichever is above.
    for (const [above, below] of [
      [1, 2],
      [1, 4],
      [4, 1],
    ] as const) {
      const jagged = mapOf((x, y) => (y + (x % 6 < 3 ? 2 : -2) < 60 ? above : below));
      const before = length(jagged);
      cleanBands(jagged, pxPerMm);
      expect(length(jagged), `${above} over ${below}`).toBeLessThan(0.6 * before);
    }
  });
});
