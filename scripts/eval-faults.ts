/**
 * npm run eval:faults -- [--rounds 200] [--seed 1] [--only server|database|sweep] [--waiting 600]: prints what happened under kill -9;
 * ends with 1 if anything was lost, doubled, blocked or gone.
 * With --total 1000 --into FILE it goes on in runs of 50 rounds, seed after seed, from where the file left off: it may be cut short and
 * started again.
 */
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { type FaultFigures, faultsOf, runFaultRounds, type Victim } from '../tests/server/faults';

const { values } = parseArgs({
  options: {
    rounds: { type: 'string', default: '200' },
    seed: { type: 'string', default: '1' },
    only: { type: 'string' },
    waiting: { type: 'string', default: '600' },
    total: { type: 'string' },
    into: { type: 'string' },
  },
});
const only = (['server', 'database', 'sweep'] as const).find((victim): victim is Victim => victim === values.only);

function run(rounds: number, seed: number): Promise<FaultFigures> {
  return runFaultRounds({
    rounds,
    seed,
    only,
    waiting: Number(values.waiting),
    onRound: ({ rounds: done, edits, acknowledged, setAside }) => {
      if (done % 20 === 0) console.log(`seed ${seed}, round ${done}: ${edits} edits, ${acknowledged} acknowledged, ${setAside} set aside`);
    },
  });
}

function print(title: string, figures: FaultFigures): void {
  console.log(`\n${title}`);
  for (const [name, value] of Object.entries(figures)) console.log(`${name.padEnd(18)}${value}`);
}

const roundsARun = 50;

async function goOn(total: number, file: string): Promise<boolean> {
  type Kept = { nextSeed: number; sum: FaultFigures | null };
  let { nextSeed, sum }: Kept = existsSync(file)
    ? (JSON.parse(readFileSync(file, 'utf8')) as Kept)
    : { nextSeed: Number(values.seed), sum: null };
  while ((sum?.rounds ?? 0) < total) {
    const figures = await run(roundsARun, nextSeed);
    const before = sum;
    sum = Object.fromEntries(
      Object.entries(figures).map(([name, value]) => [name, value + (before?.[name as keyof FaultFigures] ?? 0)]),
    ) as FaultFigures;
    nextSeed++;
    writeFileSync(`${file}.new`, JSON.stringify({ nextSeed, sum } satisfies Kept));
    renameSync(`${file}.new`, file);
    print(`${sum.rounds} rounds up to seed ${nextSeed - 1}`, sum);
    if (faultsOf(figures) > 0 || figures.rounds < roundsARun) return false;
  }
  return true;
}

if (values.total && values.into) process.exit((await goOn(Number(values.total), values.into)) ? 0 : 1);
const figures = await run(Number(values.rounds), Number(values.seed));
print(`seed ${values.seed}`, figures);
process.exit(figures.rounds === Number(values.rounds) && faultsOf(figures) === 0 ? 0 : 1);
