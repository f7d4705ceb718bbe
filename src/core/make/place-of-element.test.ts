import { expect, it } from 'vitest';
import { madeUpTable } from '../../../tests/made-up-make';
import { placeOfElement } from './place-of-element';
import { indexTable } from './region-tables';

const bare = madeUpTable(['r1', 'r2']).table.table;
const table = indexTable({
  ...bare,
  regions: bare.regions.map((region, index) => ({ ...region, areaMm2: 4 + index, insideMm: [1 + index, 2] as [number, number] })),
});

it('is in the largest area, where a soft spot begins, and nowhere for what has neither', () => {
  expect(placeOfElement({ regionIds: ['r1', 'r2'] }, table)).toEqual([2, 2]);
  const spot = { on: 'coat', softMm: 1, strokes: [{ points: [[7, 8] as [number, number]], radiusMm: 1 }] };
  expect(placeOfElement({ regionIds: [], spot }, table)).toEqual([7, 8]);
  expect(placeOfElement({ regionIds: ['gone'] }, table)).toBeNull();
});
