import { describe, expect, it } from 'vitest';
import type { Card, CardPiece, Through } from '#model/card';
import type { Die } from '#model/drawer';
import type { Make } from '#model/make';
import { namedOutline } from '#core/outline/named-shapes';
import { boundsMm, isInside } from '#core/outline/outline';
import { diePasses } from '#core/passes/die-passes';
import { newMake } from '#core/make/new-make';
import { box } from '../../../tests/made-up-outlines';
import { madeUpColoured } from '../../../tests/made-up-make';
import { inlaySets } from './inlays';
import { liesWithin, nextSmaller } from './nested';
import { needsOfMake } from './needs-of-make';
import { donePass, groupWords, inRuns, limitsOfGroup, partsOnPlate, passGroups, passRequests } from './pass-groups';

const places = (wide: number, high: number) => box(wide, high).map(([x, y]): [number, number] => [x, y]);
const die = (id: string, wide: number, high: number, more: Partial<Die> = {}): Die => ({
  ...{ id, kind: 'die', does: 'cuts', name: `Die ${id}`, outline: places(wide, high) },
  ...more,
});
const set = { set: 'Frames' };
const drawn = [die('a', 60, 50), die('xl', 90, 80, set), die('l', 70, 60, set), die('m', 50, 40, set), die('star', 20, 20)];
const { colouring, ...plain } = madeUpColoured({ elements: [] });
const picture = { ...plain, id: 'p', name: 'Kite', widthMm: 50, heightMm: 40, colourings: [{ ...colouring, id: 'c' }] };
const kite: CardPiece = {
  ...{ id: 'k', image: { kind: 'picture', pictureId: 'p', colouringId: 'c' }, cut: { by: 'die', drawnId: 'a' } },
  ...{ count: 2, paper: 'Snowdrift' },
};
const through = (drawnId: string, when: Through['when'], xMm = 0, yMm = 0): Through => ({ drawnId, when, xMm, yMm });
const cutBy = (drawnId: string, count = 1, ...more: Through[]): CardPiece => ({
  ...{ id: `${drawnId}${more.length}`, image: { kind: 'plain' }, count },
  cut: { by: 'die', drawnId, ...(more.length > 0 ? { through: more } : {}) },
});
const makeOf = (copies: number, ...pieces: CardPiece[]): Make => ({
  ...newMake({ id: 'm', name: 'm' }),
  ...{ pictures: [picture as Make['pictures'][number]], drawn },
  cards: [{ id: 'card', name: 'The card', copies, pieces } satisfies Card],
});
const groupsOf = (make: Make) =>
  passGroups(make, needsOfMake(make)).map((group) => [groupWords(group), ...group.dies.map(({ id, count }) => `${id} ${count}`)]);
const plate = { widthMm: 150, heightMm: 200 };

describe('what is stamped and cut together', () => {
  it('lies on one paper; plain pieces come along with the first; alike passes are told once', () => {
    const make = makeOf(2, kite, cutBy('xl'), { ...kite, id: 'k2', paper: 'Oatfield' });
    const groups = passGroups(make, needsOfMake(make));
    expect(groupsOf(make)).toEqual([
      ['On Snowdrift', 'a 5', 'xl 2'],
      ['On Oatfield', 'a 5'],
    ]);
    expect(passRequests(groups, ({ paper }) => (paper === 'Oatfield' ? null : plate), 3).map(({ key, gapMm }) => [key, gapMm])).toEqual([
      [groups[0]?.key, 3],
    ]);
    const pass = [{ id: 'a', xMm: 0, yMm: 0, turnedDeg: 0 }];
    expect(inRuns([pass, [{ ...pass[0]!, xMm: 4 }], [...pass]]).map(({ times }) => times)).toEqual([2, 1]);
  });

  it('four dies three times are 3 passes, not 12 (common practice, no source)', () => {
    const make = makeOf(3, cutBy('a'), cutBy('l'), cutBy('m'), cutBy('star'));
    const [request] = passRequests(passGroups(make, needsOfMake(make)), () => plate, 2);
    const found = diePasses(request!);
    expect('passes' in found && found.passes.map((pass) => pass.length)).toEqual([4, 4, 4]);
  });
});

describe('rings of nested dies', () => {
  const ring = cutBy('xl', 1, through('l', 'at once'));

  it('the next smaller one of a set is the largest that lies within', () => {
    expect(nextSmaller(drawn[1]!, drawn)?.id).toBe('l');
    expect(nextSmaller(drawn[3]!, drawn), 'nothing lies within the smallest').toBeNull();
    expect(nextSmaller(drawn[0]!, drawn), 'of no set').toBeNull();
    // A box that would lie within the box of a half moon lies over its edge.
    const moon = namedOutline('circle', 60, 60).map(([x, y]): [number, number] => [x, Math.max(y, 30)]);
    expect([liesWithin(box(20, 20), box(20, 20)), liesWithin(box(20, 20), moon)]).toEqual([true, false]);
  });

  it('are cut in one pass with their centres: the centre has no pass of its own, and each is done once', () => {
    const make = makeOf(3, ring, cutBy('l'));
    const needs = needsOfMake(make);
    expect(needs.rows.map(({ how, pieces, toCut, outOfRings }) => [how, pieces, toCut, outOfRings])).toEqual([
      ['cut with Die xl, Die l taped within', 3, 3, 0],
      ['cut with Die l', 3, 3, 3],
    ]);
    expect(needs.cuts).toEqual([
      { die: 'xl', count: 3 },
      { die: 'l', count: 3 },
    ]);
    const [group, ...others] = passGroups(make, needs);
    expect(others).toEqual([]);
    expect(group?.dies.map(({ id, count }) => [id, count])).toEqual([['xl', 3]]);
    const parts = partsOnPlate(make, group!.dies[0]!);
    expect(parts.map(({ dieId, outline }) => [dieId, boundsMm(outline)])).toEqual([
      ['xl', { xMm: 0, yMm: 0, widthMm: 90, heightMm: 80 }],
      ['l', { xMm: 10, yMm: 10, widthMm: 70, heightMm: 60 }],
    ]);
    const done = donePass(needs, group!, [{ id: 'xl', xMm: 0, yMm: 0, turnedDeg: 0 }]);
    expect(done).toEqual(needs.rows.map(({ key }) => ({ key, cut: 1 })));
  });

  it('more centres than rings: the rest is cut after, when the die lies in no ring any more', () => {
    expect(groupsOf(makeOf(2, ring, cutBy('l', 3), cutBy('m')))).toEqual([
      ['Paper not said', 'xl 2', 'm 2'],
      ['Paper not said, with the dies that lay in rings before', 'l 4'],
    ]);
  });

  it('of three nested ones the middle one is a ring too, and comes out with the innermost', () => {
    const make = makeOf(
      1,
      cutBy('xl', 1, through('l', 'at once'), through('m', 'at once')),
      cutBy('l', 1, through('m', 'at once')),
      cutBy('m'),
    );
    expect(groupsOf(make)).toEqual([['Paper not said', 'xl 1']]);
    const needs = needsOfMake(make);
    const [group] = passGroups(make, needs);
    expect(donePass(needs, group!, [{ id: 'xl', xMm: 0, yMm: 0, turnedDeg: 0 }])).toHaveLength(3);
  });

  it('a centre on another paper is no centre of it', () => {
    expect(groupsOf(makeOf(1, ring, { ...cutBy('l'), paper: 'Oatfield' }))).toEqual([
      ['Paper not said', 'xl 1'],
      ['Paper not said, with the dies that lay in rings before', 'l 1'],
    ]);
  });
});

describe('a second die, and a window', () => {
  it('goes through what is cut already by itself, beside its middle where that is wanted; its passes are counted apart', () => {
    const make = makeOf(2, cutBy('xl', 1, through('star', 'afterwards', 30, -10)));
    const needs = needsOfMake(make);
    expect(needs.rows[0]).toMatchObject({ toCut: 2, toCutAgain: 2, how: 'cut with Die xl, then Die star through it' });
    expect(needs.rows[0]?.minds).toEqual([expect.stringMatching(/once more, by itself/)]);
    expect(groupsOf(make)).toEqual([
      ['Paper not said', 'xl 2'],
      ['Once more, through what is cut already', 'star 2'],
    ]);
    const again = passGroups(make, needs)[1]!;
    const [piece, star] = partsOnPlate(make, again.dies[0]!);
    expect([piece?.isCutAlready, star?.isCutAlready]).toEqual([true, false]);
    expect(boundsMm(star?.outline ?? [])).toEqual({ xMm: 65, yMm: 20, widthMm: 20, heightMm: 20 });
    // What lies on the plate is the piece with its die, also where the die reaches over its edge.
    const [over] = passGroups(
      makeOf(1, cutBy('xl', 1, through('star', 'afterwards', 50, 0))),
      needsOfMake(makeOf(1, cutBy('xl', 1, through('star', 'afterwards', 50, 0)))),
    ).slice(1);
    expect(boundsMm(over?.dies[0]?.outline ?? []).widthMm).toBeCloseTo(105, 1);
    expect(donePass(needs, again, [{ id: 'star', xMm: 0, yMm: 0, turnedDeg: 0 }])).toEqual([{ key: needs.rows[0]?.key, again: 1 }]);
    const plan = { spares: 1, gapMm: 2, done: [{ key: needs.rows[0]?.key ?? '', stamped: 0, coloured: 0, cut: 2, again: 1 }] };
    expect(groupsOf({ ...make, cardPlan: plan })).toEqual([['Once more, through what is cut already', 'star 1']]);
  });

  it('into the base is no piece; only the front goes through, one at a time, and needs no platform', () => {
    const window: CardPiece = { id: 'w', image: { kind: 'plain' }, cut: { by: 'window', drawnId: 'm', xMm: 0, yMm: 20 }, count: 1 };
    const make = makeOf(3, window, cutBy('a'), { ...window, id: 'w2', cut: { by: 'window', drawnId: 'star', xMm: 0, yMm: 0 } });
    const needs = needsOfMake(make);
    expect(needs.pieces).toBe(3);
    expect(needs.rows[0]).toMatchObject({ pieces: 0, toCut: 3, toStamp: 0, how: 'a window, cut into the base with Die m' });
    expect(needs.rows[0]?.minds).toEqual([expect.stringMatching(/Open the base: only its front goes into the machine/)]);
    expect(groupsOf(make)).toEqual([
      ['Paper not said', 'a 3'],
      ['A window into the base', 'm 3'],
      ['A window into the base', 'star 3'],
    ]);
    const drawer = [
      { id: 'crank', kind: 'machine' as const, sort: 'die machine' as const, name: 'Crank', widthMm: 150, heightMm: 220 },
      { id: 'lid', kind: 'machine' as const, sort: 'stamping platform' as const, name: 'Lid', widthMm: 100, heightMm: 100 },
    ];
    expect(limitsOfGroup(make, drawer, [], { kind: 'base', paper: '' })).toHaveLength(1);
    expect(limitsOfGroup(make, drawer, [], { kind: 'sheet', paper: '' })).toHaveLength(2);
  });
});

describe('loose pieces of an inlay', () => {
  it('are counted in sets, each where it lies in its die', () => {
    const inlays = [{ name: 'piece 1', outline: places(10, 10) }];
    const make = { ...makeOf(4, cutBy('inlay')), drawn: [die('inlay', 60, 50, { inlays })] };
    const [found, ...others] = inlaySets(make, needsOfMake(make));
    expect([found?.sets, others]).toEqual([4, []]);
    for (const place of found?.die.inlays[0]?.outline ?? [])
      expect(isInside([place[0] + 0.01, place[1] + 0.01], found!.die.outline)).toBe(true);
  });
});
