import { expect, it } from 'vitest';
import type { Make } from '#model/make';
import type { ColouredElement } from '#model/coloured-picture';
import { madeUpMake, madeUpPicture } from '../../../tests/made-up-make';
import { compareMakes } from './compare';

const spot = { on: 'e1', softMm: 1, strokes: [{ points: [[3, 4]] as [number, number][], radiusMm: 2 }] };
const withElement = (change: Partial<ColouredElement>): Make =>
  madeUpMake(madeUpPicture({ elements: [{ id: 'e1', name: 'Hat', regionIds: ['r1'], ...change }] }));

const changes: [string, Partial<ColouredElement>, Partial<ColouredElement>][] = [
  ['light', { light: { shade: 'darker' } }, { light: { shade: 'darker', highlight: 0.2 } }],
  ['light', {}, { light: { shares: [0.2, 0.8] } }],
  ['made of', { kind: 'hair' }, { kind: 'fur' }],
  ['soft spot', { spot }, { spot: { ...spot, softMm: 3 } }],
  [
    'soft spot',
    { spot },
    {
      spot: {
        ...spot,
        strokes: [
          {
            points: [
              [3, 4],
              [9, 9],
            ],
            radiusMm: 2,
          },
        ],
      },
    },
  ],
  [
    'on the paper outside',
    { outside: { kind: 'ground', from: [1, 2], to: [30, 2], depthMm: 7 } },
    { outside: { kind: 'ground', from: [1, 2], to: [31, 2], depthMm: 7 } },
  ],
  ['ladder', { ladder: { rungs: [{ markerId: 'm', code: '62' }] } }, { ladder: { rungs: [{ markerId: 'n', code: '62' }] } }],
  ['areas', { regionIds: ['r1', 'r2'] }, { regionIds: ['r1', 'r3'] }],
];

it.each(changes)('what differs in the %s of an element is told, with other words for each window', (field, first, second) => {
  const differences = compareMakes(withElement(first), withElement(second));
  expect(differences).toHaveLength(1);
  expect(differences[0]?.what).toBe(`Element Hat, ${field}`);
  expect(differences[0]?.first).not.toBe(differences[0]?.second);
  for (const words of [differences[0]?.first, differences[0]?.second]) expect(words).not.toMatch(/[{}[\]"]/);
});

it('strokes of the hand and the loose rows of a make are told apart in words too', () => {
  const stroke = (radiusMm: number, to: number) =>
    madeUpMake(
      madeUpPicture({
        strokes: [
          {
            id: 's',
            kind: 'darker',
            radiusMm,
            points: [
              [1, 1],
              [to, 1],
            ],
          },
        ],
      }),
    );
  expect(compareMakes(stroke(1, 9), stroke(2, 20)).map(({ what }) => what.replace(/^.*, /, ''))).toEqual(['width', 'way']);
  const rows = (seed: number): Make => ({
    ...madeUpMake(),
    pieceRows: [{ id: 'p', name: 'Flowers', count: 9, seed, ladders: [{ rungs: [{ markerId: 'm', code: '62' }] }] }],
  });
  const [difference] = compareMakes(rows(1), rows(2));
  expect(difference?.first).not.toBe(difference?.second);
});
