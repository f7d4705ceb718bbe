/**
 * npm run eval:files -- [--only hostile|mutated] [--mutated 10000] [--seed 1]: mutated and hostile files through the real server; prints what became of them, of other
 * requests meanwhile and of the memory; ends with 1 if anything died, hung, was refused without words or took more than 1 GB.
 */
import { parseArgs } from 'node:util';
import { startApplication } from '../tests/server/application';
import { type FileFigures, runFileRounds } from '../tests/server/file-rounds';
import { hostileFiles, mutatedFiles } from '../tests/server/hostile-files';

const { values } = parseArgs({
  options: { only: { type: 'string' }, mutated: { type: 'string', default: '10000' }, seed: { type: 'string', default: '1' } },
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
  if (values.only !== 'mutated') {
    const hostile = await hostileFiles();
    console.log(`${hostile.length} hostile files`);
    results.push(await runFileRounds(application, hostile));
    print('hostile', results.at(-1) as FileFigures);
  }
  if (values.only !== 'hostile') {
    // What it came to so far is printed now and then, so that a run that is cut short has not been for nothing.
    const onFile = (figures: FileFigures) => {
      if (figures.files % 1000 === 0) print('mutated, so far', figures);
    };
    results.push(await runFileRounds(application, mutatedFiles(Number(values.mutated), Number(values.seed)), { onFile }));
    print('mutated', results.at(-1) as FileFigures);
  }
  process.exitCode = results.every(isGood) ? 0 : 1;
} finally {
  await application.close();
}
