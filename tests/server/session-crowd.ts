import type { AskLogbook } from '#model/api/logbook';
import { openDatabase } from '#server/db/database';
import { addEntries, beginSession } from '#server/store/sessions';
import { madeUpEntry, madeUpMark, madeUpSession } from '../made-up-session';
import { seeded } from '../seeded';
import type { Application } from './application';

const words = ['scarf', 'hat', 'coat', 'boots', 'letter', 'balloon', 'basket', 'fur', 'cloud', 'lantern'];
const dayMs = 86_400_000;

/** Fills an application with sessions of its first make, all marks of which were laid, with markers of the crowd. */
export async function fillSessions(application: Application, options: { sessions: number; marks: number }): Promise<void> {
  const database = openDatabase(application.databaseUrl);
  const [rows] = await database.sequelize.query("SELECT id FROM makes ORDER BY id LIKE 'crowd-%', id LIMIT 1");
  const make = { id: (rows as { id: string }[])[0]?.id ?? '', name: 'The crowd' };
  const random = seeded(30);
  for (let session = 0; session < options.sessions; session++) {
    const id = `crowd-session-${session}`;
    const marks = Array.from({ length: options.marks }, (_, index) => {
      const number = Math.floor(random() * 400);
      const over = `${words[Math.floor(random() * words.length)]} ${index % 7}`;
      return madeUpMark(index + 1, {
        markerId: `crowd-${number}`,
        code: `C${number}`,
        over,
        blend: `b${index >> 2}`,
        areaMm2: 50 + 800 * random(),
      });
    });
    const head = { ...madeUpSession(marks), startedAtMs: 1_700_000_000_000 + session * dayMs };
    let at = 0;
    const entries = marks.map(({ id: mark, areaMm2 }) => {
      at += 4 + (60 * areaMm2) / 100 / (25 + 10 * random());
      return { ...madeUpEntry('done', 0, { mark }), atMs: Math.round(head.startedAtMs + 1000 * at) };
    });
    await beginSession(database, { id, make, head });
    await addEntries(database, id, entries);
    const wish = `paler at the ${words[session % words.length]}`;
    await addEntries(database, id, [{ ...madeUpEntry('end', 0, { nextTime: wish }), atMs: head.startedAtMs + 1000 * Math.ceil(at) }]);
  }
  await database.sequelize.close();
}

/** Searches of the logbook, one after the other. @returns the time that 95 of 100 stay under, in ms. */
export async function searchSessions(address: string, searches: number): Promise<{ p95Ms: number; found: number }> {
  const random = seeded(31);
  const pick = () => words[Math.floor(random() * words.length)] as string;
  const times: number[] = [];
  let found = 0;
  for (let search = 0; search < searches; search++) {
    const asks: AskLogbook[] = [
      { words: `${pick()} ${pick().slice(0, 3)}` },
      { terms: [{ kind: 'code', term: `C${Math.floor(random() * 400)}` }] },
      { terms: [{ kind: 'element', term: `${pick()} 3` }] },
      { fromDay: '2024-06-01', toDay: '2024-09-01' },
      { near: { L: 20 + 70 * random(), a: 20, b: 10 } },
    ];
    const start = performance.now();
    const answer = await fetch(
      `${address}/api/logbook?${new URLSearchParams({ ask: JSON.stringify({ ...asks[search % asks.length], most: 20 }) })}`,
    );
    const body = (await answer.json()) as { total: number };
    times.push(performance.now() - start);
    found += body.total;
  }
  times.sort((one, other) => one - other);
  return { p95Ms: times[Math.floor(0.95 * times.length)] ?? 0, found };
}
