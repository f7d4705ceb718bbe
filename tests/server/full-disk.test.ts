import { spawn } from 'node:child_process';
import { openSync } from 'node:fs';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { problemOf } from '#server/http/problem';
import { type Application, startApplication } from './application';
import { freePort } from './cluster';

let application: Application;
beforeAll(async () => {
  application = await startApplication({ ownCluster: false, onlyMake: 'make-balloon-post-pilot' });
});
afterAll(async () => {
  await application.close();
});

it('a log that can take nothing more does not end the server', async () => {
  const port = await freePort(29_700);
  // Every write to this device says: no space left.
  const full = openSync('/dev/full', 'w');
  const server = spawn('node', ['--import', 'tsx', 'scripts/serve.ts'], {
    env: { ...process.env, AQUACHROME_DATABASE_URL: application.databaseUrl, AQUACHROME_PORT: String(port), NODE_ENV: 'production' },
    stdio: ['ignore', full, full],
  });
  try {
    const address = `http://127.0.0.1:${port}`;
    await expect
      .poll(
        () =>
          fetch(`${address}/api/health`).then(
            ({ ok }) => ok,
            () => false,
          ),
        { timeout: 60_000, interval: 100 },
      )
      .toBe(true);
    // Each of these is logged as unforeseen, or would be.
    for (let turn = 0; turn < 5; turn++) expect((await fetch(`${address}/api/makes/none`)).status).toBe(404);
    expect((await fetch(`${address}/api/makes`)).status).toBe(200);
    expect(server.exitCode).toBeNull();
  } finally {
    server.kill();
  }
});

it('a database without space is told as such: nothing is lost, and it goes on by itself', () => {
  const full = Object.assign(new Error('could not extend file'), { code: '53100' });
  for (const error of [full, Object.assign(new Error('x'), { parent: full }), new Error('write: No space left on device')])
    expect(problemOf(error, { quietly: true })).toMatchObject({ status: 507, problem: { code: 'no-space', remedy: /Nothing is lost/ } });
});
