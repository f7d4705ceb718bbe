import type { SessionEntry } from '#model/session';
import { sessionState } from '#core/session/session-state';
import { EntryKeeper, type KeptEntries } from '#islands/along/entry-keeper.ts';
import { CallProblem } from '#islands/shared/server-calls.ts';
import { openDatabase } from '#server/db/database';
import { readSession } from '#server/store/sessions';
import { madeUpEntry, madeUpMark, madeUpSession } from '../made-up-session';
import { memoryEntries } from '../memory-entries';
import type { Application } from './application';

type Call = (address: string, path: string, init?: RequestInit) => Promise<unknown>;
const sessionId = 'faults-session';
const marks = Array.from({ length: 400 }, (_, index) => madeUpMark(index + 1));

/** Somebody who colours along while things are killed: what is told goes through the real keeper; now and then the page is closed and opened again. */
export type Colourer = {
  tellOnce: (random: () => number) => void;
  /** Closes the page in the middle, and opens it again: what waited is in the browser. */
  reopen: () => Promise<void>;
  settled: () => Promise<void>;
  audit: (application: Application) => Promise<{ told: number; lost: number; doubled: number }>;
  stop: () => void;
};

/** @param make whose session it is. */
export async function openColourer(address: string, call: Call, make: { id: string; name: string }): Promise<Colourer> {
  const head = madeUpSession(marks);
  await call(address, '/api/sessions', { method: 'POST', body: JSON.stringify({ id: sessionId, make, head }) });
  const waiting = memoryEntries();
  let kept: KeptEntries = { entries: [], waiting: 0, problem: null, isForGood: false };
  const told: SessionEntry[] = [];
  const open = () =>
    new EntryKeeper(sessionId, {
      waiting,
      send: (entries) => call(address, `/api/sessions/${sessionId}/entries`, { method: 'POST', body: JSON.stringify({ entries }) }),
      onChange: (now) => {
        kept = now;
      },
      firstRetryMs: 40,
    });
  const readBack = async () => (await call(address, `/api/sessions/${sessionId}`)) as { entries: SessionEntry[] };
  let keeper = open();
  await keeper.start([]);
  const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
  const settled = async () => {
    for (let attempt = 0; attempt < 3000; attempt++) {
      if (kept.waiting === 0) return;
      if (kept.isForGood) throw new Error(`A session was refused: ${kept.problem?.message}`);
      keeper.tryNow();
      await pause(20);
    }
    throw new Error('A session was not kept in time.');
  };
  return {
    tellOnce: (random) => {
      keeper.tell((entries) => {
        const state = sessionState(head, entries);
        const mark = state.current === null ? undefined : marks[state.current]?.id;
        const turn = random();
        const entry =
          turn < 0.15 && state.last
            ? madeUpEntry('undo', entries.length, { of: state.last.id })
            : mark === undefined
              ? null
              : turn < 0.25
                ? madeUpEntry('again', entries.length, { mark })
                : madeUpEntry('done', entries.length, { mark });
        if (entry) told.push(entry);
        return entry;
      });
    },
    reopen: async () => {
      keeper.stop();
      for (;;) {
        try {
          const { entries } = await readBack();
          keeper = open();
          await keeper.start(entries);
          return;
        } catch (error) {
          // The server is away: the page cannot be opened yet.
          if (!(error instanceof CallProblem) || !error.mayPass) throw error;
          await pause(30);
        }
      }
    },
    settled,
    audit: async (application) => {
      const database = openDatabase(application.databaseUrl);
      const there = (await readSession(database, sessionId)).entries.map(({ id }) => id);
      await database.sequelize.close();
      const isSameOrder = told.every(({ id }, place) => there[place] === id);
      return {
        told: told.length,
        lost: told.filter(({ id }) => !there.includes(id)).length + (isSameOrder ? 0 : 1),
        doubled: there.length - new Set(there).size,
      };
    },
    stop: () => keeper.stop(),
  };
}
