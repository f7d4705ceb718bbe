import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';

const folder = join(process.env.AQUACHROME_DIST ?? 'dist', 'client', '_astro');

/** Script of each page in kB (1,000 bytes), gzipped: what it opens with, not what comes when it is gone to. */
const most: readonly (readonly [island: string, kB: number])[] = [
  ['table', 120],
  // It writes a whole make: the schema of its cards comes along.
  ['new-make', 123],
  ['rack-screen', 120],
  // Both read files and colours. Chunks are parted anew with each page that shares them: some hundred bytes come and go.
  ['recipes-screen', 126],
  ['recipe-screen', 126],
  ['compare-screen', 125],
  ['pull-list-page', 120],
  ['along-screen', 135],
  ['logbook-screen', 125],
  ['logged-screen', 125],
  ['check-screen', 125],
  ['practice-screen', 125],
  ['send-screen', 120],
  ['bring-in-screen', 120],
  ['make-screen', 105],
];

/** Gzipped bytes of a script with all that it imports before it runs. */
function bytesWith(files: readonly string[], starts: readonly string[]): number {
  const seen = new Set<string>();
  const add = (file: string): void => {
    if (seen.has(file) || !files.includes(file)) return;
    seen.add(file);
    const text = readFileSync(join(folder, file), 'utf8');
    for (const [, name] of text.matchAll(/(?:from|import)\s*["']\.\/([\w.-]+\.js)["']/g)) add(name as string);
  };
  for (const start of starts) add(start);
  return [...seen].reduce((sum, file) => sum + gzipSync(readFileSync(join(folder, file))).length, 0);
}

describe('the script that a page opens with', () => {
  if (!existsSync(folder)) throw new Error(`There is nothing to weigh in ${folder}: build first, as ./run test does.`);
  const files = readdirSync(folder).filter((name) => name.endsWith('.js'));
  it.each(most)('%s: at most %i kB', (island, kB) => {
    const entries = files.filter((name) => name.startsWith(`${island}.`));
    const client = files.find((name) => /^client\./.test(name));
    expect(entries.length, 'the island is there').toBeGreaterThan(0);
    expect(client).toBeDefined();
    for (const entry of entries) expect(bytesWith(files, [entry, client as string]) / 1000).toBeLessThanOrEqual(kB);
  });
});
