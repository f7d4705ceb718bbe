import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { openDatabase } from '#server/db/database';
import { bundleOf } from './bundle-parts';
import { runBundleRounds } from './bundle-rounds';
import { testClusterUrl } from './cluster';
import { databaseWithDemo } from './prepared';

/** `npm run eval:bundles` has twenty. */
const rounds = Number(process.env.AQUACHROME_BUNDLE_ROUNDS ?? 4);

it('a bundle is in or not, never half: the process that takes it in is killed at whatever moment', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'aquachrome-bundle-'));
  const sender = openDatabase(await databaseWithDemo());
  const { bytes, told } = await bundleOf(sender, ['make-balloon-post-pilot', 'make-balloon-post-lantern']);
  await sender.sequelize.close();
  const zip = { path: join(folder, 'makes.zip'), bytes };
  writeFileSync(zip.path, bytes);
  const seed = Number(process.env.AQUACHROME_SEED ?? 20);
  const figures = await runBundleRounds({ clusterUrl: testClusterUrl(), zip, all: told, rounds, seed });
  rmSync(folder, { recursive: true });
  console.log(JSON.stringify(figures));
  expect(figures).toMatchObject({ rounds, half: 0, wrongAgain: 0 });
  expect(figures.before + figures.after).toBe(rounds);
}, 300_000);
