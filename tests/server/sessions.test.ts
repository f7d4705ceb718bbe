import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { SessionEntry } from '#model/session';
import { sessionState } from '#core/session/session-state';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { keepBlob } from '#server/store/blobs';
import { checkWhole } from '#server/store/check-whole';
import { createMake, deleteMake } from '#server/store/makes';
import { addEntries, beginSession, listSessions, readSession } from '#server/store/sessions';
import { sweep } from '#server/store/sweep';
import { madeUpEntry, madeUpMark, madeUpSession } from '../made-up-session';
import { freshDatabase, testClusterUrl } from './cluster';

let database: Database;
const head = madeUpSession([madeUpMark(1), madeUpMark(2), madeUpMark(3)]);
const make = { id: 'badger', name: 'Badger' };
const done = (mark: string, atS: number) => madeUpEntry('done', atS, { mark });

beforeAll(async () => {
  database = openDatabase(await freshDatabase(testClusterUrl()));
  await migrate(database.sequelize);
  await createMake(database, make);
  await beginSession(database, { id: 's1', make, head });
});
afterAll(async () => {
  await database.sequelize.close();
});

describe('colouring sessions', () => {
  it('begin once, and keep what happened in the order in which it was told, each once however often it is sent, at once too', async () => {
    await beginSession(database, { id: 's1', make, head });
    await expect(beginSession(database, { id: 's1', make, head: madeUpSession([madeUpMark(1)]) })).rejects.toMatchObject({ status: 409 });
    await expect(beginSession(database, { id: 's2', make: { id: 'gone', name: 'Gone' }, head })).rejects.toMatchObject({ status: 404 });
    const first = [done('m1', 10), done('m2', 20)];
    expect(await addEntries(database, 's1', first)).toBe(2);
    expect(await addEntries(database, 's1', first)).toBe(2);
    const undo = madeUpEntry('undo', 21, { of: first[1]?.id ?? '' });
    // Sent twice at once, with what came before: nothing is doubled.
    expect(await Promise.all([addEntries(database, 's1', [...first, undo]), addEntries(database, 's1', [undo])])).toContain(3);
    const { entries } = await readSession(database, 's1');
    expect(entries).toEqual([...first, undo]);
    expect(sessionState(head, entries).current).toBe(1);
    await expect(addEntries(database, 'none', first)).rejects.toMatchObject({ status: 404 });
  });

  it('keep the order of a batch whatever its ids and times are', async () => {
    await beginSession(database, { id: 'order', make, head });
    const many = Array.from(
      { length: 300 },
      (_, i): SessionEntry => ({ ...madeUpEntry('again', 300 - i, { mark: 'm1' }), id: `z${(i * 7919) % 1000}-${i}` }),
    );
    await addEntries(database, 'order', many);
    expect((await readSession(database, 'order')).entries).toEqual(many);
  });

  it('are listed by their make, the newest first; a photo that was not sent is refused, one that was is spared by the sweep', async () => {
    const photo = await keepBlob(database, 'application/octet-stream', Buffer.from('ffd8ff00', 'hex'));
    await expect(addEntries(database, 's1', [madeUpEntry('end', 90, { photo: 'e'.repeat(64) })])).rejects.toMatchObject({ status: 422 });
    await addEntries(database, 's1', [madeUpEntry('end', 90, { photo, happy: 'yes', nextTime: 'a rung darker' })]);
    expect((await listSessions(database, 'badger')).sessions.map(({ id, isEnded }) => [id, isEnded])).toEqual([
      ['order', false],
      ['s1', true],
    ]);
    expect((await listSessions(database, 'other')).sessions).toEqual([]);
    await database.sequelize.query("UPDATE blobs SET created_at = now() - interval '40 days'");
    await sweep(database);
    expect(await database.blobs.count({ where: { sha256: photo } })).toBe(1);
    await checkWhole(database);
  });

  it('outlive their make if the maker says so, and go with it else', async () => {
    await expect(deleteMake(database, 'badger')).rejects.toMatchObject({
      status: 409,
      problem: { message: expect.stringMatching(/2 sessions/) },
    });
    await deleteMake(database, 'badger', 'keep');
    expect(await readSession(database, 's1')).toMatchObject({ isMakeThere: false, makeName: 'Badger' });
    expect(await addEntries(database, 's1', [done('m3', 95)]), 'what was under way goes on').toBe(5);
    await createMake(database, { id: 'kite', name: 'Kite' });
    await beginSession(database, { id: 'k1', make: { id: 'kite', name: 'Kite' }, head });
    await addEntries(database, 'k1', [done('m1', 1)]);
    await deleteMake(database, 'kite', 'throwAway');
    await expect(readSession(database, 'k1')).rejects.toMatchObject({ status: 404 });
  });

  it('with entries that cannot be read are not let in by a restore', async () => {
    await database.sequelize.query(`INSERT INTO session_entries (session_id, entry_id, document) VALUES ('s1', 'odd', '{"kind": "sung"}')`);
    await expect(checkWhole(database)).rejects.toThrow(/sessions in the file cannot be read/);
    await database.sequelize.query("DELETE FROM session_entries WHERE entry_id = 'odd'");
    await checkWhole(database);
  });
});
