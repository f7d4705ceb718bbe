import { expect, it } from 'vitest';
import { madeUpTable } from '../../../tests/made-up-make';
import { indexTable } from '#core/make/region-tables';
import { isLampBehind, wayBehindDeg } from './front-way';

it('the way across a border is that on the map, from what is in front to what is behind', () => {
  const table = indexTable({ ...madeUpTable(['r1', 'r2']).table.table, widthPx: 60, heightPx: 80 });
  const { widthPx, heightPx, frame, regions } = table.table;
  const [first, second] = [regions[0]!, regions[1]!];
  // A border that runs from the upper left to the lower right through the middle: the second lies to its upper right.
  const labels = Uint16Array.from({ length: widthPx * heightPx }, (_, i) =>
    (i % widthPx) / widthPx > Math.floor(i / widthPx) / heightPx ? second.label : first.label,
  );
  const front = {
    between: [first.id, second.id] as [string, string],
    source: 'proposed' as const,
    sureness: 1,
    lengthMm: 10,
    atMm: [frame.widthMm / 2, frame.heightMm / 2] as const,
  };
  const upRight = (Math.atan2(heightPx, widthPx) * 180) / Math.PI;
  expect(Math.abs(wayBehindDeg(table, labels, { ...front, front: first.id }) - upRight)).toBeLessThan(20);
  expect(Math.abs(wayBehindDeg(table, labels, { ...front, front: second.id }) - upRight - 180)).toBeLessThan(20);
});

it('a lamp stands behind where its side is that of what lies behind; one beside or before the border does not', () => {
  const far = (azimuthDeg: number) => isLampBehind(90, [10, 10], { kind: 'distant', azimuthDeg, heightDeg: 40, ambient: 0 });
  expect([far(90), far(45), far(135), far(0), far(180), far(270)]).toEqual([true, true, true, false, false, false]);
  const near = (xMm: number, yMm: number) => isLampBehind(90, [10, 10], { kind: 'near', xMm, yMm, heightMm: 10, ambient: 0 });
  expect([near(30, 10), near(-10, 10), near(10, 40), near(30, 25)]).toEqual([true, false, false, true]);
});
