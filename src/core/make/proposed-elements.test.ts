import { expect, it } from 'vitest';
import { madeUpPicture, madeUpTable } from '../../../tests/made-up-make';
import { proposedElements, takeProposed } from './proposed-elements';
import { indexTable } from './region-tables';

const { table } = madeUpTable(['r1', 'r2', 'r3', 'r4', 'r5']);
const read = indexTable({
  ...table.table,
  alike: [{ regionIds: ['r1', 'r2', 'r3'] }, { regionIds: ['r4', 'r5'] }, { regionIds: ['gone', 'r9'] }],
});

it('is proposed what is white yet, and more than one', () => {
  const picture = madeUpPicture({ elements: [{ id: 'coat', name: 'Coat', regionIds: ['r1', 'r4'] }] });
  expect(proposedElements(picture, read)).toEqual([['r2', 'r3']]);
  expect(proposedElements(madeUpPicture({}), table)).toEqual([]);
});

it('all are taken at once, each with a name of its own', () => {
  const picture = madeUpPicture({ elements: [{ id: 'one', name: 'Element 1', regionIds: [] }] });
  let next = 0;
  const operations = takeProposed(picture, proposedElements(picture, read), () => `new-${++next}`);
  expect(operations).toMatchObject([
    { kind: 'put', row: { id: 'new-1', name: 'Element 2', regionIds: ['r1', 'r2', 'r3'] } },
    { kind: 'put', row: { id: 'new-2', name: 'Element 3', regionIds: ['r4', 'r5'] } },
  ]);
});
