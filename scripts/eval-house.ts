/**
 * npm run eval:house -- [--rounds 20] [--seed 1] [--only restore]: kill -9 in the middle of restore, reset, backup, migration, upload and first
 * start; prints what the next start found; ends with 1 if anything was lost or replaced in silence.
 */
import { parseArgs } from 'node:util';
import { type HouseKill, houseKills, runHouseRounds } from '../tests/server/house-rounds';

const { values } = parseArgs({
  options: { rounds: { type: 'string', default: '20' }, seed: { type: 'string', default: '1' }, only: { type: 'string' } },
});
const only = houseKills.filter((kind): kind is HouseKill => kind === values.only);
const figures = await runHouseRounds({
  dist: process.env.AQUACHROME_DIST ?? 'dist',
  rounds: Number(values.rounds),
  seed: Number(values.seed),
  ...(only.length > 0 ? { kinds: only } : {}),
  onRound: (kind, round) => {
    if (round % 5 === 0) console.log(`${kind}: ${round}`);
  },
});
console.log('\n| kill -9 during | rounds | cut short | faults |\n| --- | --- | --- | --- |');
for (const [kind, { rounds, cutShort, faults }] of Object.entries(figures))
  console.log(`| ${kind} | ${rounds} | ${cutShort} | ${faults.length} |`);
for (const [kind, { faults }] of Object.entries(figures)) for (const fault of faults) console.log(`${kind}: ${fault}`);
process.exit(Object.values(figures).some(({ faults }) => faults.length > 0) ? 1 : 0);
