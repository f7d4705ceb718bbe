import { afterAll, beforeAll, expect, it } from 'vitest';
import type { SessionEntry } from '#model/session';
import { type Database, openDatabase } from '#server/db/database';
import { shownMarkers } from '#core/markers/assumed-colour';
import { figuresOf } from '#core/session/figures';
import { inkUsed, learnFill } from '#core/session/ink';
import { allFound, findSessions, logbookFigures } from '#server/store/logbook';
import { readMake } from '#server/store/makes';
import { readRack } from '#server/store/rack';
import { readInk } from '#server/store/session-ink';
import { readLearnt } from '#server/store/session-pace';
import { renewShorts } from '#server/store/session-shorts';
import { addEntries, beginSession, readSession } from '#server/store/sessions';
import { seeded } from '../seeded';
import { madeUpEntry, madeUpMark, madeUpSession } from '../made-up-session';
import { databaseWithDemo } from './prepared';

let database: Database;
const make = { id: 'make-balloon-post-pilot', name: 'The Balloon Post: the pilot' };
/** A marker of the scarf's ladder, and one that is not in it. */
let from: { markerId: string; code: string };
let to: { markerId: string; code: string };
let of: { pictureId: string; colouringId: string };

const ladders = async () =>
  (await readMake(database, make.id)).document.pictures[0]?.colourings[0]?.treatments.flatMap(
    ({ ladder }) => ladder?.rungs.map(({ markerId }) => markerId) ?? [],
  ) ?? [];
const stateOf = async (id: string) => (await readRack(database)).markers.find((marker) => marker.id === id);
const begin = async (id: string) => {
  const marks = [1, 2, 3].map((number) =>
    madeUpMark(number, { ...from, over: number === 1 ? 'Scarf' : 'Coat', areaMm2: 500 * number, blend: 'one' }),
  );
  await beginSession(database, { id, make, head: { ...madeUpSession(marks), of: [{ ...of, repeats: 1 }] } });
};

beforeAll(async () => {
  database = openDatabase(await databaseWithDemo(make.id));
  const { pictures } = (await readMake(database, make.id)).document;
  const [picture] = pictures;
  const [colouring] = picture?.colourings ?? [];
  if (!picture || !colouring) throw new Error('The demo has no pilot.');
  of = { pictureId: picture.id, colouringId: colouring.id };
  const rungs = colouring.treatments.flatMap(({ ladder }) => ladder?.rungs ?? []);
  const used = new Set(rungs.map(({ markerId }) => markerId));
  from = rungs[0] as typeof from;
  const free = (await readRack(database)).markers.find(({ id, owned, state = 'good' }) => owned && state === 'good' && !used.has(id));
  to = { markerId: free?.id ?? '', code: free?.code ?? '' };
});
afterAll(async () => {
  await database.sequelize.close();
});

it('another marker that the rest follows is put into the make, and the dead one is dry in the rack; taken back, both are as before', async () => {
  await begin('s1');
  const [before, marker] = [await ladders(), await stateOf(from.markerId)];
  const other = madeUpEntry('other', 5, { mark: 'm1', marker: to, reason: 'dry', rest: true });
  await addEntries(database, 's1', [other]);
  // Sent again, as after an answer that was lost: nothing is done twice.
  await addEntries(database, 's1', [other]);
  expect(await ladders()).toEqual(before.map((id) => (id === from.markerId ? to.markerId : id)));
  expect(await stateOf(from.markerId)).toMatchObject({ state: 'dry' });
  expect((await stateOf(from.markerId))?.events?.filter(({ kind }) => kind === 'ran dry')).toHaveLength(1);
  const { revision } = await readMake(database, make.id);
  await addEntries(database, 's1', [madeUpEntry('undo', 6, { of: other.id })]);
  expect(await ladders()).toEqual(before);
  expect((await readMake(database, make.id)).revision).toBe(revision + 1);
  expect(await stateOf(from.markerId)).toEqual(marker);
});

it('only this mark leaves the make alone; a leak and a pair that does not blend are noted, and taken back', async () => {
  await begin('s2');
  const { revision } = await readMake(database, make.id);
  await addEntries(database, 's2', [madeUpEntry('other', 1, { mark: 'm1', marker: to, reason: 'liked better', rest: false })]);
  expect((await readMake(database, make.id)).revision).toBe(revision);
  const leak = madeUpEntry('leak', 2, { mark: 'm2' });
  const pair = madeUpEntry('noBlend', 3, { mark: 'm2', with: to });
  await addEntries(database, 's2', [leak]);
  expect(await stateOf(from.markerId)).toMatchObject({ state: 'leaking' });
  await addEntries(database, 's2', [pair]);
  const noted = async () => {
    const ids = [from.markerId, to.markerId].sort();
    return (await readRack(database)).pairNotes.find(({ firstId, secondId }) => firstId === ids[0] && secondId === ids[1]);
  };
  expect(await noted()).toMatchObject({ verdict: 'refuses', reason: '' });
  await addEntries(database, 's2', [madeUpEntry('undo', 4, { of: pair.id })]);
  expect(await noted()).toBeUndefined();
  await addEntries(database, 's2', [madeUpEntry('undo', 5, { of: leak.id })]);
  expect((await stateOf(from.markerId))?.state ?? 'good').toBe('good');
});

it('what the maker changed in the rack since is not put back over it', async () => {
  await begin('s3');
  const leak = madeUpEntry('leak', 2, { mark: 'm1' });
  await addEntries(database, 's3', [leak]);
  await database.markers.update({ state: 'low' }, { where: { id: from.markerId } });
  await addEntries(database, 's3', [madeUpEntry('undo', 3, { of: leak.id })]);
  expect(await stateOf(from.markerId)).toMatchObject({ state: 'low' });
  await database.markers.update({ state: 'good' }, { where: { id: from.markerId } });
});

it('the logbook finds sessions by code, element, word, family, colour and time, and tells what they come to', async () => {
  const done = (mark: string, atS: number): SessionEntry => madeUpEntry('done', atS, { mark });
  await begin('s4');
  await addEntries(database, 's4', [done('m1', 15), done('m2', 40), done('m3', 80)]);
  await addEntries(database, 's4', [madeUpEntry('end', 90, { happy: 'yes', nextTime: 'paler under the chin' })]);
  await addEntries(database, 's4', [madeUpEntry('note', 99, { tags: ['Aunt'] })]);
  const ids = async (asked: Parameters<typeof findSessions>[1]) => (await findSessions(database, asked)).sessions.map(({ id }) => id);
  expect((await ids({})).sort()).toEqual(['s1', 's2', 's3', 's4']);
  expect(await ids({ words: 'paler chi' })).toEqual(['s4']);
  expect(await ids({ terms: [{ kind: 'tag', term: 'aunt' }] })).toEqual(['s4']);
  expect(
    await ids({
      terms: [
        { kind: 'code', term: from.code },
        { kind: 'element', term: 'Coat' },
      ],
    }),
  ).toEqual(['s2', 's4']);
  const marker = await stateOf(from.markerId);
  expect(await ids({ family: marker?.family ?? '' })).toEqual(['s4']);
  expect(await ids({ family: 'none such' })).toEqual([]);
  const lab = shownMarkers(await readRack(database)).find(({ id }) => id === from.markerId)?.lab;
  if (!lab) throw new Error('The demo gives no colour to its marker.');
  expect(await ids({ near: lab }), 'as its colour is known').toContain('s4');
  expect(await ids({ near: { L: 100 - lab.L, a: -lab.a - 60, b: 90 } })).toEqual([]);
  expect(await ids({ fromDay: '1970-01-02' })).toEqual([]);
  expect((await ids({ toDay: '1970-01-02' })).length).toBe(4);
  expect(await findSessions(database, { most: 1, from: 3 })).toMatchObject({ total: 4, sessions: [expect.anything()] });
  const figures = await logbookFigures(database, {});
  expect(figures).toMatchObject({ sessions: 4, marks: 3, areaCm2: 30 });
  expect(figures.used).toEqual([expect.objectContaining({ ...from, coats: 3, sessions: 1 })]);
  expect(figures.idle.map(({ markerId }) => markerId)).toContain(to.markerId);
  expect((await readInk(database)).markers).toEqual([{ markerId: from.markerId, areaCm2: 30, coats: 3, since: null }]);
  expect((await readLearnt(database))?.sessions).toBe(1);
  const kept = await findSessions(database, {});
  await renewShorts(database);
  expect(await findSessions(database, {}), 'it follows from the sessions').toEqual(kept);
});

it('what is summed where the rows lie is what is counted session by session', async () => {
  const random = seeded(14);
  const owned = shownMarkers(await readRack(database)).filter((marker) => marker.owned);
  for (let session = 0; session < 12; session++) {
    const marks = Array.from({ length: 9 }, (_, index) => {
      const { id, code, lab } = owned[Math.floor(random() * 30)] as (typeof owned)[number];
      return madeUpMark(index + 1, {
        markerId: id,
        code,
        ...(lab ? { lab } : {}),
        blend: `b${index >> 1}`,
        areaMm2: 1 + Math.floor(900 * random()),
      });
    });
    const id = `sum-${session}`;
    await beginSession(database, { id, make, head: { ...madeUpSession(marks), startedAtMs: 1_700_000_000_000 + 86_400_000 * session } });
    const at = (index: number) => 1_700_000_000_000 + 86_400_000 * session + 1000 * (index + 1) * (8 + Math.floor(9 * random()));
    await addEntries(
      database,
      id,
      marks.map((mark, index) => ({ ...madeUpEntry('done', 0, { mark: mark.id }), atMs: at(index) })),
    );
  }
  const [one, two] = owned as [(typeof owned)[number], (typeof owned)[number]];
  await database.markers.update({ events: [{ kind: 'refilled', on: '2023-11-19' }] }, { where: { id: one.id } });
  await database.markers.update(
    {
      events: [
        { kind: 'bought', on: '2023-11-15' },
        { kind: 'ran dry', on: '2023-11-22' },
      ],
    },
    { where: { id: two.id } },
  );
  const found = await allFound(database, {});
  const near = <T>(value: T): T => JSON.parse(JSON.stringify(value, (_, own) => (typeof own === 'number' ? Number(own.toFixed(6)) : own)));
  const sorted = <T extends { codes: string[] }>(rows: T[]) => rows.map((row) => JSON.stringify(row)).sort();
  const [figures, plain] = [near(await logbookFigures(database, {})), near(figuresOf(found, owned))];
  expect({ ...figures, ladders: sorted(figures.ladders) }).toEqual({ ...plain, ladders: sorted(plain.ladders) });
  const ink = await readInk(database);
  const { markers } = await readRack(database);
  const laid = found.flatMap(({ short }) => short.markers);
  expect(near(ink.fill)).toEqual(near(learnFill(laid, markers)));
  expect(near(Object.fromEntries(ink.markers.map(({ markerId, ...own }) => [markerId, own])))).toEqual(
    near(Object.fromEntries(inkUsed(laid, markers))),
  );
});

it('a clock that jumps back loses nothing: what was told later stays later', async () => {
  await begin('s5');
  await addEntries(database, 's5', [madeUpEntry('done', 500, { mark: 'm1' }), madeUpEntry('done', 20, { mark: 'm2' })]);
  const { entries } = await readSession(database, 's5');
  expect(entries).toHaveLength(2);
  const [short] = (await findSessions(database, { words: 'scarf' })).sessions.filter(({ id }) => id === 's5');
  expect(short?.short).toMatchObject({ laid: 2, lastAtMs: 1_500_000 });
});
