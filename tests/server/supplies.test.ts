import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoSupplies } from '#demo/supplies';
import { mostSupplies, suppliesChangeSchema } from '#model/api/supplies';
import { readySchools } from '#core/technique/schools';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { checkWhole } from '#server/store/check-whole';
import { belongingsRevision } from '#server/store/rack';
import { changeSupplies, readSupplies } from '#server/store/supplies';
import { freshDatabase, testClusterUrl } from './cluster';

let database: Database;
beforeAll(async () => {
  database = openDatabase(await freshDatabase(testClusterUrl()));
  await migrate(database.sequelize);
});
afterAll(async () => {
  await database.sequelize.close();
});

const paper = { id: 'p', kind: 'paper' as const, name: 'Moss card', sort: 'marker card', takenTurn: 4 };
const [school] = readySchools;

describe('papers, inks, own schools and what goes with what', () => {
  it('go in, are changed, and go out, by name', async () => {
    await changeSupplies(database, demoSupplies);
    const { unreadable, ...read } = await readSupplies(database);
    expect(unreadable).toEqual([]);
    expect(read.supplies.map(({ name }) => name)).toEqual(
      [...demoSupplies.supplies.map(({ name }) => name)].sort((one, other) => (one.toLowerCase() < other.toLowerCase() ? -1 : 1)),
    );
    if (!school) expect.fail();
    const row = { id: 'g', one: 'Moss card', other: 'alcohol ink', verdict: 'not' as const, words: 'Bled.' };
    await changeSupplies(database, { supplies: [paper], goesWith: [row], schools: [{ ...school, id: 'mine', name: 'Mine' }] });
    await changeSupplies(database, { supplies: [{ ...paper, name: 'Moss' }] });
    const now = await readSupplies(database);
    expect(now.supplies.find(({ id }) => id === 'p')).toEqual({ ...paper, name: 'Moss' });
    expect([now.goesWith, now.schools.map(({ name }) => name)]).toEqual([[row], ['Mine']]);
    await changeSupplies(database, { removeSupplies: ['p'], removeGoesWith: ['g'], removeSchools: ['mine'] });
    const gone = await readSupplies(database);
    expect([gone.supplies.length, gone.goesWith, gone.schools]).toEqual([demoSupplies.supplies.length, [], []]);
  });

  it('share the one revision of what the maker has', async () => {
    const before = await belongingsRevision(database);
    await changeSupplies(database, { supplies: [paper] });
    await changeSupplies(database, { removeSupplies: ['p'] });
    expect(await belongingsRevision(database)).toBeGreaterThan(before);
  });

  it('are changed whole or not at all: what does not fit any more leaves all as it was', async () => {
    const many = (from: number) =>
      Array.from({ length: 400 }, (_, index) => ({ ...paper, id: `m${from + index}`, name: `Paper ${from + index}` }));
    await changeSupplies(database, { supplies: many(0) });
    const full = changeSupplies(database, { supplies: many(400), removeSupplies: ['m0'] });
    await expect(full).rejects.toMatchObject({
      status: 422,
      problem: { code: 'too-many', message: `There is room for ${mostSupplies} of a kind.` },
    });
    expect((await readSupplies(database)).supplies.some(({ id }) => id === 'm0')).toBe(true);
  });

  it('a school whose step names what is none is refused in words before anything is changed', () => {
    if (!school) expect.fail();
    const wrong = { schools: [{ ...school, marks: [{ ...school.marks[0], rung: 'seventh' }] }] };
    expect(suppliesChangeSchema.safeParse(wrong).success).toBe(false);
    expect(suppliesChangeSchema.safeParse({ schools: [{ ...school, marks: [] }] }).success).toBe(false);
    expect(suppliesChangeSchema.safeParse({ schools: [school] }).success).toBe(true);
  });

  it('a row that cannot be read hides no other, and is not let in by a restore', async () => {
    const { supplies } = await readSupplies(database);
    expect(await checkWhole(database)).toEqual({ makes: 0 });
    await database.sequelize.query(`UPDATE supplies SET document = '{"kind": "cloud"}' WHERE id = 'm7'`);
    const read = await readSupplies(database);
    expect([read.unreadable, read.supplies.length]).toEqual([['m7'], supplies.length - 1]);
    await expect(checkWhole(database)).rejects.toThrow('Papers, inks or schools in the file cannot be read: m7.');
  });
});
