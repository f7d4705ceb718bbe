import type { Make } from '../src/model/make';
import { madeUpMake, madeUpPicture, madeUpTable, regionMapOf, tablesOf } from './made-up-make';

export const maps = [madeUpTable(['r1', 'r2', 'r3', 'r4']), madeUpTable(['r1', 'r4', 'r7']), madeUpTable([])] as const;
export const tables = tablesOf(...maps);
export const ladder = (markerId: string) => ({ rungs: [{ markerId, code: markerId.toUpperCase() }] });

/** Where edits start in tests: two pictures, one with regions, elements, a mend and a stroke. */
export function startingMake(): Make {
  return madeUpMake(
    madeUpPicture({
      regionMap: regionMapOf(maps[0]),
      regionsGiven: 4,
      mends: [{ kind: 'paper', id: 'w1', at: [3, 4] }],
      elements: [
        { id: 'e1', name: 'Scarf', regionIds: ['r1'] },
        { id: 'e2', name: 'Coat', regionIds: ['r2', 'r3'], ladder: ladder('m1') },
      ],
      strokes: [{ id: 's1', kind: 'darker', points: [[3, 4]], radiusMm: 2 }],
    }),
    madeUpPicture({ id: 'p2', name: 'Balloon', standsAtMm: [70, 0] }),
  );
}
