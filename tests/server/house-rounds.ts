import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import sharp from 'sharp';
import type { KeptMake } from '#model/api/makes';
import { seeded } from '../seeded';
import { freePort } from './cluster';
import { createMakeIn, furnish, getFrom, houseEnvironment, makesOf, newHouse } from './house';
import { runPostgresProgram } from './postgres-programs';

export const houseKills = ['restore', 'reset', 'backup', 'migration', 'upload', 'renamed folder', 'copied folder', 'first start'] as const;
export type HouseKill = (typeof houseKills)[number];

export type HouseFigures = Record<HouseKill, { rounds: number; cutShort: number; faults: string[] }>;

/**
 * Rounds of kill -9 in the middle of what ./run does to all data, on a copy of the checkout with the build in `dist`. After each the next start
 * must show the data of before or those that were to come, whole, and say so when it finished or undid something.
 */
export async function runHouseRounds(options: {
  dist: string;
  rounds: number;
  seed: number;
  kinds?: readonly HouseKill[];
  onRound?: (kind: HouseKill, round: number) => void;
}): Promise<HouseFigures> {
  const random = seeded(options.seed);
  // Renamed on the way.
  let home = newHouse('house', options.dist);
  const port = await freePort(28_000 + (process.pid % 1500));
  const env = houseEnvironment(port);
  const state = (name: string) => join(home, '.aquachrome', name);
  const address = () => `http://127.0.0.1:${readFileSync(state('port'), 'utf8')}`;

  const start = (args: string[], cwd = home): { child: ChildProcess; words: () => string; ended: Promise<number> } => {
    const child = spawn('./run', args, { cwd, env, detached: true, stdio: ['ignore', 'pipe', 'pipe'] });
    let words = '';
    for (const stream of [child.stdout, child.stderr]) stream?.on('data', (chunk: Buffer) => (words += chunk.toString()));
    return { child, words: () => words, ended: new Promise((resolve) => child.once('exit', (code) => resolve(code ?? -1))) };
  };
  const run = (...args: string[]): Promise<string> => runAt(home, ...args);
  const runAt = async (cwd: string, ...args: string[]): Promise<string> => {
    const { ended, words } = start(args, cwd);
    const code = await ended;
    if (code !== 0) throw new Error(`./run ${args.join(' ')} ended with ${code}: ${words().slice(-400)}`);
    return words();
  };
  /** Runs a command and kills it with all it has started after so long; answers whether it was cut short. */
  const cutShort = async (args: string[], afterMs: number, cwd = home): Promise<boolean> => {
    const { child, ended } = start(args, cwd);
    const whole = await Promise.race([ended.then(() => true), pause(afterMs).then(() => false)]);
    if (!whole && child.pid) process.kill(-child.pid, 'SIGKILL');
    await ended;
    return !whole;
  };
  const get = async (path: string) => (await fetch(`${address()}${path}`, { headers: { connection: 'close' } })).json() as Promise<unknown>;
  const makes = async (): Promise<string> => {
    const { makes: listed } = (await get('/api/makes?most=100')) as { makes: { summary: { id: string; name: string } }[] };
    return listed
      .map(({ summary: { id, name } }) => `${id} ${name}`)
      .sort()
      .join('\n');
  };
  const createMake = (id: string, name: string) =>
    fetch(`${address()}/api/makes`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: address(), connection: 'close' },
      body: JSON.stringify({ id, name }),
    });
  const client = (program: string, ...words: string[]) => runPostgresProgram(home, program, ...words);
  const figures = Object.fromEntries(houseKills.map((kind) => [kind, { rounds: 0, cutShort: 0, faults: [] }])) as unknown as HouseFigures;
  let number = 0;

  const replaced = async (kind: 'restore' | 'reset', args: string[], brought: string, longestMs: number) => {
    await createMake(`mine-${++number}`, `Mine ${number}`);
    const before = await makes();
    const was = await cutShort(args, random() * longestMs);
    const words = await run('demo');
    const after = await makes();
    if (after !== before && after !== brought) return { was, fault: `neither before nor after: ${after.slice(0, 200)}` };
    if (was && after === brought && !/cut short was finished/.test(words) && !/cut short/.test(words)) {
      // Everything was done but the last word: the swap and the drop were over.
      const left = client(
        'psql',
        '-X',
        '-A',
        '-t',
        '-d',
        'postgres',
        '-c',
        "SELECT count(*) FROM pg_database WHERE datname LIKE 'aquachrome%'",
      ).trim();
      if (left !== '1') return { was, fault: `${kind}: replaced without a word` };
    }
    return { was, fault: null };
  };

  /** A folder whose data lie elsewhere, since the database's user may not enter it: what is copied is only its note of where. */
  const yard = mkdtempSync(join(tmpdir(), 'aquachrome-yard-'));
  const first = join(yard, 'first');
  const namesAt = async (folder: string) =>
    (await makesOf(folder))
      .map(({ name }) => name)
      .sort()
      .join('\n');
  const placeOf = (folder: string) => {
    const place = readFileSync(join(folder, '.aquachrome/data-place'), 'utf8');
    return place === 'inside' ? null : place;
  };

  const rounds: Record<HouseKill, () => Promise<{ was: boolean; fault: string | null }>> = {
    restore: () => replaced('restore', ['restore', 'kept.aquachrome', '--yes'], inBackup, 9_000),
    reset: () => replaced('reset', ['reset', '--yes'], demo, 12_000),
    backup: async () => {
      const name = `backup-${++number}.aquachrome`;
      const before = await makes();
      const was = await cutShort(['backup', name], random() * 4_000);
      await run('demo');
      if ((await makes()) !== before) return { was, fault: 'the data changed' };
      if (existsSync(join(home, name))) {
        execFileSync('tar', ['-xf', join(home, name), '-C', home]);
        client('pg_restore', '--list', join(home, 'data.pgdump'));
      }
      return { was, fault: null };
    },
    migration: async () => {
      await run('stop');
      await run('demo');
      await run('stop');
      const { ended } = start(['stop']);
      await ended;
      // Data of the first schema, as an older version left them.
      execFileSync(
        'bash',
        [
          '-c',
          `caller_folder=$PWD; root=$PWD; for p in words install places postgres server data; do source scripts/$p.sh; done; postgres_bin=$(find_postgres_bin); choose_pg_home; pg_start; pg_sql 'DROP DATABASE aquachrome WITH (FORCE)'; pg_sql 'CREATE DATABASE aquachrome'; pg_client pg_restore --no-owner -d aquachrome ${process.cwd()}/tests/fixtures/schema-1/everything.aquachrome`,
        ],
        { cwd: home, env, stdio: 'ignore' },
      );
      const was = await cutShort(['demo'], random() * 4_000);
      await run('demo');
      const listed = await makes();
      if (listed !== 'make-balloon-post-parcel Parcel of before') return { was, fault: `other makes: ${listed.slice(0, 200)}` };
      const { document } = (await get('/api/makes/make-balloon-post-parcel')) as KeptMake;
      if (document.pictures[0]?.regionMap?.count !== 39) return { was, fault: 'its areas are gone' };
      await run('restore', 'kept.aquachrome', '--yes');
      return { was, fault: null };
    },
    upload: async () => {
      const bytes = await sharp(randomBytes(1500 * 1200), { raw: { width: 1500, height: 1200, channels: 1 } })
        .png()
        .toBuffer();
      const sha256 = createHash('sha256').update(bytes).digest('hex');
      const pid = Number(readFileSync(state('server.pid'), 'utf8'));
      const sent = fetch(`${address()}/api/originals`, {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream', origin: address(), connection: 'close' },
        body: new Uint8Array(bytes),
      }).then(
        ({ ok }) => ok,
        () => false,
      );
      await pause(random() * 2_500);
      process.kill(pid, 'SIGKILL');
      const acknowledged = await sent;
      await run('demo');
      const answer = await fetch(`${address()}/api/blobs/${sha256}`, { headers: { connection: 'close' } });
      const kept = answer.ok
        ? createHash('sha256')
            .update(Buffer.from(await answer.arrayBuffer()))
            .digest('hex')
        : null;
      if (acknowledged && kept !== sha256) return { was: true, fault: 'an acknowledged upload is gone' };
      return { was: !acknowledged, fault: kept !== null && kept !== sha256 ? 'half an upload was kept' : null };
    },
    'renamed folder': async () => {
      await createMake(`renamed-${++number}`, `Before the name ${number}`);
      const before = await makes();
      if (random() < 0.5) await run('stop');
      const next = `${home.replace(/-named-\d+$/, '')}-named-${number}`;
      renameSync(home, next);
      home = next;
      const was = await cutShort(['demo'], random() * 5_000);
      await run('demo');
      const after = await makes();
      return { was, fault: after === before ? null : `other data: ${after.slice(0, 200)}` };
    },
    'copied folder': async () => {
      if (!existsSync(first)) {
        furnish(first, options.dist);
        execFileSync('chmod', ['700', yard]);
      }
      await runAt(first, 'demo');
      await createMakeIn(first, `Of the first ${++number}`);
      const before = await namesAt(first);
      if (random() < 0.5) await runAt(first, 'stop');
      const copy = join(yard, `copy-${number}`);
      execFileSync('cp', ['-a', first, copy]);
      const was = await cutShort(['demo'], random() * 6_000, copy);
      await runAt(copy, 'demo');
      const copied = await namesAt(copy);
      await createMakeIn(copy, 'Only of the copy');
      await runAt(first, 'demo');
      const kept = await namesAt(first);
      const shared = placeOf(first) !== null && placeOf(first) === placeOf(copy);
      await runAt(copy, 'stop');
      const alive = await getFrom(first, '/api/health').then(({ ok }) => ok);
      const place = placeOf(copy);
      if (place) rmSync(place, { recursive: true, force: true, maxRetries: 10 });
      rmSync(copy, { recursive: true, force: true, maxRetries: 10 });
      if (kept !== before) return { was, fault: `the first shows others: ${kept.slice(0, 200)}` };
      if (copied !== before) return { was, fault: `the copy shows others: ${copied.slice(0, 200)}` };
      return { was, fault: shared ? 'both have one place' : alive ? null : 'the first was ended with the copy' };
    },
    'first start': async () => {
      await run('stop');
      rmSync(join(home, '.aquachrome'), { recursive: true, force: true, maxRetries: 10 });
      const was = await cutShort(['demo'], random() * 12_000);
      await run('demo');
      const listed = await makes();
      return { was, fault: listed === demo ? null : `not the demo data: ${listed.slice(0, 200)}` };
    },
  };

  let demo = '';
  let inBackup = '';
  try {
    await run('demo');
    demo = await makes();
    await createMake('kept', 'Kept in the backup');
    inBackup = await makes();
    await run('backup', 'kept.aquachrome');
    for (const kind of options.kinds ?? houseKills) {
      for (let round = 0; round < options.rounds; round++) {
        const { was, fault } = await rounds[kind]().catch((error: unknown) => ({ was: true, fault: String(error).slice(0, 300) }));
        figures[kind].rounds++;
        if (was) figures[kind].cutShort++;
        if (fault) figures[kind].faults.push(fault);
        options.onRound?.(kind, round + 1);
      }
    }
    return figures;
  } finally {
    await start(['stop']).ended;
    rmSync(home, { recursive: true, force: true, maxRetries: 10 });
    if (existsSync(first)) {
      await start(['stop'], first).ended;
      const place = placeOf(first);
      if (place) rmSync(place, { recursive: true, force: true, maxRetries: 10 });
    }
    rmSync(yard, { recursive: true, force: true, maxRetries: 10 });
  }
}
