/** Times the expected look of a picture of one megapixel: at full and at half resolution. */
import { hexOfLab } from '../src/core/colour/lab';
import { paintLook } from '../src/core/look/paint-look';
import type { BandMap } from '../src/core/scene/band-map';
import type { ElementLook } from '../src/model/look';

const side = 1000;
const cells = 5;

/** Five by five balls of four bands each, with bare paper between. */
function balls(size: number, scale: 1 | 2): BandMap {
  const elements = new Uint16Array(size * size);
  const bands = new Uint8Array(size * size);
  const cell = size / cells;
  for (let i = 0; i < elements.length; i++) {
    const [x, y] = [i % size, Math.floor(i / size)];
    const [column, row] = [Math.floor(x / cell), Math.floor(y / cell)];
    const [dx, dy] = [(x - (column + 0.5) * cell) / cell, (y - (row + 0.5) * cell) / cell];
    if (Math.hypot(dx, dy) > 0.48) continue;
    elements[i] = 1 + row * cells + column;
    bands[i] = 1 + Math.min(3, Math.floor(6 * Math.hypot(dx + 0.15, dy + 0.15)));
  }
  return { width: size, height: size, scale, elements, bands };
}

const looks = Array.from(
  { length: cells * cells },
  (_, index): ElementLook => ({
    id: String(index),
    bands: [88, 74, 58, 40].map((L) => ({ L, a: 30 - 2 * index, b: 20 })),
    joinsMm: [1.5, 1.5, 1.5],
    isStreaky: index % 2 === 0,
    extras: index % 5 === 0 ? ['dots'] : [],
    pattern: { L: 40, a: 0, b: 0 },
  }),
);
const wish = { elements: looks, paper: { L: 95, a: 0, b: 0 }, isWet: false, hasGrain: true, pxPerMm: 10 };

for (const [name, map] of [
  ['full', balls(side, 1)],
  ['coarse (half)', balls(side / 2, 2)],
] as const) {
  const times: number[] = [];
  for (let round = 0; round < 7; round++) {
    const start = performance.now();
    paintLook(map, looks, wish);
    times.push(performance.now() - start);
  }
  times.sort((one, other) => one - other);
  console.log(
    `${name}: ${Math.round(times[3] ?? 0)} ms in the median of 7, for a picture of 1 MP (first colour ${hexOfLab(looks[0]!.bands[0]!)})`,
  );
}
