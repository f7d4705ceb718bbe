import { execFileSync, spawn } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { KeptMake } from '#model/api/makes';
import { blobsOfPicture } from '#core/make/blobs-named';
import { freePort } from './cluster';

// A copy of the checkout with the installed packages and the build, so that a start takes seconds and touches nothing of ours.
let home: string;
let port: number;
const files = ['run', 'scripts', 'src', 'demo', 'public', 'package.json', 'package-lock.json', 'astro.config.ts', 'tsconfig.json'];

type Ran = { code: number; words: string };

function run(args: string[], env: Record<string, string> = {}, input = ''): Promise<Ran> {
  return new Promise((resolve) => {
    const child = spawn('./run', args, { cwd: home, env: { ...process.env, AQUACHROME_PORT: String(port), ...env } });
    let words = '';
    for (const stream of [child.stdout, child.stderr]) {
      stream.on('data', (chunk: Buffer) => {
        words += chunk.toString();
      });
    }
    child.on('exit', (code) => resolve({ code: code ?? -1, words }));
    child.stdin.end(input);
  });
}

const state = (name: string) => join(home, '.aquachrome', name);
const pidIn = (file: string) => Number(readFileSync(file, 'utf8').split('\n')[0]);
const postmaster = () => pidIn(state('postgres/data/postmaster.pid'));
const address = () => `http://127.0.0.1:${readFileSync(state('port'), 'utf8')}`;

/** A connection of its own each time: the servers come and go. */
const get = (path: string) => fetch(`${address()}${path}`, { headers: { connection: 'close' } });

async function makes(): Promise<{ id: string; name: string }[]> {
  const answer = (await (await get('/api/makes')).json()) as { makes: { summary: { id: string; name: string } }[] };
  return answer.makes.map(({ summary: { id, name } }) => ({ id, name }));
}

async function createMake(name: string): Promise<void> {
  const headers = { 'content-type': 'application/json', origin: address(), connection: 'close' };
  const answer = await fetch(`${address()}/api/makes`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ id: crypto.randomUUID(), name }),
  });
  expect(answer.status).toBe(200);
}

beforeAll(async () => {
  home = mkdtempSync(join(tmpdir(), 'aquachrome-starts-'));
  execFileSync('chmod', ['755', home]);
  for (const file of files) cpSync(file, join(home, file), { recursive: true });
  symlinkSync(join(process.cwd(), 'node_modules'), join(home, 'node_modules'));
  cpSync(process.env.AQUACHROME_DIST ?? 'dist', join(home, 'dist'), { recursive: true });
  // The checks have built these very sources: the stamp says so.
  const stamp = execFileSync('bash', ['-c', 'root=$PWD; source scripts/words.sh; source scripts/server.sh; source_stamp'], {
    cwd: home,
    encoding: 'utf8',
  }).trim();
  writeFileSync(join(home, 'dist/.aquachrome-stamp'), stamp);
  port = await freePort(26_000 + (process.pid % 2000));
});

beforeEach(() => {
  // The environment of the checks must not leak into the starts.
  for (const name of ['AQUACHROME_DATABASE_URL', 'AQUACHROME_HOME', 'AQUACHROME_DIST']) delete process.env[name];
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
    expect((await makes()).length).toBeGreaterThanOrEqual(5);
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
    expect((await makes()).length).toBeGreaterThan(5);
  });

  it('takes the next port when its own is taken, and says where it is', async () => {
    await run(['stop']);
    const squatter = createServer();
    await new Promise<void>((resolve) => squatter.listen(port, '127.0.0.1', resolve));
    const words = (await run(['demo'])).words;
    expect(words).toContain(`http://127.0.0.1:${port + 1}`);
    expect(words).toMatch(/port \d+ is taken/i);
    squatter.close();
    expect((await run(['stop'])).code).toBe(0);
  });

  it('twice at once: one waits for the other, both end well', async () => {
    const [first, second] = await Promise.all([run(['demo']), run(['demo'])]);
    expect([first.code, second.code]).toEqual([0, 0]);
    expect(first.words + second.words).toMatch(/Another start is under way/);
    expect((await makes()).length).toBeGreaterThan(5);
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
    return { list, documents, rack: await (await get('/api/rack')).json(), blobs };
  };

  it('bring the same makes, pictures and recipes back into an empty data folder, byte for byte', async () => {
    await run(['demo']);
    await createMake('Only in the backup');
    const before = await everything();
    expect(Object.keys(before.blobs).length).toBeGreaterThan(10);
    const file = join(home, 'all.aquachrome');
    expect((await run(['backup', file])).words).toMatch(/Everything is in/);
    expect((await run(['backup', file])).words).toMatch(/is there already/);
    await run(['stop']);
    rmSync(state('postgres'), { recursive: true });
    expect((await run(['restore', file])).words).toMatch(/is back/);
    await run(['demo']);
    expect(await everything()).toEqual(before);
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
    await run(['demo']);
    expect((await makes()).map(({ name }) => name)).toContain('After the backup');
    const damaged = join(home, 'damaged.aquachrome');
    writeFileSync(damaged, readFileSync(file).subarray(0, 4000));
    expect((await run(['restore', damaged, '--yes'])).words).toMatch(/is damaged\. Nothing was changed/);
    writeFileSync(damaged, 'a letter');
    expect((await run(['restore', damaged])).words).toMatch(/was not written by/);
    expect((await run(['reset'], {}, 'no\n')).words).toMatch(/left as it is/);
    expect((await run(['reset'], {}, 'yes\n')).words).toMatch(/as on the first day/);
    await run(['demo']);
    expect((await makes()).every(({ id }) => id.startsWith('make-balloon-post'))).toBe(true);
  });
});
