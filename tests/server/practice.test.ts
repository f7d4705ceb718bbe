import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mostTries } from '#model/practice';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { checkWhole } from '#server/store/check-whole';
import { addTry, readPractice } from '#server/store/practice';
import { freshDatabase, testClusterUrl } from './cluster';

let database: Database;
beforeAll(async () => {
  database = openDatabase(await freshDatabase(testClusterUrl()));
  await migrate(database.sequelize);
});
afterAll(async () => {
  await database.sequelize.close();
});

const done = (number: number) => ({ id: `try-${number}`, atMs: 1000 * number, score: (number % 11) / 10 });

describe('how drills went', () => {
  it('is kept time by time, told twice once, from two windows at once too, and is part of what a restore checks', async () => {
    expect(await readPractice(database)).toEqual({ drills: [], unreadable: [] });
    await Promise.all(
      [1, 2, 3, 4, 5].flatMap((number) => [
        addTry(database, { drill: 'order', done: done(number) }),
        addTry(database, { drill: 'part', done: done(number) }),
      ]),
    );
    await addTry(database, { drill: 'order', done: { ...done(3), score: 1 } });
    const { drills } = await readPractice(database);
    expect(drills.map(({ id }) => id).sort()).toEqual(['order', 'part']);
    const tries = drills.find(({ id }) => id === 'order')?.tries ?? [];
    expect(tries.map(({ id }) => id).sort()).toEqual(['try-1', 'try-2', 'try-3', 'try-4', 'try-5']);
    expect(tries.find(({ id }) => id === 'try-3')?.score).toBe(done(3).score);
    await checkWhole(database);
  });

  it('keeps the newest where there are very many, and adds nothing to what it cannot read', async () => {
    const many = Array.from({ length: mostTries }, (_, index) => done(index + 10));
    await database.sequelize.query('UPDATE practice SET document = :document WHERE id = :id', {
      replacements: { id: 'order', document: JSON.stringify({ id: 'order', tries: many }) },
    });
    await addTry(database, { drill: 'order', done: done(9_999) });
    const tries = (await readPractice(database)).drills.find(({ id }) => id === 'order')?.tries ?? [];
    expect(tries).toHaveLength(mostTries);
    expect([tries[0]?.id, tries.at(-1)?.id]).toEqual(['try-11', 'try-9999']);
    await database.sequelize.query('UPDATE practice SET document = \'{"id": "order"}\' WHERE id = \'order\'');
    expect((await readPractice(database)).unreadable).toEqual(['order']);
    await expect(addTry(database, { drill: 'order', done: done(1) })).rejects.toMatchObject({ status: 422 });
    await expect(checkWhole(database)).rejects.toThrow('How some drills went');
  });
});
