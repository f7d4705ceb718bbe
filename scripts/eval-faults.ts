/**
 * npm run eval:faults -- [--rounds 200] [--seed 1] [--only server|database|sweep] [--waiting 600]: prints what happened under kill -9;
 * ends with 1 if anything was lost, doubled, blocked or gone.
 */
import { parseArgs } from 'node:util';
import { faultsOf, runFaultRounds, type Victim } from '../tests/server/faults';

const { values } = parseArgs({
  options: {
    rounds: { type: 'string', default: '200' },
    seed: { type: 'string', default: '1' },
    only: { type: 'string' },
    waiting: { type: 'string', default: '600' },
  },
});
const figures = await runFaultRounds({
  rounds: Number(values.rounds),
  seed: Number(values.seed),
  only: (['server', 'database', 'sweep'] as const).find((victim): victim is Victim => victim === values.only),
  waiting: Number(values.waiting),
  onRound: ({ rounds, edits, acknowledged, setAside }) => {
    if (rounds % 20 === 0) console.log(`round ${rounds}: ${edits} edits, ${acknowledged} acknowledged, ${setAside} set aside`);
  },
});
console.log(`\nseed ${values.seed}`);
for (const [name, value] of Object.entries(figures)) console.log(`${name.padEnd(18)}${value}`);
process.exit(figures.rounds === Number(values.rounds) && faultsOf(figures) === 0 ? 0 : 1);
