import { describe, expect, it } from 'vitest';
import { madeUpEntry, madeUpMark, madeUpSession } from '../../../tests/made-up-session';
import { sessionShortSchema } from '#model/session-short';
import { type WrittenRecipe, writtenRecipeSchema } from '#model/written-recipe';
import { recipeAsDone } from './done-recipe';
import { figuresOf } from './figures';
import { sessionInShort, termsOf, wordsOf } from './in-short';
import { inkUsed, learnFill, likelyDry, usualFillCm2 } from './ink';
import { sessionState } from './session-state';

const marks = [
  madeUpMark(1, { elementIds: ['scarf'], over: 'Scarf', blend: 'b', pictureId: 'p1', where: 'all over', lab: { L: 80, a: 0, b: 0 } }),
  madeUpMark(2, { elementIds: ['scarf'], over: 'Scarf', blend: 'b', pictureId: 'p1', where: 'on the shadow', lab: { L: 40, a: 0, b: 0 } }),
  madeUpMark(3, { elementIds: ['hat'], over: 'Hat', pictureId: 'p1' }),
];
const head = {
  ...madeUpSession(marks),
  pictures: [{ pictureId: 'p1', name: 'Badger', widthMm: 50, heightMm: 50, places: [], paper: 'Smooth card' }],
};
const other = { markerId: 'x', code: 'X.9', lab: { L: 41, a: 1, b: 0 } };
const written: WrittenRecipe = writtenRecipeSchema.parse({
  ...{ make: 'Post', picture: { name: 'Badger', widthMm: 50, heightMm: 50 }, lamp: { kind: 'distant', azimuthDeg: 315, heightDeg: 45 } },
  ...{ school: { id: 'feather', name: 'Feather' }, engine: { light: 1, recipe: 1 } },
  markers: [
    { id: 'r1', code: '1.rose' },
    { id: 'r2', code: '2.rose' },
    { id: 'r3', code: '3.rose' },
  ],
  elements: [
    {
      ...{ id: 'scarf', name: 'Scarf', areaMm2: 300 },
      ladder: [
        { markerId: 'r1', code: '1.rose', role: 'base', share: 0.5 },
        { markerId: 'r2', code: '2.rose', role: 'shadow', share: 0.5 },
      ],
      marks: [
        { number: 1, code: '1.rose', where: 'all over', how: 'circles', purpose: 'base' },
        { number: 2, code: '2.rose', where: 'on the shadow', how: 'circles', purpose: 'shadow' },
      ],
    },
    {
      ...{ id: 'hat', name: 'Hat', areaMm2: 300 },
      ladder: [{ markerId: 'r3', code: '3.rose', role: 'base', share: 1 }],
      marks: [{ number: 3, code: '3.rose', where: 'on the base', how: 'circles', purpose: 'base' }],
    },
  ],
});

describe('a recipe as it was done', () => {
  const asDone = (...entries: Parameters<typeof sessionState>[1]) =>
    recipeAsDone(written, head, sessionState(head, entries), { pictureId: 'p1', writtenOn: '2026-11-30' });
  it('is the plan where all went as planned', () => {
    const done = asDone(...marks.map(({ id }, index) => madeUpEntry('done', index, { mark: id })));
    expect({ ...done, writtenOn: undefined }).toEqual({ ...written, writtenOn: undefined });
    expect(writtenRecipeSchema.safeParse(done).success).toBe(true);
  });

  it('has what took a place, repeats, what was darker, and not what was left out', () => {
    const done = asDone(
      madeUpEntry('again', 1, { mark: 'm1' }),
      madeUpEntry('done', 2, { mark: 'm1' }),
      madeUpEntry('other', 3, { mark: 'm2', marker: other, reason: 'dry', rest: true }),
      madeUpEntry('darker', 4, { mark: 'm2', marker: { markerId: 'd', code: 'D.1' } }),
      madeUpEntry('done', 5, { mark: 'm2' }),
      madeUpEntry('leaveOut', 6, { mark: 'm3' }),
    );
    const [scarf, hat] = done.elements;
    expect(scarf?.marks.map(({ number, code }) => [number, code])).toEqual([
      [1, '1.rose'],
      [2, '1.rose'],
      [3, 'X.9'],
      [4, 'D.1'],
    ]);
    expect(scarf?.marks[1]?.purpose).toContain('2 times');
    expect(scarf?.ladder.map(({ markerId, code }) => [markerId, code])).toEqual([
      ['r1', '1.rose'],
      ['x', 'X.9'],
    ]);
    expect(hat?.marks).toEqual([]);
    expect(done.markers.map(({ id }) => id)).toEqual(['r1', 'r3', 'd', 'x']);
    expect(done.writtenOn).toBe('2026-11-30');
    expect(writtenRecipeSchema.safeParse(done).success).toBe(true);
  });
});

describe('a session in short', () => {
  const entries = [
    madeUpEntry('done', 10, { mark: 'm1' }),
    madeUpEntry('other', 15, { mark: 'm2', marker: other, reason: 'dry', rest: false }),
    madeUpEntry('slip', 16, { mark: 'm2', cover: 'lift' }),
    madeUpEntry('noBlend', 17, { mark: 'm2', with: { markerId: 'r1', code: '1.rose' } }),
    madeUpEntry('done', 25, { mark: 'm2' }),
    // Two hours away from the table are no work.
    madeUpEntry('done', 7_300, { mark: 'm3' }),
    madeUpEntry('end', 7_400, { happy: 'yes', nextTime: 'a rung darker' }),
    madeUpEntry('note', 9_000, { note: 'for Ada', tags: ['Birthday'] }),
  ];
  const short = sessionInShort(head, entries);
  it('tells what was laid with which marker, how it went, and how long it took', () => {
    expect(sessionShortSchema.parse(JSON.parse(JSON.stringify(short)))).toEqual(short);
    expect(short).toMatchObject({ marks: 3, laid: 3, slips: 1, isEnded: true, happy: 'yes', nextTime: 'a rung darker', note: 'for Ada' });
    expect(short.markers.map(({ code, areaMm2 }) => [code, areaMm2])).toEqual([
      ['1.rose', 300],
      ['X.9', 300],
      ['3.rose', 300],
    ]);
    expect(short.ladders).toEqual([['1.rose', 'X.9']]);
    expect(short.failedPairs).toEqual([['X.9', '1.rose']]);
    expect(short.instead).toEqual([{ from: '2.rose', to: 'X.9', reason: 'dry' }]);
    expect(short.workedS).toBeLessThan(200);
    expect(short.plannedS).toBe(30);
  });

  it('is found by codes (also those that were planned), elements, papers, tags and words', () => {
    expect(termsOf(short)).toEqual(
      expect.arrayContaining([
        'code:x.9',
        'code:2.rose',
        'element:scarf',
        'paper:smooth card',
        'tag:birthday',
        'went:slip',
        'went:pair failed',
      ]),
    );
    expect(wordsOf(short, 'Post')).toContain('for Ada');
  });

  it('what was taken back is in none of it', () => {
    const [first] = entries as [(typeof entries)[number]];
    const none = sessionInShort(head, [first, madeUpEntry('undo', 11, { of: first.id })]);
    expect(none).toMatchObject({ laid: 0, markers: [], workedS: 0 });
  });

  it('many come to what is used, what lies idle, the ladders one comes back to, pairs that failed and the pace', () => {
    const figures = figuresOf(
      [1, 2].map((number) => ({ id: `s${number}`, short: { ...short, startedAtMs: number, paceCm2: 10 * number } })),
      [
        { id: 'r1', code: '1.rose' },
        { id: 'idle', code: 'I.1' },
      ],
    );
    expect(figures).toMatchObject({ sessions: 2, marks: 6, areaCm2: 18 });
    expect(figures.used.find(({ markerId }) => markerId === 'r1')).toMatchObject({ areaCm2: 6, coats: 2, sessions: 2 });
    expect(figures.idle.map(({ code }) => code)).toEqual(['I.1']);
    expect(figures.ladders).toEqual([{ codes: ['1.rose', 'X.9'], sessions: 2 }]);
    expect(figures.failedPairs).toEqual([{ codes: ['1.rose', 'X.9'], times: 2 }]);
    expect(figures.pace.map(({ cm2PerMinute }) => cm2PerMinute)).toEqual([10, 20]);
  });
});

describe('ink', () => {
  const laid = ['2026-11-01', '2026-11-10', '2026-11-20'].map((day) => ({ markerId: 'a', code: 'A', day, areaMm2: 10_000, coats: 2 }));
  const filled = (on: string) => ({ kind: 'refilled' as const, on });
  it('is counted from the last filling on', () => {
    expect(inkUsed(laid, [{ id: 'a' }]).get('a')).toEqual({ areaCm2: 300, coats: 6, since: null });
    expect(inkUsed(laid, [{ id: 'a', events: [filled('2026-11-05'), filled('2026-11-15')] }]).get('a')).toEqual({
      ...{ areaCm2: 100, coats: 2, since: '2026-11-15' },
    });
    expect(inkUsed(laid, [{ id: 'a', events: [filled('2026-11-25')] }]).size).toBe(0);
  });

  it('of a full marker is from memory until one is reported dry, then the middle of those', () => {
    expect(learnFill(laid, [{ id: 'a' }])).toEqual({ areaCm2: usualFillCm2, fills: 0 });
    const events = [filled('2026-11-05'), { kind: 'ran dry' as const, on: '2026-11-21' }];
    expect(learnFill(laid, [{ id: 'a', events }])).toEqual({ areaCm2: 200, fills: 1 });
  });

  it('says which markers are likely to run dry: with what is to come they cover more than a fill', () => {
    const used = inkUsed(laid, [{ id: 'a' }]);
    const will = [{ markerId: 'a', code: 'A', areaMm2: 1_000 }];
    expect(likelyDry(will, used, { areaCm2: 305, fills: 0 })).toEqual([{ markerId: 'a', code: 'A', coversCm2: 300, willCm2: 10 }]);
    expect(likelyDry(will, used, { areaCm2: 311, fills: 0 })).toEqual([]);
  });
});
