import { expect, it } from 'vitest';
import { faultsOf, runFaultRounds } from './faults';

it('a dozen rounds of kill -9 of server, database or sweep lose no acknowledged edit, apply none twice and block none', {
  timeout: 400_000,
}, async () => {
  const figures = await runFaultRounds({ rounds: 12, seed: 20261126 });
  expect(figures.rounds, JSON.stringify(figures)).toBe(12);
  expect(faultsOf(figures), JSON.stringify(figures)).toBe(0);
  expect(figures.acknowledged).toBeGreaterThan(100);
  // The kills must have hit something, and something must have been refused, or the rounds would show nothing.
  expect(figures.failedSends).toBeGreaterThan(0);
  expect(figures.setAside).toBeGreaterThan(0);
  expect(figures.serverKills * figures.databaseKills * figures.sweepKills).toBeGreaterThan(0);
});
