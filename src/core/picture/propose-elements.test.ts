import { expect, it } from 'vitest';
import { labelMap, placed, type Shape } from '../../../tests/label-map';
import { seeded } from '../../../tests/seeded';
import { proposeElements } from './propose-elements';

const ear: Shape = (x, y) => (x / 12) ** 2 + (y / 26) ** 2 < 1 && y > -20 && x + 0.3 * y < 9;
const mirroredEar: Shape = (x, y) => ear(-x, y);
const star: Shape = (x, y) => Math.hypot(x, y) < 13 + 6 * Math.cos(5 * Math.atan2(y, x));
const disk: Shape = (x, y) => Math.hypot(x, y) < 16;
const size = { width: 700, height: 420 };

it('eighteen stars are one, however turned; both ears are, one the mirror of the other; what is of another size or shape is not (seeded)', () => {
  for (const seed of [1, 2]) {
    const random = seeded(seed);
    const stars = Array.from({ length: 18 }, (_, index) =>
      placed(star, [45 + 75 * (index % 9), 50 + 80 * Math.floor(index / 9)], 2 * Math.PI * random(), 0.98 + 0.04 * random()),
    );
    const ears = [placed(ear, [60, 260], 0, 1), placed(mirroredEar, [140, 260], 0, 1)];
    const others = [placed(disk, [230, 260], 0, 1), placed(star, [330, 260], 0, 1.6), placed(ear, [420, 260], 0.4, 1.4)];
    const groups = proposeElements({ ...size, labels: labelMap(size.width, size.height, [...stars, ...ears, ...others]) });
    expect(groups).toEqual([stars.map((_, index) => index + 1), [19, 20]]);
  }
});

it('a region is in one group at the most, and a lone one in none (seeded)', () => {
  const random = seeded(7);
  const shapes = Array.from({ length: 40 }, (_, index) =>
    placed(
      [ear, star, disk][index % 3] as Shape,
      [40 + 80 * (index % 8), 45 + 80 * Math.floor(index / 8)],
      6 * random(),
      0.6 + 0.7 * random(),
    ),
  );
  const groups = proposeElements({ ...size, labels: labelMap(size.width, size.height, shapes) });
  const all = groups.flat();
  expect(groups.length).toBeGreaterThan(2);
  expect(new Set(all).size).toBe(all.length);
  for (const group of groups) expect(group.length).toBeGreaterThan(1);
  expect(proposeElements({ ...size, labels: labelMap(size.width, size.height, [placed(disk, [90, 90], 0, 1)]) })).toEqual([]);
});
