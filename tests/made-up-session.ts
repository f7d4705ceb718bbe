import type { PlannedMark, SessionEntry, SessionHead } from '../src/model/session';

/** A made-up mark: "m1", of a blend of its own where nothing else is said. */
export function madeUpMark(number: number, change: Partial<PlannedMark> = {}): PlannedMark {
  return {
    ...{
      id: `m${number}`,
      blend: `b${number}`,
      elementIds: [`e${number}`],
      over: `Element ${number}`,
      where: 'on the base',
      how: 'circles',
    },
    ...{ markerId: `r${number}`, code: `${number}.rose`, school: 'feather', areaMm2: 300, seconds: 10, wetS: 30 },
    ...change,
  };
}

/** A made-up session of so many marks, begun at 1,000,000 ms. */
export function madeUpSession(marks: readonly PlannedMark[]): SessionHead {
  return { startedAtMs: 1_000_000, of: [{ pictureId: 'p1', colouringId: 'c1', repeats: 1 }], marks: [...marks] };
}

let last = 0;
/** An entry with an id of its own, so many seconds after the beginning. */
export function madeUpEntry<K extends SessionEntry['kind']>(
  kind: K,
  atS: number,
  more: Omit<Extract<SessionEntry, { kind: K }>, 'id' | 'atMs' | 'kind'>,
): SessionEntry {
  return { id: `entry-${++last}`, atMs: 1_000_000 + Math.round(1000 * atS), kind, ...more } as SessionEntry;
}
