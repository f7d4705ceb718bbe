/**
 * npm run eval:files -- [--only hostile|mutated|tables|lists] [--mutated 10000] [--odd 1000] [--seed 1]: mutated and hostile files, and odd region tables,
 * through the real server; rack files, tables, recipes and waiting edits as the page's worker reads them. Prints what became of them, of other
 * requests meanwhile and of the memory; ends with 1 if anything died, hung, was refused without words or took more than 1 GB.
 */
import { parseArgs } from 'node:util';
import { startApplication } from '../tests/server/application';
import { type FileFigures, runFileRounds } from '../tests/server/file-rounds';
import { readOddLists } from '../tests/odd-lists';
import { hostileFiles, mutatedFiles } from '../tests/server/hostile-files';
import { oddTables, runTableRounds } from '../tests/server/table-rounds';

const { values } = parseArgs({
  options: {
    only: { type: 'string' },
    mutated: { type: 'string', default: '10000' },
    odd: { type: 'string', default: '1000' },
    seed: { type: 'string', default: '1' },
  },
});
const application = await startApplication({ ownCluster: true, onlyMake: 'make-balloon-post-pilot' });
const print = (name: string, figures: FileFigures) => {
  const { withoutWords, hangs, ...numbers } = figures;
  console.log(`\n${name}`);
  for (const [what, value] of Object.entries({ ...numbers, withoutWords: withoutWords.length, hangs: hangs.length }))
    console.log(`${what.padEnd(14)}${value}`);
  for (const words of [...withoutWords, ...hangs].slice(0, 20)) console.log(`  ${words}`);
};
const isGood = ({ withoutWords, hangs, deaths, peakMb, othersP95Ms }: FileFigures) =>
  withoutWords.length + hangs.length + deaths === 0 && peakMb < 1024 && othersP95Ms < 1000;
try {
  const results: FileFigures[] = [];
  const isAsked = (name: string) => values.only === undefined || values.only === name;
  if (isAsked('hostile')) {
    const hostile = await hostileFiles();
    console.log(`${hostile.length} hostile files`);
    results.push(await runFileRounds(application, hostile));
    print('hostile', results.at(-1) as FileFigures);
  }
  if (isAsked('mutated')) {
    // What it came to so far is printed now and then, so that a run that is cut short has not been for nothing.
    const onFile = (figures: FileFigures) => {
      if (figures.files % 1000 === 0) print('mutated, so far', figures);
    };
    results.push(await runFileRounds(application, mutatedFiles(Number(values.mutated), Number(values.seed)), { onFile }));
    print('mutated', results.at(-1) as FileFigures);
  }
  if (isAsked('tables')) {
    results.push(await runTableRounds(application, oddTables(Number(values.odd), Number(values.seed))));
    print('region tables', results.at(-1) as FileFigures);
  }
  const lists = isAsked('lists') ? Object.entries(readOddLists(Number(values.odd), Number(values.seed))) : [];
  for (const [name, { read, refused, withoutWords, longestMs }] of lists) {
    console.log(`${name}: ${read} read, ${refused} refused, ${withoutWords.length} without words, longest ${longestMs} ms`);
    for (const words of withoutWords.slice(0, 10)) console.log(`  ${words}`);
  }
  process.exitCode = results.every(isGood) && lists.every(([, { withoutWords }]) => withoutWords.length === 0) ? 0 : 1;
} finally {
  await application.close();
}
