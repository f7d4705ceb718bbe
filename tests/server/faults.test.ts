import { expect, it } from 'vitest';
import { runFaultRounds } from './faults';

it('a dozen rounds of kill -9 of server or database lose no acknowledged edit and apply none twice', { timeout: 400_000 }, async () => {
  const figures = await runFaultRounds({ rounds: 12, seed: 20261124 });
  expect(figures).toMatchObject({ rounds: 12, lost: 0, appliedTwice: 0, wrongDocuments: 0 });
  expect(figures.acknowledged).toBeGreaterThan(100);
  // The kills must have hit something, or the rounds would show nothing.
  expect(figures.failedSends).toBeGreaterThan(0);
  expect(figures.serverKills * figures.databaseKills).toBeGreaterThan(0);
});
