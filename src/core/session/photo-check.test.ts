import { describe, expect, it } from 'vitest';
import type { KeptFinding } from '#model/session';
import { sessionEntrySchema } from '#model/session';
import { madeUpEntry, madeUpMark, madeUpSession } from '../../../tests/made-up-session';
import { checksOf, choicesOf, compareChecks } from './checks';
import { findingTitle, sizeWords } from './finding-words';
import { elementNames, type MendAsk, mendWay, whereInPlace } from './mend-ways';
import { coloursPlanned, planToCheck } from './plan-to-check';
import { sessionState } from './session-state';

/** Two elements of 40 x 20 mm with a line between them; the left one in two bands and in two parts, one above the other. */
const [widthPx, heightPx, widthMm] = [160, 80, 40];
const ownerAt = (x: number, y: number) => (x >= 76 && x < 84 ? 0 : x < 76 ? (y >= 36 && y < 44 ? 0 : 1) : 2);
const owners = Uint16Array.from({ length: widthPx * heightPx }, (_, at) => ownerAt(at % widthPx, Math.floor(at / widthPx)));
const bands = Uint8Array.from(owners, (owner, at) => (owner === 0 ? 0 : at % widthPx < 40 || owner === 2 ? 1 : 2));
const map = { widthPx, heightPx, owners, bands };
const linesGrey = Uint8Array.from(owners, (owner) => (owner === 0 ? 0 : 255));
const [pale, dark] = [
  { L: 85, a: 10, b: 10 },
  { L: 30, a: 10, b: 10 },
];
const of = { pictureId: 'p1', copy: { number: 1, of: 2 } };
const marks = [
  madeUpMark(1, { ...of, places: [1], bands: [1, 2], lab: pale, elementIds: ['e1'], over: 'Coat' }),
  madeUpMark(2, { ...of, places: [1], bands: [2], lab: dark, elementIds: ['e1'], over: 'Coat, 1 of 2' }),
  madeUpMark(3, { ...of, copy: { number: 2, of: 2 }, places: [1], bands: [1], lab: dark, elementIds: ['e1'], over: 'Coat' }),
  madeUpMark(4, { ...of, places: [2], bands: [1], lab: pale, elementIds: ['e2'], over: 'Hat' }),
];
const places = [
  { elementId: 'e1', part: null },
  { elementId: 'e2', part: null },
];
const picture = { pictureId: 'p1', name: 'One', widthMm, heightMm: 20, places };
const head = { ...madeUpSession(marks), pictures: [picture] };
const state = sessionState(head, []);
const ask: MendAsk = { checkId: 'check', picture, map, state, copy: 1 };
const finding = (kind: KeptFinding['kind'], more: Partial<KeptFinding> = {}): KeptFinding => ({
  ...{ id: 'f1', kind, places: [1], xMm: 3, yMm: 3, areaMm2: 3, sureness: 1 },
  ...more,
});

describe('the plan that a photo is held against', () => {
  const colours = coloursPlanned(head, state, 'p1', 1);
  const { plan, placeOfLabel } = planToCheck(map, { linesGrey, colours, widthMm });

  it('has each area by itself, bands that run into each other, white paper and black lines', () => {
    expect(placeOfLabel).toEqual([0, 1, 2, 1]);
    const at = (x: number, y: number) => [...plan.expected.subarray(3 * (y * widthPx + x), 3 * (y * widthPx + x) + 3)];
    expect(at(79, 10)).toEqual([0, 0, 0]);
    const [light, step, deep] = [at(10, 10)[0]!, at(40, 10)[0]!, at(70, 10)[0]!];
    expect(light).toBeGreaterThan(step);
    expect(step).toBeGreaterThan(deep);
    expect(plan.pxPerMm).toBe(4);
    expect(plan.labels[10 * widthPx + 10]).not.toBe(plan.labels[70 * widthPx + 10]);
  });

  it('is of one of equal images, as it was laid: what was left out is paper', () => {
    const left = sessionState(head, [madeUpEntry('leaveOut', 1, { mark: 'm4' })]);
    expect(coloursPlanned(head, left, 'p1', 1)[1]?.[0]).toEqual([255, 255, 255]);
    expect(colours[1]?.[0]).not.toEqual([255, 255, 255]);
    expect(colours[0]?.[0], 'the dark one of the second image is not on the first').not.toEqual(
      coloursPlanned(head, state, 'p1', 2)[0]?.[0],
    );
  });

  it('lines of another size are told', () => {
    expect(() => planToCheck(map, { linesGrey: linesGrey.subarray(1), colours, widthMm })).toThrow(RangeError);
  });
});

describe('what mends a finding', () => {
  it('is the marker of the band that is white there, where and with which stroke', () => {
    expect(elementNames(marks)).toEqual(
      new Map([
        ['e1', 'Coat'],
        ['e2', 'Hat'],
      ]),
    );
    const way = mendWay(finding('white'), widthMm, ask);
    expect(way?.marks).toMatchObject([{ code: '1.rose', over: 'Coat', where: 'upper left', bands: [1], places: [1], areaMm2: 3 }]);
    expect(mendWay(finding('white', { xMm: 15, yMm: 18 }), widthMm, ask)?.marks).toMatchObject([{ code: '2.rose', where: 'lower right' }]);
    expect(whereInPlace(map, 2, { xMm: 30, yMm: 10 }, widthMm)).toBe('middle');
  });

  it('is all marks where nothing was coloured, the darkest where the dark is missing, no ink where it ran over the line', () => {
    expect(mendWay(finding('uncoloured'), widthMm, ask)?.marks.map(({ code }) => code)).toEqual(['1.rose', '2.rose']);
    expect(mendWay(finding('wrongSide'), widthMm, ask)?.marks).toMatchObject([{ code: '2.rose' }]);
    expect(mendWay(finding('flat', { band: 1 }), widthMm, ask)?.marks).toMatchObject([{ code: '1.rose' }]);
    expect(mendWay(finding('overLine'), widthMm, ask)?.marks).toMatchObject([{ markerId: null }]);
    expect(mendWay(finding('white', { places: [] }), widthMm, ask), 'nothing is planned there').toBeNull();
    for (const kind of ['streak', 'hardStep', 'otherHue', 'unequal', 'notParted'] as const)
      for (const mark of mendWay(finding(kind), widthMm, ask)?.marks ?? []) {
        expect(mark.copy?.number, kind).toBe(1);
        expect(
          sessionEntrySchema.safeParse(madeUpEntry('judged', 1, { check: 'c', finding: 'f1', choice: 'mend', marks: [mark] })).success,
        ).toBe(true);
      }
  });

  it('comes as a last round, also after the end; what was said last stands; what was open at the end stays so', () => {
    const [mend] = mendWay(finding('white'), widthMm, ask)?.marks ?? [];
    if (!mend) throw new Error('nothing mends it');
    const judged = (choice: 'mend' | 'leave' | 'open') =>
      madeUpEntry('judged', 50, { check: 'check', finding: 'f1', choice, ...(choice === 'mend' ? { marks: [mend] } : {}) });
    const done = marks.slice(0, 3).map(({ id }, index) => madeUpEntry('done', index, { mark: id }));
    const end = madeUpEntry('end', 40, {});
    expect(sessionState(head, [...done, end])).toMatchObject({ isEnded: true, current: 3 });
    const mending = sessionState(head, [...done, end, judged('mend')]);
    expect(mending).toMatchObject({ isEnded: false, current: 4 });
    expect(mending.marks.at(-1)).toEqual(mend);
    expect(sessionState(head, [...done, end, judged('mend'), madeUpEntry('done', 60, { mark: mend.id })])).toMatchObject({ isEnded: true });
    expect(sessionState(head, [...done, end, judged('mend'), judged('leave')]).marks).toHaveLength(4);
    expect(sessionState(head, [...done, judged('mend'), judged('mend')]).marks, 'told twice').toHaveLength(5);
    expect(sessionState(head, [...done, judged('mend')]).last?.kind, 'no act at the desk').toBe('done');
  });
});

describe('photos of one piece', () => {
  const check = (id: string, findings: KeptFinding[], copy?: number) => ({
    ...madeUpEntry('checked', 1, {
      pictureId: 'p1',
      photo: 'a'.repeat(64),
      fitMm: 0.1,
      lie: [1, 0, 0, 0, 1, 0, 0, 0, 1],
      findings,
      notJudged: [],
      ...(copy ? { copy } : {}),
    }),
    id,
  });

  it('are told apart by piece, and compared: gone, still there, new', () => {
    const before = check('one', [finding('white'), finding('flat', { id: 'f2' })]);
    const after = check('two', [finding('white', { xMm: 4 }), finding('white', { id: 'f2', xMm: 15 })]);
    const entries = [before, check('other', [], 2), after, madeUpEntry('judged', 2, { check: 'one', finding: 'f2', choice: 'leave' })];
    expect(checksOf(entries, 'p1').map(({ id }) => id)).toEqual(['one', 'two']);
    expect(checksOf(entries, 'p1', 2)).toHaveLength(1);
    expect(choicesOf(entries, 'one')).toEqual(new Map([['f2', 'leave']]));
    const [first, second] = checksOf(entries, 'p1');
    if (!first || !second) throw new Error('no checks');
    const { gone, still, fresh } = compareChecks(first, second);
    expect([gone.map(({ kind }) => kind), still.map(({ xMm }) => xMm), fresh.map(({ xMm }) => xMm)]).toEqual([['flat'], [4], [15]]);
  });

  it('are told in words with sizes, never as numbers of colour', () => {
    const nameOf = (place: number) => ['', 'Coat', 'Hat'][place] ?? '';
    expect(findingTitle(finding('overLine', { places: [1, 2] }), nameOf)).toBe('Coat ran into Hat');
    expect(findingTitle(finding('overLine', { places: [1, 1] }), nameOf)).toBe('Coat ran over its line');
    expect(findingTitle(finding('flat', { band: 2 }), nameOf)).toBe('Coat has no second band');
    // A disc of 2 mm across has pi mm2.
    expect(sizeWords({ kind: 'white', areaMm2: Math.PI })).toBe('about 2.0 mm across');
  });
});
