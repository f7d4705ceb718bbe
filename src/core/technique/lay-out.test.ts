import { expect, it } from 'vitest';
import type { Marker } from '#model/marker';
import { layOut } from './lay-out';

const marker = (id: string, L?: number): Marker =>
  ({ id, code: id, lineId: 'line', ...(L === undefined ? {} : { lab: { L, a: 0, b: 0 } }) }) as Marker;

it('lays markers out light to dark, whatever their codes, and what is gone from the rack last', () => {
  const rack = [marker('a', 40), marker('b', 90), marker('c', 65)];
  const wanted = ['a', 'gone', 'b', 'c'].map((markerId) => ({ markerId, code: markerId }));
  expect(layOut(wanted, rack).map(({ markerId }) => markerId)).toEqual(['b', 'c', 'a', 'gone']);
  expect(layOut(wanted, rack).at(-1)).toEqual({ markerId: 'gone', code: 'gone', lab: undefined });
});
