import { describe, expect, it } from 'vitest';
import { madeUpEntry, madeUpMark, madeUpSession } from '../../../tests/made-up-session';
import type { Marker } from '#model/marker';
import { minutesWords, sayMark, sayNext, spokenCode } from './mark-said';
import { paceOf } from './pace';
import { readRecord, writeRecord } from './record';
import { recordSaid } from './record-said';
import { sessionState } from './session-state';
import { darkerOwn, nearestOwn } from './stand-ins';
import { secondsOfMark, timeLeft } from './time-left';

const codeOf = ({ code }: { code: string }) => code;

describe('what is said of a mark', () => {
  it('is one sentence a voice can read, with which of equal images', () => {
    expect(spokenCode('62b.gold')).toBe('62 b gold');
    expect(spokenCode('R-10/2')).toBe('R 10 2');
    expect(sayMark(madeUpMark(3, { nib: 'fine', copy: { number: 2, of: 3 } }))).toBe(
      '3 rose, fine nib. Element 3, on the base. circles. Number 2 of 3.',
    );
    expect(sayMark(madeUpMark(3), { code: 'X1' }), 'with what took its place').toMatch(/^X 1\./);
  });

  it('tells what comes next: another marker, the same in hand, the last', () => {
    const [one, two] = [madeUpMark(1), madeUpMark(2)];
    expect(sayNext(one, two, codeOf)).toBe('2.rose: Element 2, next blend');
    expect(sayNext(one, { ...one, id: 'm9', where: 'on the shadow' }, codeOf)).toBe('stays in hand: on the shadow');
    expect(sayNext(one, null, codeOf)).toBe('then it is done');
    expect([29, 60, 601].map(minutesWords)).toEqual(['under a minute', 'about 1 minute', 'about 10 minutes']);
  });
});

describe('what is left', () => {
  it('is told at the pace that was learnt, of what is open alone; where none was learnt as it was planned', () => {
    const marks = [madeUpMark(1, { areaMm2: 1000, seconds: 99 }), madeUpMark(2, { areaMm2: 1000, seconds: 99 })];
    const state = sessionState(madeUpSession(marks), [madeUpEntry('done', 1, { mark: 'm1' })]);
    expect(timeLeft(marks, state, paceOf({}))).toEqual({ seconds: 99, sessions: 0 });
    // 10 cm2 at 60 cm2 a minute are 10 s, and 4 s to take the marker.
    const learnt = paceOf({ 'feather large': { cm2PerMinute: 60, sessions: 4 } });
    expect(timeLeft(marks, state, learnt)).toEqual({ seconds: 14, sessions: 4 });
    expect(secondsOfMark(madeUpMark(3, { areaMm2: 0, seconds: 7 }), learnt), 'a gel pen has no area').toBe(7);
  });
});

describe('what may stand in for a marker', () => {
  const marker = (id: string, L: number, a: number, more: Partial<Marker> = {}): Marker => ({
    ...{ id, code: id.toUpperCase(), owned: true, lab: { L, a, b: 10 } },
    ...more,
  });
  const rack = [
    marker('own', 70, 20),
    marker('near', 69, 21),
    marker('nearer-dry', 70, 20.5, { state: 'dry' }),
    marker('not-mine', 70, 20.2, { owned: false }),
    marker('far', 30, -40),
    marker('step', 54, 22),
    marker('refuses', 53, 21),
  ];
  const from = { markerId: 'own', code: 'OWN', lab: { L: 70, a: 20, b: 10 } };
  it('is the nearest of one’s own with ink in it', () => {
    expect(nearestOwn(rack, from).map(({ marker: { id } }) => id)[0]).toBe('near');
    expect(nearestOwn(rack, from).map(({ marker: { id } }) => id)).not.toContain('nearer-dry');
    expect(nearestOwn(rack, from).map(({ marker: { id } }) => id)).not.toContain('not-mine');
    expect(nearestOwn(rack, { ...from, lab: undefined })).toEqual([]);
  });

  it('a darker one goes below it; what refuses it is not offered', () => {
    const notes = [{ firstId: 'own', secondId: 'refuses', verdict: 'refuses' as const, reason: '' as const, on: '2026-11-30' }];
    const found = darkerOwn(rack, from, notes).map(({ marker: { id } }) => id);
    expect(found[0]).toBe('step');
    expect(found).not.toContain('refuses');
    expect(darkerOwn(rack, from, []).map(({ marker: { id } }) => id)).toContain('refuses');
    expect(found).not.toContain('near');
  });
});

describe('a record from the table', () => {
  const head = madeUpSession([madeUpMark(1), madeUpMark(2), madeUpMark(3)]);
  const there = [madeUpEntry('done', 5, { mark: 'm1' }), madeUpEntry('done', 9, { mark: 'm2' })];
  it('comes back as it went, and is told once', () => {
    const record = { sessionId: 's1', entries: there };
    expect(readRecord(writeRecord(record))).toEqual(record);
    expect(recordSaid({ head, entries: [] }, there)).toBe('2 marks came from the table. 2 of 3 are laid.');
    expect(recordSaid({ head, entries: there }, there)).toMatch(/here already/);
    const here = madeUpEntry('done', 7, { mark: 'm1' });
    expect(recordSaid({ head, entries: [here] }, there)).toBe(
      '2 marks came from the table. Meanwhile 1 mark was told here, 1 of them the same. 2 of 3 are laid.',
    );
  });

  it.each([
    ['no JSON', 'x'],
    ['another file', '{"format":"aquachrome-make"}'],
    ['nothing', writeRecord({ sessionId: 's1', entries: [] })],
    ['an entry that is none', '{"format":"aquachrome-session-record","version":1,"sessionId":"s","entries":[{"kind":"sung"}]}'],
  ])('is refused in words: %s', (_, text) => {
    expect(() => readRecord(text)).toThrow(RangeError);
    expect(() => readRecord(text)).toThrow(/record/);
  });
});
