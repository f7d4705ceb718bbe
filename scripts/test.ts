/**
 * Every check, started by ./run test; "./run test checks" runs what needs no test (types, build, lint, floors), "./run test unit [NAME]"
 * and "./run test browser [NAME]" run a part of the tests. Prints the ten slowest tests and the name of everything that failed. Its
 * last line, alone, reads "N passed, N failed". A throwaway PostgreSQL in memory serves the server tests and the browser tests.
 */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { stripVTControlCharacters } from 'node:util';
import { startCluster } from '../tests/server/cluster';

process.env.AQUACHROME_DIST = 'dist-test';
// Property tests take another seed each run.
process.env.AQUACHROME_SEED ??= String(Math.floor(Math.random() * 2 ** 31));
console.log(
  `Seed of the property tests: ${process.env.AQUACHROME_SEED} (the same again: AQUACHROME_SEED=${process.env.AQUACHROME_SEED} ./run test)`,
);

type Tally = { passed: number; failed: number };
const tally: Tally = { passed: 0, failed: 0 };
/** By name, so that the end of a long log tells all of them. */
const failures: string[] = [];
/** What passed only when it was tried again: each is a race that somebody has to look at. */
const secondTries: string[] = [];

function command(words: string[], env: Record<string, string> = {}): Promise<number> {
  return new Promise((resolve) => {
    const [program = '', ...rest] = words;
    const child = spawn(program, rest, {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', ...env },
    });
    child.on('error', (error) => {
      console.error(error.message);
      resolve(1);
    });
    child.on('exit', (code) => resolve(code ?? 1));
  });
}

function quietly(words: string[]): Promise<{ code: number; said: string }> {
  return new Promise((resolve) => {
    const [program = '', ...rest] = words;
    const child = spawn(program, rest, { stdio: ['ignore', 'pipe', 'pipe'], env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' } });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk: Buffer) => (said += chunk.toString()));
    child.on('error', (error) => resolve({ code: 1, said: said + error.message }));
    child.on('close', (code) => resolve({ code: code ?? 1, said }));
  });
}

function note(name: string, { passed, failed }: Tally, seconds: number): void {
  tally.passed += passed;
  tally.failed += failed;
  console.log(`--- ${name}: ${passed} passed, ${failed} failed (${Math.round(seconds)} s)`);
}

/** A check that passes or fails as a whole; what it says is printed in one piece, for others run beside it. */
async function check(name: string, words: string[]): Promise<void> {
  const start = performance.now();
  const { code, said } = await quietly(words);
  console.log(`\n=== ${name}\n${said.trim()}`);
  if (code !== 0) failures.push(name);
  note(name, { passed: code === 0 ? 1 : 0, failed: code === 0 ? 0 : 1 }, (performance.now() - start) / 1000);
}

/** Runs checks, so many at once, in their order. */
async function checkAll(checks: readonly (readonly [string, string[]])[], atOnce: number): Promise<void> {
  const waiting = [...checks];
  const work = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await check(...next);
  };
  await Promise.all(Array.from({ length: atOnce }, work));
}

type Timed = { name: string; ms: number };
const timed: Timed[] = [];

const reports = mkdtempSync(join(tmpdir(), 'aquachrome-reports-'));

/** A suite that writes a report; one that ends badly without a failed test in it counts as one failure. */
async function suite(
  name: string,
  words: string[],
  env: Record<string, string>,
  report: string,
  read: (report: unknown) => Tally,
): Promise<void> {
  const start = performance.now();
  console.log(`\n=== ${name}`);
  const code = await command(words, env);
  const counted = existsSync(report) ? read(JSON.parse(readFileSync(report, 'utf8'))) : { passed: 0, failed: 1 };
  const failed = code !== 0 && counted.failed === 0 ? 1 : counted.failed;
  if (failed > counted.failed || !existsSync(report)) failures.push(`${name}: ended with code ${code}`);
  note(name, { passed: counted.passed, failed }, (performance.now() - start) / 1000);
}

const node = (script: string, ...rest: string[]) => ['node', `node_modules/${script}`, ...rest];

const [part = 'all', ...names] = process.argv.slice(2);
if (!['all', 'checks', 'unit', 'browser'].includes(part)) {
  console.error('./run test runs everything; ./run test checks, ./run test unit [NAME] and ./run test browser [NAME] run a part.');
  process.exit(2);
}
const runs = (one: 'unit' | 'browser') => part === 'all' || part === one;

spawnSync('node', ['node_modules/astro/astro.js', 'sync'], { stdio: 'ignore', env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' } });
const build = ['build', node('astro/astro.js', 'build')] as const;
if (part === 'all' || part === 'checks') {
  // Two at once, the longest first: most of them keep one core busy.
  const depcruise = node(
    'dependency-cruiser/bin/dependency-cruise.mjs',
    '--config',
    '.dependency-cruiser.cjs',
    'src',
    'demo',
    'scripts',
    'tests',
  );
  await checkAll(
    [
      ['types of the pages', node('astro/astro.js', 'check', '--minimumSeverity', 'error')],
      ['types', node('typescript/bin/tsc', '-p', 'tsconfig.json', '--noEmit')],
      build,
      ['types of the core, without DOM and Node', node('typescript/bin/tsc', '-p', 'src/core/tsconfig.json', '--noEmit')],
      ['floors of the house', depcruise],
      ['nothing unused', node('knip/bin/knip.js')],
      ['lint', node('@biomejs/biome/bin/biome', 'check', '--error-on-warnings', '.')],
    ],
    2,
  );
} else await check(...build);

type UnitReport = {
  numPassedTests: number;
  numFailedTests: number;
  testResults: { assertionResults: { fullName: string; status: string; duration?: number | null; failureMessages?: string[] }[] }[];
};
type BrowserSpec = {
  title: string;
  file: string;
  ok: boolean;
  tests: { status: string; results: { duration: number; error?: { message?: string } }[] }[];
};
type BrowserSuite = { suites?: BrowserSuite[]; specs?: BrowserSpec[] };
type BrowserReport = { stats: { expected: number; unexpected: number; flaky: number }; suites: BrowserSuite[] };

const specsOf = ({ suites = [], specs = [] }: BrowserSuite): BrowserSpec[] => [...specs, ...suites.flatMap(specsOf)];
const nameOf = ({ title, file }: BrowserSpec) => `${file}: ${title}`;
const reasonOf = ({ tests }: BrowserSpec) => tests.flatMap(({ results }) => results).find(({ error }) => error)?.error?.message;
/** What went wrong stands far up in a long log, which may be cut: the end says the first of it too. */
const withReason = (name: string, reason = '') =>
  [
    name,
    ...stripVTControlCharacters(reason)
      .split('\n')
      .filter((line) => line.trim() !== '' && !/^\s*at .*node_modules/.test(line))
      .slice(0, 8),
  ].join('\n      ');
const timeOf = (spec: BrowserSpec): Timed => ({
  name: nameOf(spec),
  ms: spec.tests.flatMap(({ results }) => results).reduce((sum, { duration }) => sum + duration, 0),
});

const cluster = part === 'checks' ? null : await startCluster();
try {
  const env = { AQUACHROME_TEST_CLUSTER: cluster?.url ?? '' };
  if (runs('unit')) {
    const report = join(reports, 'vitest.json');
    const words = node('vitest/vitest.mjs', 'run', ...names, '--reporter=default', '--reporter=json', `--outputFile.json=${report}`);
    await suite('core and server tests', words, env, report, (read) => {
      const { numPassedTests, numFailedTests, testResults } = read as UnitReport;
      const results = testResults.flatMap(({ assertionResults }) => assertionResults);
      timed.push(...results.map(({ fullName, duration }) => ({ name: fullName, ms: duration ?? 0 })));
      const failed = results.filter(({ status }) => status === 'failed');
      failures.push(...failed.map(({ fullName, failureMessages }) => withReason(fullName, failureMessages?.[0])));
      return { passed: numPassedTests, failed: numFailedTests };
    });
  }
  if (runs('browser')) {
    const report = join(reports, 'playwright.json');
    const words = node('@playwright/test/cli.js', 'test', ...names, '--reporter=list,json');
    await suite('browser tests', words, { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: report }, report, (read) => {
      const { stats, suites } = read as BrowserReport;
      const specs = suites.flatMap(specsOf);
      timed.push(...specs.map(timeOf));
      const told = (spec: BrowserSpec) => withReason(nameOf(spec), reasonOf(spec));
      failures.push(...specs.filter(({ ok }) => !ok).map(told));
      secondTries.push(...specs.filter(({ tests }) => tests.some(({ status }) => status === 'flaky')).map(told));
      return { passed: stats.expected + stats.flaky, failed: stats.unexpected };
    });
  }
} finally {
  await cluster?.stop();
  rmSync(reports, { recursive: true, force: true });
}

if (timed.length > 0) console.log('\nThe ten slowest:');
for (const { name, ms } of timed.sort((first, second) => second.ms - first.ms).slice(0, 10)) {
  console.log(`${(ms / 1000).toFixed(1).padStart(7)} s  ${name}`);
}
if (secondTries.length > 0) console.log(`\nPassed only at the second try:\n${secondTries.map((name) => `  ${name}`).join('\n')}`);
if (failures.length > 0) console.log(`\nFailed:\n${failures.map((name) => `  ${name}`).join('\n')}`);
console.log(`\n${tally.passed} passed, ${tally.failed} failed`);
process.exit(tally.failed === 0 ? 0 : 1);
