import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type SessionEntry, sessionEntrySchema, sessionHeadSchema } from '#model/session';
import { madeUpEntry, madeUpMark, madeUpSession } from '../../../tests/made-up-session';
import { dryingAt, readyAtMs, wetLeftS } from './drying';
import { isWithinBlend, sessionState } from './session-state';

const marks = [madeUpMark(1), madeUpMark(2, { blend: 'b1' }), madeUpMark(3, { markerId: 'r1', code: '1.rose' }), madeUpMark(4)];
const head = madeUpSession(marks);
const stateOf = (entries: readonly SessionEntry[]) => sessionState(head, entries);
const done = (mark: string, atS: number) => madeUpEntry('done', atS, { mark });
const other = { markerId: 'x', code: 'X' };

const acts: fc.Arbitrary<SessionEntry> = fc
  .record({
    id: fc.integer({ min: 1, max: 12 }).map((n) => `id-${n}`),
    atMs: fc.integer({ min: 0, max: 3_000_000 }),
    mark: fc.constantFrom('m1', 'm2', 'm3', 'm4', 'none'),
    of: fc.integer({ min: 1, max: 12 }).map((n) => `id-${n}`),
    kind: fc.constantFrom('done', 'again', 'darker', 'other', 'slip', 'leak', 'leaveOut', 'noBlend', 'pause', 'resume', 'undo', 'end'),
    rest: fc.boolean(),
  })
  .map((given) => sessionEntrySchema.parse({ ...given, marker: other, with: other, cover: 'dots', reason: 'dry' }));

describe('a session as it stands', () => {
  it('follows from its entries whatever they are: told twice it is the same, times never run back, the plan is never more than done', () => {
    expect(sessionHeadSchema.safeParse(head).success).toBe(true);
    fc.assert(
      fc.property(fc.array(acts, { maxLength: 40 }), (entries) => {
        const state = stateOf(entries);
        expect(stateOf([...entries, ...entries])).toEqual(state);
        const times = state.entries.map(({ atMs }) => atMs);
        expect(times).toEqual([...times].sort((one, two) => one - two));
        expect(times.every((atMs) => atMs >= head.startedAtMs)).toBe(true);
        expect([...state.standings.keys()]).toEqual(marks.map(({ id }) => id));
        for (const { state: own, passes } of state.standings.values()) expect(own !== 'done' || passes > 0).toBe(true);
        const open = marks.findIndex(({ id }) => state.standings.get(id)?.state === 'open');
        expect(state.current).toBe(open < 0 ? null : open);
      }),
    );
  });

  it('an undo takes back the last act and nothing else, said once or by two devices', () => {
    fc.assert(
      fc.property(fc.uniqueArray(acts, { selector: ({ id }) => id, maxLength: 12 }), (entries) => {
        const state = stateOf(entries);
        if (!state.last) return;
        const undo = (id: string) =>
          madeUpEntry('undo', 5_000, { of: state.last?.id ?? '' }) && { ...madeUpEntry('undo', 5_000, { of: state.last?.id ?? '' }), id };
        const once = stateOf([...entries, undo('u1')]);
        expect(stateOf([...entries, undo('u1'), undo('u2')])).toEqual(once);
        expect(once.entries).toEqual(state.entries.filter(({ id }) => id !== state.last?.id));
      }),
    );
    const two = [done('m1', 10), done('m2', 20)];
    expect(stateOf(two).current).toBe(2);
    const back = stateOf([...two, madeUpEntry('undo', 21, { of: two[1]?.id ?? '' })]);
    expect([back.current, back.standings.get('m2')?.state, back.standings.get('m1')?.state]).toEqual([1, 'open', 'done']);
    // One that was overtaken by another act does nothing.
    expect(stateOf([...two, madeUpEntry('undo', 21, { of: two[0]?.id ?? '' })]).current).toBe(2);
  });

  it('another marker takes one place, or that of all that is still to be done with the same', () => {
    const codes = (entries: readonly SessionEntry[]) => [...stateOf(entries).standings.values()].map(({ marker }) => marker.code);
    const change = (rest: boolean) => madeUpEntry('other', 5, { mark: 'm1', marker: other, reason: 'dry', rest });
    expect(codes([change(false)])).toEqual(['X', '2.rose', '1.rose', '4.rose']);
    expect(codes([change(true)])).toEqual(['X', '2.rose', 'X', '4.rose']);
    expect(codes([done('m3', 1), change(true)]), 'what is done was done with the first').toEqual(['X', '2.rose', '1.rose', '4.rose']);
  });

  it('repeats, darker and left out count; within a blend nothing is paused', () => {
    const state = stateOf([
      madeUpEntry('again', 8, { mark: 'm1' }),
      done('m1', 12),
      madeUpEntry('darker', 15, { mark: 'm1', marker: other }),
    ]);
    expect(state.standings.get('m1')).toEqual({
      ...{ state: 'done', passes: 2, marker: { markerId: 'r1', code: '1.rose' }, darker: other, doneAtMs: 1_015_000 },
    });
    expect(stateOf([madeUpEntry('again', 8, { mark: 'm1' })]).current, 'it stays in hand until it is done').toBe(0);
    expect(isWithinBlend(marks, state)).toBe(true);
    expect(isWithinBlend(marks, stateOf([done('m1', 8), done('m2', 9)]))).toBe(false);
    expect(stateOf([madeUpEntry('leaveOut', 3, { mark: 'm1' })]).current).toBe(1);
  });
});

describe('what dries', () => {
  const waiting = [
    madeUpMark(1),
    madeUpMark(2),
    madeUpMark(3, { dryBefore: [{ mark: 'm1', seconds: 30 }] }),
    madeUpMark(4, { dryBefore: [{ mark: 'm1', seconds: 60 }] }),
  ];
  const dryHead = madeUpSession(waiting);

  it('counts on from when it was laid, to the second, whatever is done meanwhile, and is told as long as something waits for it', () => {
    const state = sessionState(dryHead, [done('m1', 10), done('m2', 25)]);
    expect(dryingAt(waiting, state, 1_020_000)).toEqual([{ mark: 'm1', untilMs: 1_070_000 }]);
    expect(dryingAt(waiting, state, 1_070_000)).toEqual([]);
    expect(readyAtMs(waiting[2] as (typeof waiting)[number], state, 1_026_000)).toBe(1_040_000);
    expect(readyAtMs(waiting[2] as (typeof waiting)[number], state, 1_050_000)).toBe(1_050_000);
    const later = sessionState(dryHead, [done('m1', 10), done('m2', 25), done('m3', 41), done('m4', 71)]);
    expect(dryingAt(waiting, later, 1_020_000)).toEqual([]);
    // Laid once more it is wet once more.
    const again = sessionState(dryHead, [done('m1', 10), madeUpEntry('again', 20, { mark: 'm1' })]);
    expect(dryingAt(waiting, again, 1_021_000)).toEqual([{ mark: 'm1', untilMs: 1_080_000 }]);
  });

  it('a blend stays wet for so long after its last mark; before its first nothing is wet', () => {
    expect(wetLeftS(marks, stateOf([]), 1_000_000)).toBeNull();
    expect(wetLeftS(marks, stateOf([done('m1', 10)]), 1_020_000)).toBe(20);
    expect(wetLeftS(marks, stateOf([done('m1', 10)]), 1_090_000)).toBe(0);
    expect(wetLeftS(marks, stateOf([done('m1', 10), done('m2', 20)]), 1_021_000)).toBeNull();
  });
});
