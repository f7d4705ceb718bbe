/** npm run eval:faults -- [--rounds 200] [--seed 1] [--only server|database]: prints what happened under kill -9; ends with 1 if anything was lost or doubled. */
import { parseArgs } from 'node:util';
import { runFaultRounds } from '../tests/server/faults';

const { values } = parseArgs({
  options: { rounds: { type: 'string', default: '200' }, seed: { type: 'string', default: '1' }, only: { type: 'string' } },
});
const figures = await runFaultRounds({
  rounds: Number(values.rounds),
  seed: Number(values.seed),
  only: values.only === 'server' || values.only === 'database' ? values.only : undefined,
  onRound: ({ rounds, edits, acknowledged }) => {
    if (rounds % 20 === 0) console.log(`round ${rounds}: ${edits} edits, ${acknowledged} acknowledged`);
  },
});
console.log(`\nseed ${values.seed}`);
for (const [name, value] of Object.entries(figures)) console.log(`${name.padEnd(18)}${value}`);
process.exit(figures.rounds === Number(values.rounds) && figures.lost + figures.appliedTwice + figures.wrongDocuments === 0 ? 0 : 1);
