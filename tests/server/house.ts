import { execFileSync, spawn } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export const houseFiles = [
  'run',
  'scripts',
  'src',
  'demo',
  'public',
  'package.json',
  'package-lock.json',
  'astro.config.ts',
  'tsconfig.json',
];

/** Fills a folder with a copy of the checkout, the installed packages and the build, so that a start takes seconds and touches nothing of ours. */
export function furnish(home: string, dist: string): void {
  mkdirSync(home, { recursive: true });
  execFileSync('chmod', ['755', home]);
  for (const file of houseFiles) cpSync(file, join(home, file), { recursive: true });
  symlinkSync(join(process.cwd(), 'node_modules'), join(home, 'node_modules'));
  cpSync(dist, join(home, 'dist'), { recursive: true });
  // The checks have built these very sources: the stamp says so.
  const shell = 'root=$PWD; source scripts/words.sh; source scripts/server.sh; source_stamp';
  writeFileSync(join(home, 'dist/.aquachrome-stamp'), execFileSync('bash', ['-c', shell], { cwd: home, encoding: 'utf8' }).trim());
}

/** The same in a new folder under /tmp. */
export function newHouse(name: string, dist = process.env.AQUACHROME_DIST ?? 'dist'): string {
  const home = mkdtempSync(join(tmpdir(), `aquachrome-${name}-`));
  furnish(home, dist);
  return home;
}

/** The environment of the checks must not leak into the starts. One make of the demo is enough: `tests/server/makes.test.ts` loads them all. */
export function houseEnvironment(port: number): NodeJS.ProcessEnv {
  const env: NodeJS.ProcessEnv = { ...process.env, AQUACHROME_PORT: String(port), AQUACHROME_DEMO_MAKES: 'make-balloon-post-lantern' };
  for (const name of ['AQUACHROME_DATABASE_URL', 'AQUACHROME_HOME', 'AQUACHROME_DIST']) delete env[name];
  return env;
}

export type Ran = { code: number; words: string };

/** Runs ./run of a house. */
export function runIn(home: string, args: string[], env: NodeJS.ProcessEnv, input = ''): Promise<Ran> {
  return new Promise((resolve) => {
    const child = spawn(join(home, 'run'), args, { cwd: home, env });
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

/** Where the application of a house answers. */
export const addressOf = (home: string): string => `http://127.0.0.1:${readFileSync(join(home, '.aquachrome/port'), 'utf8')}`;

/** A connection of its own each time: the servers come and go. */
export const getFrom = (home: string, path: string): Promise<Response> =>
  fetch(`${addressOf(home)}${path}`, { headers: { connection: 'close' } });

export async function makesOf(home: string): Promise<{ id: string; name: string }[]> {
  const answer = (await (await getFrom(home, '/api/makes?most=100')).json()) as { makes: { summary: { id: string; name: string } }[] };
  return answer.makes.map(({ summary: { id, name } }) => ({ id, name }));
}

/** Makes an empty make; answers the status. */
export async function createMakeIn(home: string, name: string, id: string = crypto.randomUUID()): Promise<number> {
  const headers = { 'content-type': 'application/json', origin: addressOf(home), connection: 'close' };
  return (await fetch(`${addressOf(home)}/api/makes`, { method: 'POST', headers, body: JSON.stringify({ id, name }) })).status;
}
