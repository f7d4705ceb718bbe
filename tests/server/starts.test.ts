import { execFileSync, spawn } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RackAnswer } from '#model/api/rack';
import type { KeptMake } from '#model/api/makes';
import { blobsOfPicture } from '#core/make/blobs-named';
import { evaluates } from '../evaluates';
import { freePort } from './cluster';
import { createMakeIn, getFrom, houseEnvironment, houseFiles, makesOf, newHouse, runIn } from './house';
import { runPostgresProgram } from './postgres-programs';

// A copy of the checkout with the installed packages and the build, so that a start takes seconds and touches nothing of ours.
let home: string;
let port: number;
/** Runs ./run of the copy, or of another folder. */
const run = (args: string[], env: Record<string, string> = {}, input = '', cwd = home) =>
  runIn(cwd, args, { ...houseEnvironment(port), ...env }, input);

const state = (name: string) => join(home, '.aquachrome', name);
const pidIn = (file: string) => Number(readFileSync(file, 'utf8').split('\n')[0]);
const postmaster = () => pidIn(state('postgres/data/postmaster.pid'));
const get = (path: string) => getFrom(home, path);
const makes = () => makesOf(home);

async function createMake(name: string): Promise<void> {
  expect(await createMakeIn(home, name)).toBe(200);
}

beforeAll(async () => {
  home = newHouse('starts');
  port = await freePort(26_000 + (process.pid % 2000));
});

afterAll(async () => {
  await run(['stop']);
  rmSync(home, { recursive: true, force: true, maxRetries: 10 });
});

describe('starting', { timeout: 300_000 }, () => {
  it('goes on after a first start that was cut short', async () => {
    mkdirSync(state('postgres/data.unfinished/base'), { recursive: true });
    writeFileSync(state('postgres/password.new'), 'half');
    const first = await run(['demo']);
    expect(first.words).toMatch(/Aquachrome is ready: http:\/\/127\.0\.0\.1:\d+/);
    expect(existsSync(state('postgres/data.unfinished'))).toBe(false);
    expect((await makes()).map(({ name }) => name)).toEqual(['The Balloon Post: the lantern']);
    expect(readFileSync(state('postgres/password'), 'utf8')).toMatch(/^[0-9a-f]{48}$/);
  });

  it('a second time skips what is done and loses nothing', async () => {
    await createMake('Kept over starts');
    const pid = pidIn(state('server.pid'));
    const again = await run(['demo']);
    expect(again.code).toBe(0);
    expect(again.words).not.toMatch(/Building|Installing|loaded/);
    expect(pidIn(state('server.pid'))).toBe(pid);
    expect((await makes()).map(({ name }) => name)).toContain('Kept over starts');
  });

  it('works after kill -9 of server and database', async () => {
    process.kill(pidIn(state('server.pid')), 'SIGKILL');
    process.kill(postmaster(), 'SIGKILL');
    expect((await run(['demo'])).words).toMatch(/ready/);
    expect((await makes()).map(({ name }) => name)).toContain('Kept over starts');
  });

  it('is not fooled by process files whose numbers other programs have taken', async () => {
    await run(['stop']);
    const stranger = spawn('sleep', ['60'], { stdio: 'ignore' });
    writeFileSync(state('server.pid'), String(stranger.pid));
    execFileSync('bash', ['-c', `printf '%s\\n' ${stranger.pid} > ${state('postgres/data/postmaster.pid')}`]);
    expect((await run(['demo'])).words).toMatch(/ready/);
    expect(stranger.exitCode).toBeNull();
    stranger.kill();
    expect((await makes()).map(({ name }) => name)).toContain('The Balloon Post: the lantern');
  });

  it('takes the next port when its own is taken, and says where it is', async () => {
    await run(['stop']);
    const squatter = createServer();
    await new Promise<void>((resolve) => squatter.listen(port, '127.0.0.1', resolve));
    const words = (await run(['demo'])).words;
    // Never silently: both addresses are named, and what becomes of edits that wait under the old one.
    expect(words).toContain(`http://127.0.0.1:${port + 1} instead of http://127.0.0.1:${port}`);
    expect(words).toMatch(/Edits that still wait in a browser lie under the old address/);
    await new Promise<void>((resolve) => squatter.close(() => resolve()));
    // It goes back to its own as soon as that is free.
    expect((await run(['stop'])).code).toBe(0);
    expect((await run(['demo'], { AQUACHROME_PORT: '' })).words).toContain(`http://127.0.0.1:${port}\n`);
  });

  it.runIf(evaluates('starts'))('twice at once: one waits for the other, both end well', async () => {
    const [first, second] = await Promise.all([run(['demo']), run(['demo'])]);
    expect([first.code, second.code]).toEqual([0, 0]);
    expect(first.words + second.words).toMatch(/Another start is under way/);
    expect((await makes()).map(({ name }) => name)).toContain('The Balloon Post: the lantern');
  });

  it('says a clear word when there is no space, and goes on when there is', async () => {
    await run(['stop']);
    const shim = mkdtempSync(join(tmpdir(), 'aquachrome-df-'));
    writeFileSync(join(shim, 'df'), '#!/bin/sh\necho "Filesystem 1M-blocks Used Available Use% Mounted"\necho "none 100 97 3 97% /"\n', {
      mode: 0o755,
    });
    const full = await run(['demo'], { PATH: `${shim}:${process.env.PATH}` });
    expect(full.code).not.toBe(0);
    expect(full.words).toMatch(/no space left: .* has 3 MB free/);
    rmSync(shim, { recursive: true });
    expect((await run(['demo'])).words).toMatch(/ready/);
  });

  it.runIf(evaluates('starts'))('is not put off by files of its own that hold something else, or that are lost', async () => {
    await run(['stop']);
    writeFileSync(state('postgres/port'), 'garbage $(date)');
    writeFileSync(state('port'), '\u0000\u0001');
    expect((await run(['demo'])).words).toMatch(/ready/);
    // A server whose number was lost is still ours: it is found, not taken for another program.
    const pid = pidIn(state('server.pid'));
    rmSync(state('server.pid'));
    process.kill(pid, 'SIGSTOP');
    const words = (await run(['demo'])).words;
    expect(words).toMatch(/ready/);
    expect(words).not.toMatch(/taken by another program/);
    expect(pidIn(state('server.pid'))).not.toBe(pid);
  });

  it('says in words when its data are gone, and never shows demo data in their place', async () => {
    await run(['stop']);
    renameSync(state('postgres'), join(home, 'moved-away'));
    const gone = await run(['demo']);
    expect(gone.code).not.toBe(0);
    expect(gone.words).toMatch(/the data of this copy lay in .*postgres, and are not there any more/);
    expect(existsSync(state('postgres/data'))).toBe(false);
    renameSync(join(home, 'moved-away'), state('postgres'));
    expect((await run(['demo'])).words).toMatch(/ready/);
    expect((await makes()).map(({ name }) => name)).toContain('Kept over starts');
  });

  it.runIf(evaluates('starts'))(
    'says in words whose the data are when another user starts, and when their user is locked out',
    async () => {
      await run(['stop']);
      const owner = execFileSync('stat', ['-c', '%U', state('postgres/data')], { encoding: 'utf8' }).trim();
      const asked = (shell: string) =>
        execFileSync('bash', ['-c', `root=$PWD; for p in words places postgres; do source scripts/$p.sh; done; ${shell} 2>&1 || true`], {
          cwd: home,
          encoding: 'utf8',
        });
      expect(asked('is_root() { false; }; id() { echo somebody; }; (choose_pg_home)')).toContain(
        `belong to the user ${owner}. Start it as that user`,
      );
      if (process.getuid?.() === 0) {
        execFileSync('chmod', ['700', home]);
        const locked = await run(['demo']);
        execFileSync('chmod', ['755', home]);
        expect(locked.code).not.toBe(0);
        expect(locked.words).toMatch(/may no longer enter.*nothing is lost/s);
        expect((await run(['demo'])).words).toMatch(/ready/);
        expect((await makes()).map(({ name }) => name)).toContain('Kept over starts');
      }
    },
  );

  it.runIf(evaluates('starts'))(
    'works through a link to its folder, and in a folder with odd signs in its name',
    { timeout: 600_000 },
    async () => {
      const link = join(tmpdir(), `aquachrome-link-${process.pid}`);
      symlinkSync(home, link);
      try {
        expect((await run(['demo'], {}, '', link)).words).toMatch(/ready/);
        const pid = pidIn(state('server.pid'));
        expect((await run(['demo'], {}, '', link)).words).toMatch(/ready/);
        expect(pidIn(state('server.pid')), 'one server, not one at each try').toBe(pid);
      } finally {
        rmSync(link);
      }
      const odd = join(mkdtempSync(join(tmpdir(), 'aquachrome-odd-')), 'it\'s [1] ? $HOME `x` "y"');
      mkdirSync(odd);
      for (const file of houseFiles) cpSync(file, join(odd, file), { recursive: true });
      const ran = await run(['stop'], {}, '', odd);
      expect(ran.words).toMatch(/has signs that tools stumble over: \/var\/tmp\/aquachrome-house-[0-9a-f]{12} does the work/);
      expect(ran.words).toMatch(/Stopped\. Everything is kept\./);
      const house = /\/var\/tmp\/aquachrome-house-[0-9a-f]{12}/.exec(ran.words)?.[0] ?? '';
      expect(readFileSync(join(house, 'run'), 'utf8')).toBe(readFileSync('run', 'utf8'));
      rmSync(house, { recursive: true, force: true });
    },
  );

  it('what the database refuses is told in words, not in its own', () => {
    const said = (refusal: string) => {
      const stub = mkdtempSync(join(tmpdir(), 'aquachrome-psql-'));
      writeFileSync(join(stub, 'psql'), `#!/bin/sh\necho "${refusal}" >&2\nexit 2\n`, { mode: 0o755 });
      for (const name of ['password', 'port']) writeFileSync(join(stub, name), '1');
      const words = execFileSync(
        'bash',
        [
          '-c',
          `root=$PWD; for p in words places postgres; do source scripts/$p.sh; done; pg_home=${stub} postgres_bin=${stub}; pg_sql 'SELECT 1' 2>&1 || true`,
        ],
        { cwd: home, encoding: 'utf8' },
      );
      rmSync(stub, { recursive: true });
      return words;
    };
    expect(said('ERROR:  checkpoint request failed')).toMatch(/there is no space left for the database in .*nothing is lost/);
    expect(said('FATAL:  could not extend file')).toMatch(/there is no space left/);
    for (const words of [said('ERROR:  checkpoint request failed'), said('ERROR:  syntax error at or near')])
      expect(words).not.toMatch(/checkpoint|syntax|ERROR|FATAL/);
  });

  it('as an ordinary user without the right to install says which package is missing', () => {
    const words = execFileSync(
      'bash',
      [
        '-c',
        'root=$PWD; source scripts/words.sh; source scripts/install.sh; is_root() { false; }; has_postgres() { false; }; (ensure_postgres) 2>&1 || true',
      ],
      { cwd: home, encoding: 'utf8' },
    );
    expect(words).toMatch(/'postgresql' is missing and only root may install it\. Run: sudo apt-get install postgresql/);
  });
});

describe('backup, restore and reset', { timeout: 300_000 }, () => {
  const everything = async () => {
    const list = await makes();
    const documents: unknown[] = [];
    const blobs: Record<string, string> = {};
    for (const { id } of list) {
      const kept = (await (await get(`/api/makes/${id}`)).json()) as KeptMake;
      documents.push(kept);
      for (const sha256 of kept.document.pictures.flatMap(blobsOfPicture)) {
        blobs[sha256] ??= Buffer.from(await (await get(`/api/blobs/${sha256}`)).arrayBuffer()).toString('base64');
      }
    }
    // Its revision is of a history, and each restore begins another.
    const { epoch: _, revision: __, ...rack } = (await (await get('/api/rack')).json()) as RackAnswer;
    return { list, documents, rack, blobs };
  };

  it('bring the same makes, pictures and recipes back into an empty data folder, byte for byte', async () => {
    await run(['demo']);
    await createMake('Only in the backup');
    const before = await everything();
    expect(Object.keys(before.blobs).length).toBeGreaterThanOrEqual(4);
    const file = join(home, 'all.aquachrome');
    expect((await run(['backup', file])).words).toMatch(/Everything is in/);
    expect((await run(['backup', file])).words).toMatch(/is there already/);
    expect(statSync(file).mode & 0o777, 'only its owner may read it').toBe(0o600);
    // What is in it is told to whoever has nothing but the file.
    const inside = (name: string) => execFileSync('tar', ['-xOf', file, name], { maxBuffer: 1 << 30 });
    expect(execFileSync('tar', ['-tf', file], { encoding: 'utf8' })).toBe('READ ME.txt\ndata.pgdump\n');
    const list = inside('READ ME.txt').toString('utf8');
    expect(list).toMatch(/^\d+ makes:$/m);
    for (const words of ['  Only in the backup', 'The Balloon Post: the lantern', 'owned', '(paper)', './run restore'])
      expect(list, words).toContain(words);
    expect(inside('data.pgdump').toString('latin1', 0, 5)).toBe('PGDMP');
    await run(['stop']);
    rmSync(state('postgres'), { recursive: true });
    expect((await run(['restore', 'all.aquachrome'])).words, 'a path of the caller’s folder').toMatch(/is back/);
    await run(['demo']);
    const after = await everything();
    // Another history: a page that was open over the restore is told so.
    const epochs = [before, after].map(({ documents }) => (documents[0] as KeptMake).epoch);
    expect(epochs[1]).not.toBe(epochs[0]);
    const withoutEpoch = ({ documents, ...rest }: typeof before) => ({
      ...rest,
      documents: documents.map((kept) => ({ ...(kept as KeptMake), epoch: '' })),
    });
    expect(withoutEpoch(after)).toEqual(withoutEpoch(before));
  });

  /** A connection to the data of the copy as PostgreSQL's own programs take it. */
  const client = (program: string, ...words: string[]) => runPostgresProgram(home, program, ...words);
  const sql = (database: string, text: string) =>
    client('psql', '-X', '-q', '-A', '-t', '-v', 'ON_ERROR_STOP=1', '-d', database, '-c', text);

  /** A dump that must not be restored. */
  function oddDump(name: 'other-program' | 'schema-only' | 'without-blobs' | 'newer' | 'broken-document'): string {
    const file = join(home, `${name}.aquachrome`);
    rmSync(file, { force: true });
    const from = name === 'schema-only' || name === 'without-blobs' ? 'aquachrome' : 'odd';
    if (from === 'odd') {
      sql('postgres', 'DROP DATABASE IF EXISTS odd');
      if (name === 'other-program') sql('postgres', 'CREATE DATABASE odd');
      else {
        // A copy of the data: made from a dump, since a template may have no connections.
        const whole = join(home, 'whole.dump');
        client('pg_dump', '--format=custom', `--file=${whole}`, 'aquachrome');
        sql('postgres', 'CREATE DATABASE odd');
        client('pg_restore', '-d', 'odd', whole);
      }
    }
    if (name === 'other-program') sql('odd', "CREATE TABLE cakes (name text); INSERT INTO cakes VALUES ('plum')");
    if (name === 'newer') sql('odd', "INSERT INTO applied_migrations VALUES ('999-from-the-future')");
    if (name === 'broken-document') sql('odd', "UPDATE make_pictures SET document = document - 'grey'");
    const parts = { 'schema-only': ['--schema-only'], 'without-blobs': ['--exclude-table-data=blobs'] } as Record<string, string[]>;
    client('pg_dump', '--format=custom', ...(parts[name] ?? []), `--file=${file}`, from);
    return file;
  }

  it.runIf(evaluates('starts'))('that a kill cut short are finished or undone aloud at the next start', async () => {
    await run(['demo']);
    const before = await makes();
    await run(['stop']);
    // Cut short while the file was read: the database beside is there, half full.
    await run(['demo']);
    sql('postgres', 'CREATE DATABASE aquachrome_beside');
    await run(['stop']);
    const undone = await run(['demo']);
    expect(undone.words).toMatch(/cut short was undone: the data are those from before it/);
    expect(await makes()).toEqual(before);
    // Cut short after the names were swapped: the old one is still to be dropped.
    sql('postgres', 'CREATE DATABASE aquachrome_replaced');
    await run(['stop']);
    expect((await run(['demo'])).words).toMatch(/cut short was finished/);
    expect(sql('postgres', "SELECT count(*) FROM pg_database WHERE datname LIKE 'aquachrome%'").trim()).toBe('1');
    expect((await run(['demo'])).words).not.toMatch(/cut short/);
  });

  it('bring a file of before results left the documents to today', async () => {
    const old = join(process.cwd(), 'tests/fixtures/schema-1/everything.aquachrome');
    expect((await run(['restore', old, '--yes'])).words).toMatch(/is back/);
    expect((await run(['demo'])).words).toMatch(/ready/);
    expect(await makes()).toEqual([{ id: 'make-balloon-post-parcel', name: 'Parcel of before' }]);
    const { document } = (await (await get('/api/makes/make-balloon-post-parcel')).json()) as KeptMake;
    expect(document.pictures[0]?.regionMap?.count).toBe(39);
    expect((await get(`/api/blobs/${document.pictures[0]?.regionMap?.table}`)).status).toBe(200);
  });

  it('ask before they replace or forget anything, and refuse what is no backup', async () => {
    const file = join(home, 'all.aquachrome');
    await createMake('After the backup');
    expect((await run(['restore', file], {}, 'no\n')).words).toMatch(/left as it is/);
    // After a no the application runs on, untouched.
    expect((await makes()).map(({ name }) => name)).toContain('After the backup');
    const damaged = join(home, 'damaged.aquachrome');
    writeFileSync(damaged, readFileSync(file).subarray(0, 4000));
    expect((await run(['restore', damaged, '--yes'])).words).toMatch(/is damaged.*Nothing was changed/);
    const odd = [
      ['other-program', /the data of another program/],
      ['schema-only', /only the shape of the data/],
      ['without-blobs', /The make .* cannot be read: pictures of it are missing/],
      ['newer', /written by a newer Aquachrome/],
      ['broken-document', /cannot be read/],
    ] as const;
    for (const [name, words] of odd.filter(([own]) => evaluates('starts') || own === 'without-blobs' || own === 'newer')) {
      const refused = await run(['restore', oddDump(name), '--yes']);
      expect(refused.code, name).not.toBe(0);
      expect(refused.words, name).toMatch(words);
      expect(refused.words, name).toMatch(/Nothing was changed/);
      expect(
        (await makes()).map(({ name: own }) => own),
        name,
      ).toContain('After the backup');
    }
    writeFileSync(damaged, 'a letter');
    expect((await run(['restore', damaged])).words).toMatch(/was not written by/);
    expect((await run(['reset'], {}, 'no\n')).words).toMatch(/left as it is/);
    expect((await run(['reset'], {}, 'yes\n')).words).toMatch(/as on the first day/);
    await run(['demo']);
    expect((await makes()).every(({ id }) => id.startsWith('make-balloon-post'))).toBe(true);
  });
});
