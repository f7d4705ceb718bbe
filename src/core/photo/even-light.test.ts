import { describe, expect, it } from 'vitest';
import { usualReading } from '#model/reading';
import { readLines, readRegions } from '#core/picture/read-picture';
import { seeded } from '../../../tests/seeded';
import { evenLight } from './even-light';

const pxPerMm = 300 / 25.4;
const [width, height] = [640, 560];

/** Normal numbers of one pixel, smeared over their neighbours as paper fibres are, brought back to the wished deviation. */
function grain(sigma: number, reachPx: number, seed: number): Float32Array {
  const random = seeded(seed);
  let field = Float32Array.from(
    { length: width * height },
    () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random()),
  );
  for (const step of [1, width]) {
    for (let pass = 0; pass < 3 * reachPx; pass++) {
      field = field.map((value, i) => (value + (field[i - step] ?? value) + (field[i + step] ?? value)) / 3);
    }
  }
  const deviation = Math.sqrt(field.reduce((sum, value) => sum + value ** 2, 0) / field.length);
  return field.map((value) => (value / deviation) * sigma);
}

/** A ring with a bar across it on paper that darkens to the right: two areas, no mark, no opening. */
function sheet(sigma: number, reachPx: number, slope: number) {
  const noise = grain(sigma, reachPx, 5);
  const data = new Uint8Array(width * height);
  for (let i = 0; i < data.length; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    const away = Math.hypot(x - 230, y - 280);
    const isInk = Math.abs(away - 170) < 5 || (Math.abs(x - 230) < 4 && away < 170);
    const paper = (225 - (slope * x) / width) * (isInk ? 0.15 : 1);
    data[i] = Math.max(0, Math.min(255, Math.round(paper + (noise[i] as number))));
  }
  return { width, height, pxPerMm, data };
}

describe('grainy paper, as it is and with its light evened out', () => {
  it.each([3, 12].flatMap((sigma) => [0, 1, 2].flatMap((reachPx) => [0, 60].map((slope) => [sigma, reachPx, slope] as const))))(
    'of deviation %i, smeared over %i px, slope %i: no marks, no openings, no areas of its own',
    (sigma, reachPx, slope) => {
      const scan = sheet(sigma, reachPx, slope);
      for (const image of [scan, evenLight(scan)]) {
        const lines = readLines(image, usualReading.settings);
        const { found, cues, openings } = readRegions(lines, usualReading);
        expect([found.count, cues.length, openings.length]).toEqual([2, 0, 0]);
      }
    },
  );
});
