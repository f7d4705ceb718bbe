import { expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import { addShading, type LitForm, shadingAt } from './shading-at';

it.each([1, 2, 3])('all pixels at once get what each gets by itself, at ragged rims too (seeded, %i)', (seed) => {
  const random = seeded(seed);
  const [width, height, mapWidth] = [24, 20, 80];
  const mask = Uint8Array.from({ length: width * height }, (_, i) => {
    const [column, row] = [i % width, Math.floor(i / width)];
    return column > 0 && row > 0 && column < width - 1 && row < height - 1 && random() < 0.85 ? 1 : 0;
  });
  const light = Float32Array.from(mask, () => random());
  const form = { width, height, mask, heights: new Float32Array(0), normals: new Float32Array(0) } as unknown as LitForm['form'];
  const lit: LitForm = { left: 6, top: 4, formScale: 2, form, light };
  const pixels = Uint32Array.from({ length: 4 * mask.length }, (_, i) => {
    const [x, y] = [i % (2 * width), Math.floor(i / (2 * width))];
    return (y + 4) * mapWidth + x + 6;
  }).filter((pixel) => mask[Math.floor((Math.floor(pixel / mapWidth) - 4) / 2) * width + Math.floor(((pixel % mapWidth) - 6) / 2)]);
  const values = new Float32Array(pixels.length).fill(1);
  addShading(values, pixels, { mapWidth, scale: 1 }, lit, 0.25);
  for (const [i, pixel] of pixels.entries()) {
    expect(values[i]).toBeCloseTo(0.75 + shadingAt(lit, pixel % mapWidth, Math.floor(pixel / mapWidth)), 5);
  }
});
