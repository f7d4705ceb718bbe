import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoRack } from '#demo/marker-lines';
import { rackChangeSchema } from '#model/api/rack';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { migrations } from '#server/db/migrations/index';
import { addToRack, changeRack, readRack } from '#server/store/rack';
import { withReadings } from '#core/markers/readings';
import { withRackChanges } from '#core/markers/rack-changes';
import { seeded } from '../seeded';
import { freshDatabase, testClusterUrl } from './cluster';

let database: Database;
const byId = <T extends { id: string }>(items: readonly T[]) => [...items].sort((first, second) => (first.id < second.id ? -1 : 1));

beforeAll(async () => {
  database = openDatabase(await freshDatabase(testClusterUrl()));
  await migrate(database.sequelize);
});
afterAll(async () => {
  await database.sequelize.close();
});

describe('the rack', () => {
  it('goes in and comes out the same, twice in without doubles', async () => {
    const rack = demoRack();
    await addToRack(database, rack);
    await addToRack(database, rack);
    const read = await readRack(database);
    expect(byId(withReadings(read).map(({ reading: _, ...marker }) => marker))).toEqual(byId(rack.markers));
    expect(byId(read.readings)).toEqual(byId(rack.readings));
    expect(byId(read.lines)).toEqual(byId(rack.lines));
    expect(read.pairNotes).toEqual(rack.pairNotes);
  });

  it('changes whole or not at all, and takes things away too', async () => {
    const [first, second] = (await readRack(database)).markers;
    if (!first || !second) return expect.fail();
    await changeRack(database, { markers: [{ ...first, state: 'dry', capLab: { L: 50, a: 0, b: 0 } }] });
    await changeRack(database, { markers: [{ ...first, state: 'low', capLab: undefined }] });
    const changed = (await readRack(database)).markers.find(({ id }) => id === first.id);
    expect(changed).toMatchObject({ state: 'low' });
    expect(changed).not.toHaveProperty('capLab');
    const doubled = changeRack(database, {
      markers: [
        { ...first, state: 'good' },
        { ...second, id: 'other', code: first.code, lineId: first.lineId },
      ],
    });
    await expect(doubled).rejects.toMatchObject({ status: 409, problem: { code: 'stands-twice' } });
    expect((await readRack(database)).markers.find(({ id }) => id === first.id)?.state).toBe('low');
  });

  it('only ever adds readings: an older one stays, and one of a marker that is not there is refused in words', async () => {
    const [marker] = (await readRack(database)).markers;
    if (!marker) return expect.fail();
    const own = async () => (await readRack(database)).readings.filter(({ markerId }) => markerId === marker.id);
    const before = await own();
    const reading = { id: 'own-1', markerId: marker.id, paper: 'Laid', coats: 1, source: 'measured', on: '2026-11-29' } as const;
    await changeRack(database, { readings: [{ ...reading, lab: { L: 61, a: 2, b: 3 } }] });
    // The same id again (its answer was lost) changes nothing.
    await changeRack(database, { readings: [{ ...reading, lab: { L: 10, a: 0, b: 0 } }] });
    expect(await own()).toEqual([...before, { ...reading, lab: { L: 61, a: 2, b: 3 } }]);
    const stray = changeRack(database, { readings: [{ ...reading, id: 'own-2', markerId: 'nobody', lab: { L: 61, a: 2, b: 3 } }] });
    await expect(stray).rejects.toMatchObject({ status: 422, problem: { code: 'not-there' } });
    // What is said of a marker never says its colour.
    await changeRack(database, { markers: [{ ...marker, state: 'low' }] });
    expect(await own()).toHaveLength(before.length + 1);
  });

  it('keeps one note a pair, in whichever order it is given, and forgets it with its marker', async () => {
    const note = { firstId: 'larkmere-62d-fern', secondId: 'larkmere-88d-fern', reason: '' as const, on: '2026-11-24' };
    await changeRack(database, { pairNotes: [{ ...note, verdict: 'needs work' }] });
    await changeRack(database, { pairNotes: [{ ...note, firstId: note.secondId, secondId: note.firstId, verdict: 'blends well' }] });
    const own = async () => (await readRack(database)).pairNotes.filter(({ firstId }) => firstId === 'larkmere-62d-fern');
    expect(await own()).toMatchObject([{ verdict: 'blends well' }]);
    await changeRack(database, { removeMarkers: ['larkmere-62d-fern'] });
    expect(await own()).toEqual([]);
  });
});

describe('requests by hand', () => {
  it('with an id twice, or a note of a marker about itself, are refused in words', () => {
    const [marker] = demoRack().markers;
    const words = (change: unknown) => rackChangeSchema.safeParse(change).error?.issues[0]?.message;
    expect(words({ markers: [marker, marker] })).toMatch(/an id stands twice/);
    expect(words({ lines: [demoRack().lines[0], demoRack().lines[0]] })).toMatch(/an id stands twice/);
    const note = { firstId: 'a', secondId: 'a', verdict: 'refuses', reason: '', on: '2026-11-26' };
    expect(words({ pairNotes: [note] })).toMatch(/a note is about two markers/);
    expect(words({ markers: [{ ...marker, code: 'FERN\u0000' }] })).toMatch(/cannot be kept/);
  });

  it('that change the same markers in opposite order do not lock each other out, and the same pair twice is one note', async () => {
    const markers = demoRack().markers.slice(0, 60);
    const changes = Array.from({ length: 60 }, (_, number) =>
      changeRack(database, { markers: number % 2 === 0 ? markers : [...markers].reverse() }),
    );
    const answers = await Promise.allSettled(changes);
    expect(answers.filter(({ status }) => status === 'rejected')).toEqual([]);
    const [first, second] = markers.map(({ id }) => id);
    if (!first || !second) expect.fail();
    const note = { verdict: 'blends well' as const, reason: '' as const, on: '2026-11-26' };
    await changeRack(database, {
      pairNotes: [
        { firstId: first, secondId: second, ...note },
        { firstId: second, secondId: first, ...note, verdict: 'needs work' },
      ],
    });
    const own = (await readRack(database)).pairNotes.filter(({ firstId, secondId }) => [firstId, secondId].includes(first));
    expect(own).toMatchObject([{ verdict: 'needs work' }]);
  });
});

describe('migration 002', () => {
  it('brings a seeded database of the version before forward without losing a marker', async () => {
    const old = openDatabase(await freshDatabase(testClusterUrl()));
    const [first] = migrations;
    await old.sequelize.query('CREATE TABLE applied_migrations (name text PRIMARY KEY)');
    for (const statement of first?.statements ?? []) await old.sequelize.query(statement);
    await old.sequelize.query("INSERT INTO applied_migrations VALUES ('001-first-tables')");
    await old.sequelize.query(`INSERT INTO marker_lines VALUES ('l', 'Line', '{"parts":["family","depth"]}', NULL)`);
    await old.sequelize.query(`INSERT INTO markers VALUES
      ('m1', 'l', '88d.fern', 'FERN', '2', 1, '{"L":90,"a":0,"b":0}', true, 'low'), ('m2', 'l', '97d.fern', NULL, NULL, NULL, NULL, false, 'good')`);
    expect(await migrate(old.sequelize)).toEqual(migrations.slice(1).map(({ name }) => name));
    expect((await readRack(old)).markers).toEqual([
      {
        id: 'm1',
        lineId: 'l',
        code: '88d.fern',
        family: 'FERN',
        group: '2',
        depth: 1,
        owned: true,
        state: 'low',
      },
      { id: 'm2', lineId: 'l', code: '97d.fern', owned: false, state: 'good' },
    ]);
    expect((await readRack(old)).readings).toEqual([{ id: 'm1', markerId: 'm1', coats: 1, lab: { L: 90, a: 0, b: 0 }, source: 'picked' }]);
    await old.sequelize.close();
  });
});

describe('what has changed of the rack', () => {
  it('brings a page that knows the rack of before to the rack of now, whatever was changed meanwhile', async () => {
    const whole = await readRack(database);
    expect(whole).toMatchObject({ isWhole: true, gone: { markers: [] } });
    const random = seeded(7);
    const pick = <T>(rows: readonly T[]): T => rows[Math.floor(random() * rows.length)] as T;
    let known = whole;
    let told = 0;
    for (let round = 0; round < 30; round++) {
      const now = await readRack(database);
      const line = pick(now.lines);
      const changes: (() => Parameters<typeof changeRack>[1])[] = [
        () => ({ markers: [{ ...pick(now.markers), state: 'low' }] }),
        () => ({ markers: [{ id: `new-${round}`, lineId: line.id, code: `N${round}`, owned: true }] }),
        () => ({ removeMarkers: [pick(now.markers).id] }),
        () => ({
          readings: [
            {
              id: `r-${round}`,
              markerId: pick(now.markers).id,
              coats: 2,
              paper: 'Laid',
              lab: { L: 40, a: 1, b: 2 },
              source: 'measured',
              on: '2026-11-28',
            },
          ],
        }),
        () => ({ lines: [{ ...line, name: `${line.name} ${round}` }] }),
        () => ({
          pairNotes: [
            { firstId: pick(now.markers).id, secondId: 'larkmere-88d-fern', verdict: 'blends well', reason: '', on: '2026-11-28' },
          ],
        }),
      ];
      const change = pick(changes)();
      if (change.pairNotes?.some(({ firstId, secondId }) => firstId === secondId || !now.markers.some(({ id }) => id === secondId)))
        continue;
      await changeRack(database, change);
      // A page asks now and then, not after every change.
      if (random() < 0.5) continue;
      const part = await readRack(database, known);
      expect(part.isWhole).toBe(false);
      told += part.markers.length;
      known = withRackChanges(known, part);
      expect(known).toEqual({ ...(await readRack(database)), gone: { lines: [], markers: [], pairNotes: [], readings: [] } });
    }
    expect(told, 'small bites').toBeLessThan(40);
    const again = await readRack(database, known);
    expect([again.lines, again.markers, again.pairNotes, again.readings]).toEqual([[], [], [], []]);
  });

  it('is all of it for a page of another history, or one that says it knows more than there is', async () => {
    const { epoch, revision } = await readRack(database);
    for (const since of [undefined, { epoch: 'another', revision }, { epoch, revision: revision + 1000 }]) {
      const answer = await readRack(database, since);
      expect(answer.isWhole).toBe(true);
      expect(answer.markers.length).toBeGreaterThan(50);
    }
  });

  it('a line that goes takes its markers and their notes along on every page', async () => {
    const known = await readRack(database);
    const line = known.lines.find(({ id }) => known.pairNotes.some(({ firstId }) => firstId.startsWith(id))) ?? known.lines[0];
    if (!line) expect.fail();
    await changeRack(database, { removeLines: [line.id] });
    const after = withRackChanges(known, await readRack(database, known));
    expect(after.markers.some(({ lineId }) => lineId === line.id)).toBe(false);
    expect(
      after.pairNotes.every(({ firstId, secondId }) => [firstId, secondId].every((id) => after.markers.some((own) => own.id === id))),
    ).toBe(true);
    expect(after.lines).toEqual((await readRack(database)).lines);
  });
});
