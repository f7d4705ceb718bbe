import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { epochHeader } from '#model/api/epoch';
import { evaluates } from '../evaluates';
import { freePort } from './cluster';
import { createMakeIn, furnish, houseEnvironment, makesOf, type Ran, runIn } from './house';

const isRoot = process.getuid?.() === 0;
/** `npm run eval:places` tries more names and copies. */
const isEvaluation = evaluates('places');
const dist = process.env.AQUACHROME_DIST ?? 'dist';
/** Folders of this test lie in one, which the database's user may enter or not. */
let yard: string;
let port: number;
const made = new Set<string>();

const hash = (text: string) => createHash('sha256').update(text).digest('hex').slice(0, 12);
const houseOf = (folder: string) => `/var/tmp/aquachrome-house-${hash(folder)}`;
const run = (folder: string, args: string[]): Promise<Ran> => {
  made.add(folder);
  return runIn(folder, args, houseEnvironment(port));
};
const names = async (folder: string) => (await makesOf(folder)).map(({ name }) => name);

/** A folder whose name has odd signs works in a house: what is installed and built is put there, so that a start takes seconds. */
function readyHouse(folder: string): void {
  const house = houseOf(folder);
  mkdirSync(house, { recursive: true });
  symlinkSync(join(process.cwd(), 'node_modules'), join(house, 'node_modules'));
  cpSync(join(yard, 'dist'), join(house, 'dist'), { recursive: true });
}

/** A folder that keeps its data inside, with a make of its own; it is made once. */
async function theOneInside(): Promise<string> {
  const folder = join(yard, 'inside');
  if (existsSync(folder)) return folder;
  furnish(folder, join(yard, 'dist'));
  await run(folder, ['demo']);
  await createMakeIn(folder, 'Of the one inside');
  return folder;
}

beforeAll(async () => {
  yard = mkdtempSync(join(tmpdir(), 'aquachrome-places-'));
  execFileSync('chmod', ['755', yard]);
  port = await freePort(24_000 + (process.pid % 900));
  furnish(join(yard, 'first'), dist);
  cpSync(join(yard, 'first/dist'), join(yard, 'dist'), { recursive: true });
});

afterAll(async () => {
  for (const folder of made) if (existsSync(join(folder, 'run'))) await run(folder, ['stop']);
  const places = new Set(
    [...made].flatMap((folder) => readdirSync('/var/tmp').filter((name) => name.startsWith('aquachrome-') && name.includes(hash(folder)))),
  );
  for (const name of places) rmSync(join('/var/tmp', name), { recursive: true, force: true, maxRetries: 10 });
  rmSync(yard, { recursive: true, force: true, maxRetries: 10 });
});

describe('where data lie', { timeout: 400_000 }, () => {
  it('a folder that is renamed shows its data, whatever signs its names have', async () => {
    let folder = join(yard, 'first');
    await run(folder, ['demo']);
    expect(await createMakeIn(folder, 'Two months of work')).toBe(200);
    const more = isEvaluation
      ? ([
          ['aqua (copy)', true],
          ['aqua (last)', false],
        ] as const)
      : [];
    for (const [name, stopsFirst] of [...more, ["it's [2] & $HOME", true], ['plain again', false]] as const) {
      if (stopsFirst) await run(folder, ['stop']);
      const next = join(yard, name);
      renameSync(folder, next);
      if (/[^a-z ]/i.test(name) && !existsSync(houseOf(folder))) readyHouse(next);
      folder = next;
      const { words, code } = await run(folder, ['demo']);
      expect(code, words).toBe(0);
      expect(await names(folder), `as ${name}`).toContain('Two months of work');
    }
    await run(folder, ['stop']);
    renameSync(folder, join(yard, 'first'));
  });

  it.runIf(isEvaluation)('data in the house of a folder with odd signs, as older versions kept them, are taken along', async () => {
    const folder = join(yard, 'old (house)');
    renameSync(join(yard, 'first'), folder);
    readyHouse(folder);
    const house = houseOf(folder);
    // As it was: notes and data in the house, none in the folder.
    renameSync(join(folder, '.aquachrome'), join(house, '.aquachrome'));
    rmSync(join(house, '.aquachrome/postgres/home'));
    expect((await run(folder, ['demo'])).words).toMatch(/ready/);
    expect(await names(folder)).toContain('Two months of work');
    await run(folder, ['stop']);
    const next = join(yard, 'old (house) renamed');
    renameSync(folder, next);
    expect((await run(next, ['demo'])).words).toMatch(/ready/);
    expect(await names(next)).toContain('Two months of work');
    await run(next, ['stop']);
    renameSync(next, join(yard, 'first'));
  });

  it.runIf(isRoot && isEvaluation)(
    'a copy of a folder whose data lie elsewhere is told so and gets its own; nothing of the first is touched',
    async () => {
      rmSync(join(yard, 'first/.aquachrome'), { recursive: true });
      execFileSync('chmod', ['700', yard]);
      const first = join(yard, 'first');
      await run(first, ['demo']);
      const place = readFileSync(join(first, '.aquachrome/data-place'), 'utf8');
      expect(place).toMatch(/^\/var\/tmp\/aquachrome-/);
      await createMakeIn(first, 'Of the first');
      // While the first runs, and while it rests.
      for (const copyName of isEvaluation ? ['second', 'third (copy)'] : ['second']) {
        const copy = join(yard, copyName);
        execFileSync('cp', ['-a', first, copy]);
        if (copyName.includes('(')) readyHouse(copy);
        // A stop in the copy ends nothing of the first's.
        const before = existsSync(join(place, 'data/postmaster.pid'));
        await run(copy, ['stop']);
        expect(existsSync(join(place, 'data/postmaster.pid'))).toBe(before);
        const { words, code } = await run(copy, ['demo']);
        expect(code, words).toBe(0);
        expect(words).toMatch(/is a copy of .*\/first, which keeps its data/);
        expect(await names(copy)).toContain('Of the first');
        await createMakeIn(copy, 'Only of the copy');
        expect((await run(copy, ['demo'])).words, 'told once').not.toMatch(/is a copy of/);
        await run(first, ['demo']);
        expect(await names(first)).not.toContain('Only of the copy');
        expect((await run(copy, ['reset', '--yes'])).code).toBe(0);
        expect(await names(first)).toContain('Of the first');
        await run(copy, ['stop']);
        expect((await fetch(`http://127.0.0.1:${readFileSync(join(first, '.aquachrome/port'), 'utf8')}/api/health`)).ok).toBe(true);
        expect(await names(first)).toContain('Of the first');
        await run(first, ['stop']);
      }
      // Renamed, it finds its data by its note; without its notes by its place in the file system.
      renameSync(first, join(yard, 'moved'));
      expect((await run(join(yard, 'moved'), ['demo'])).words).toMatch(/was .*\/first before: its data are here/);
      expect(await names(join(yard, 'moved'))).toContain('Of the first');
      await run(join(yard, 'moved'), ['stop']);
      rmSync(join(yard, 'moved/.aquachrome'), { recursive: true });
      renameSync(join(yard, 'moved'), first);
      await run(first, ['demo']);
      expect(await names(first)).toContain('Of the first');
      execFileSync('chmod', ['755', yard]);
    },
  );

  it.runIf(isEvaluation)('a copy that was made while its data were written gets whole data of its own', async () => {
    const first = await theOneInside();
    const epoch = async (folder: string) =>
      (await fetch(`http://127.0.0.1:${readFileSync(join(folder, '.aquachrome/port'), 'utf8')}/api/makes`)).headers.get(epochHeader);
    const copy = join(yard, 'inside too');
    // As a file manager copies: everything is the copier's own.
    execFileSync('cp', ['-r', first, copy]);
    const { words, code } = await run(copy, ['demo']);
    expect(code, words).toBe(0);
    expect(words).toMatch(/is a copy of/);
    expect(await names(copy)).toContain('Of the one inside');
    expect(await epoch(copy), 'another history').not.toBe(await epoch(first));
    await createMakeIn(copy, 'Only of the copy');
    expect(await names(first)).not.toContain('Only of the copy');
  });

  it('data whose folder is gone are told of before demo data are shown, and can be taken over', async () => {
    const lost = `/var/tmp/aquachrome-${hash(join(yard, 'gone'))}`;
    made.add(join(yard, 'gone'));
    const inside = await theOneInside();
    const fresh = join(yard, 'fresh');
    furnish(fresh, join(yard, 'dist'));
    await run(inside, ['stop']);
    renameSync(join(inside, '.aquachrome/postgres'), lost);
    rmSync(inside, { recursive: true });
    const first = await run(fresh, ['demo']);
    expect(first.words).toContain(`${lost} (of ${inside})`);
    expect(first.words).toMatch(/\.\/run take FOLDER/);
    expect(await names(fresh)).not.toContain('Of the one inside');
    expect((await run(fresh, ['take', lost])).words).toMatch(/are those of this folder now/);
    await run(fresh, ['demo']);
    expect(await names(fresh)).toContain('Of the one inside');
  });

  it('a folder that got the number of one that is gone is not taken for it renamed', () => {
    const folder = join(yard, 'later');
    mkdirSync(join(folder, 'scripts'), { recursive: true });
    for (const script of ['words.sh', 'places.sh']) cpSync(join('scripts', script), join(folder, 'scripts', script));
    const place = `/var/tmp/aquachrome-${hash(join(yard, 'earlier'))}`;
    made.add(join(yard, 'earlier'));
    mkdirSync(join(place, 'data'), { recursive: true });
    const shell = (words: string) =>
      execFileSync('bash', ['-c', `root=$PWD; source scripts/words.sh; source scripts/places.sh; ${words}`], {
        cwd: folder,
        encoding: 'utf8',
      });
    const found = (number: string) => {
      writeFileSync(join(place, 'home'), `${join(yard, 'earlier')}\n${number}\nabcdef\n`);
      return shell('place_of_this_folder').trim();
    };
    const number = shell('folder_number "$folder"').trim();
    const inode = `${statSync(folder).ino}`;
    expect(number.split(' ')[0]).toBe(inode);
    expect(found(number)).toBe(place);
    expect(found(`${inode} 86400.000000000`), 'made at another time').toBe('');
    expect(found(inode), 'a note of before').toBe(place);
    expect(found(`${inode}1`)).toBe('');
  });
});
