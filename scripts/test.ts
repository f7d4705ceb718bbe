/**
 * Every check, started by ./run test. Its last line, alone, reads "N passed, N failed". A throwaway PostgreSQL in memory
 * serves the server tests and the browser tests.
 */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startCluster } from '../tests/server/cluster';

process.env.AQUACHROME_DIST = 'dist-test';

type Tally = { passed: number; failed: number };
const tally: Tally = { passed: 0, failed: 0 };

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

function note(name: string, { passed, failed }: Tally, seconds: number): void {
  tally.passed += passed;
  tally.failed += failed;
  console.log(`--- ${name}: ${passed} passed, ${failed} failed (${Math.round(seconds)} s)`);
}

/** A check that passes or fails as a whole. */
async function check(name: string, words: string[]): Promise<void> {
  const start = performance.now();
  console.log(`\n=== ${name}`);
  const code = await command(words);
  note(name, { passed: code === 0 ? 1 : 0, failed: code === 0 ? 0 : 1 }, (performance.now() - start) / 1000);
}

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
  note(name, { passed: counted.passed, failed }, (performance.now() - start) / 1000);
}

const node = (script: string, ...rest: string[]) => ['node', `node_modules/${script}`, ...rest];

spawnSync('node', ['node_modules/astro/astro.js', 'sync'], { stdio: 'ignore', env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' } });
await check('lint', node('@biomejs/biome/bin/biome', 'check', '--error-on-warnings', '.'));
await check('types', node('typescript/bin/tsc', '-p', 'tsconfig.json', '--noEmit'));
await check('types of the core, without DOM and Node', node('typescript/bin/tsc', '-p', 'src/core/tsconfig.json', '--noEmit'));
await check('types of the pages', node('astro/astro.js', 'check', '--minimumSeverity', 'error'));
await check(
  'floors of the house',
  node('dependency-cruiser/bin/dependency-cruise.mjs', '--config', '.dependency-cruiser.cjs', 'src', 'demo', 'scripts', 'tests'),
);
await check('nothing unused', node('knip/bin/knip.js'));

await check('build', node('astro/astro.js', 'build'));

const cluster = await startCluster();
try {
  const env = { AQUACHROME_TEST_CLUSTER: cluster.url };
  const unitReport = join(reports, 'vitest.json');
  await suite(
    'core and server tests',
    node('vitest/vitest.mjs', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`),
    env,
    unitReport,
    (report) => {
      const { numPassedTests, numFailedTests } = report as { numPassedTests: number; numFailedTests: number };
      return { passed: numPassedTests, failed: numFailedTests };
    },
  );
  const browserReport = join(reports, 'playwright.json');
  await suite(
    'browser tests',
    node('@playwright/test/cli.js', 'test', '--reporter=list,json'),
    { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport },
    browserReport,
    (report) => {
      const { stats } = report as { stats: { expected: number; unexpected: number; flaky: number } };
      return { passed: stats.expected, failed: stats.unexpected + stats.flaky };
    },
  );
} finally {
  await cluster.stop();
  rmSync(reports, { recursive: true, force: true });
}

console.log(`\n${tally.passed} passed, ${tally.failed} failed`);
process.exit(tally.failed === 0 ? 0 : 1);
