import fc from 'fast-check';
import { expect, it } from 'vitest';
import { decodeLabelMap, encodeLabelMap } from './label-map';
import { nextRegion } from './walk';

it('a label map comes back as it was', () => {
  fc.assert(
    fc.property(fc.uint16Array({ minLength: 12, maxLength: 12 }), (labels) => {
      expect(decodeLabelMap(encodeLabelMap(labels), 4, 3)).toEqual(labels);
    }),
  );
});

it('a label map of another size is refused', () => {
  expect(() => decodeLabelMap(encodeLabelMap(new Uint16Array(12)), 4, 4)).toThrow();
  expect(() => decodeLabelMap(encodeLabelMap(new Uint16Array(12)), 3, 3)).toThrow();
});

it('the keyboard walk goes to the nearest region in a direction and stays at the border', () => {
  const region = (id: string, x: number, y: number) => ({
    id,
    label: 1,
    areaMm2: 1,
    boundsMm: [0, 0, 1, 1] as [number, number, number, number],
    insideMm: [x, y] as [number, number],
    touchesEdge: false,
  });
  const regions = [region('a', 0, 0), region('b', 10, 1), region('c', 4, 9), region('d', 30, 0)];
  expect(nextRegion(regions, null, 'down')?.id).toBe('a');
  expect(nextRegion(regions, 'a', 'right')?.id).toBe('b');
  expect(nextRegion(regions, 'b', 'right')?.id).toBe('d');
  expect(nextRegion(regions, 'a', 'down')?.id).toBe('c');
  expect(nextRegion(regions, 'd', 'right')).toBeNull();
});
