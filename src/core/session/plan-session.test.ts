import { expect, it } from 'vitest';
import { newMake } from '#core/make/new-make';
import { orderQuestion, orderTold } from '#core/technique/make-order';
import { orderAround } from '#core/technique/order-marks';
import { recipeOfPicture } from '#core/technique/recipe';
import { usualPaceCm2 } from '#core/technique/wet-limit';
import type { ColouredElement } from '#model/coloured-picture';
import { plannedMarkSchema, type SessionEntry } from '#model/session';
import { madeUpColoured, madeUpTable } from '../../../tests/made-up-make';
import { madeUpEntry, madeUpSession } from '../../../tests/made-up-session';
import { readyAtMs } from './drying';
import { learnPace, paceOf } from './pace';
import { planSession } from './plan-session';
import { sessionState } from './session-state';

const rack = [92, 80, 60, 30, 85, 55].map((L, index) => ({ id: `k${index}`, code: `k${index}`, lab: { L, a: 0, b: 0 }, owned: true }));
const element = (id: string, region: string, ...codes: string[]): ColouredElement => ({
  ...{ id, name: id, regionIds: [region] },
  ladder: { rungs: codes.map((code) => ({ markerId: code, code })) },
});
const { table } = madeUpTable(['r1', 'r2', 'r3'], 400);

/** The session of a made-up make of two pictures: fur with dots, which wait until it is dry, a sea, a star. */
function planned(repeats = 1) {
  const elements = [
    { ...element('fur', 'r3', 'k4', 'k5'), extras: ['dots' as const] },
    element('sea', 'r2', 'k2', 'k3'),
    element('star', 'r1', 'k0', 'k1'),
  ];
  const make = newMake({ id: 'm', name: 'm' });
  const written = [elements, elements.slice(2)].map((own, index) => {
    const picture = { ...madeUpColoured({ elements: own }), id: `p${index + 1}` };
    return { picture, recipe: recipeOfPicture(make, picture, rack, table), table, wetS: 30 };
  });
  const question = orderQuestion(written, rack, {});
  const found = orderAround(question.request, []);
  if ('problem' in found) throw new Error(found.problem);
  const order = orderTold(question, found, []);
  const wish = {
    question,
    order,
    markers: rack,
    schoolOf: () => 'feather',
    wetSOf: () => 30,
    repeatsOf: (id: string) => (id === 'p1' ? repeats : 1),
  };
  return { order, marks: planSession(wish) };
}

/** Does it all as planned, waiting where something must be dry. @param pace how the hand goes against the plan. */
function goneThrough(marks: ReturnType<typeof planned>['marks'], pace = 1): { entries: SessionEntry[]; endS: number } {
  const head = madeUpSession(marks);
  const entries: SessionEntry[] = [];
  let nowMs = head.startedAtMs;
  for (let state = sessionState(head, entries); state.current !== null; state = sessionState(head, entries)) {
    const mark = marks[state.current] as (typeof marks)[number];
    nowMs = readyAtMs(mark, state, nowMs) + (1000 * mark.seconds) / pace;
    entries.push(madeUpEntry('done', (nowMs - head.startedAtMs) / 1000, { mark: mark.id }));
  }
  return { entries, endS: (nowMs - head.startedAtMs) / 1000 };
}

it('a session has every mark of the order once and in order, and takes as long as the order says when it is gone through', () => {
  const { order, marks } = planned();
  for (const mark of marks) expect(plannedMarkSchema.safeParse(mark).success, mark.id).toBe(true);
  const all = order.blends.flatMap(({ blend }) => blend.marks.map(({ mark }) => `${blend.id} ${mark.code} ${mark.where}`));
  expect(marks.map(({ blend, code, where }) => `${blend} ${code} ${where}`)).toEqual(all);
  expect(new Set(marks.map(({ id }) => id)).size).toBe(marks.length);
  expect(marks.some(({ dryBefore }) => dryBefore)).toBe(true);
  const { entries, endS } = goneThrough(marks);
  expect(entries).toHaveLength(marks.length);
  expect(endS).toBeCloseTo(order.totalSeconds, 0);
});

it('equal images are coloured mark by mark across the repeats, each with its number; what waits is dry on all of them', () => {
  const { marks } = planned(3);
  const fur = marks.filter(({ pictureId }) => pictureId === 'p1');
  expect(fur.length).toBe(3 * planned().marks.filter(({ pictureId }) => pictureId === 'p1').length);
  const own = fur.filter(({ blend }) => blend === fur[0]?.blend);
  expect(own.slice(0, 6).map(({ code, copy }) => `${code} ${copy?.number}/${copy?.of}`)).toEqual(
    [own[0], own[3]].flatMap((mark) => [1, 2, 3].map((number) => `${mark?.code} ${number}/3`)),
  );
  expect(marks.filter(({ pictureId }) => pictureId === 'p2').every(({ copy }) => copy === undefined)).toBe(true);
  const waiting = marks.find(({ dryBefore }) => dryBefore);
  expect(waiting?.dryBefore?.map(({ mark }) => marks.find(({ id }) => id === mark)?.copy?.number)).toEqual([1, 2, 3]);
});

it('the pace that is learnt of sessions gone through as planned is the one of the plan', () => {
  const { marks } = planned(6);
  const sessions = [0, 1, 2, 3, 4].map((at) => ({
    head: { ...madeUpSession(marks), startedAtMs: 1_000_000 + at },
    entries: goneThrough(marks).entries,
  }));
  const { cm2PerMinute, sessions: count } = paceOf(learnPace(sessions)).of('feather', 400);
  expect(count).toBe(5);
  expect(Math.abs(cm2PerMinute / usualPaceCm2 - 1)).toBeLessThan(0.05);
});
