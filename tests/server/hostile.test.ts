import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Application, startApplication } from './application';
import { runFileRounds } from './file-rounds';
import { hostileFiles, mutatedFiles } from './hostile-files';
import { oddTables, runTableRounds } from './table-rounds';

let application: Application;
beforeAll(async () => {
  application = await startApplication({ ownCluster: false, onlyMake: 'make-balloon-post-pilot' });
});
afterAll(async () => {
  await application.close();
});

// Outcomes only: what never ends is given up after a minute and then has no words. Times are measured by npm run eval:files.
const good = { withoutWords: [], deaths: 0 };

describe('files that are broken or meant to harm', { timeout: 400_000 }, () => {
  it('mutated ones are taken or refused in words, and nothing dies', async () => {
    const figures = await runFileRounds(application, mutatedFiles(90, 7));
    expect(figures).toMatchObject({ files: 90, ...good });
    expect(figures.refused).toBeGreaterThan(20);
    expect(figures.taken).toBeGreaterThan(2);
  });

  it('region tables with bits turned over are taken or refused in words, and the make can be read all the time', async () => {
    const figures = await runTableRounds(application, oddTables(60, 3));
    expect(figures).toMatchObject({ files: 60, ...good });
    expect(figures.refused).toBeGreaterThan(20);
  });

  it('bombs are ended or refused in words, and other requests are answered meanwhile', async () => {
    // The worst; the whole set is sent by npm run eval:files.
    const wanted = ['uses 26', 'circles 20000', 'entities', 'PNG 40000 x 40000, 8 bit', 'float TIFF'];
    const files = (await hostileFiles()).filter(({ name }) => wanted.some((start) => name.startsWith(start)));
    expect(files.length).toBeGreaterThanOrEqual(wanted.length);
    const figures = await runFileRounds(application, files);
    expect(figures).toMatchObject({ files: files.length, ...good });
    expect(figures.others, 'other requests went on').toBeGreaterThan(10);
  });
});
