import { spawn } from 'node:child_process';
import { openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { checkWhole } from '#server/store/check-whole';
import { listMakes } from '#server/store/makes';
import { readRack } from '#server/store/rack';
import { seeded } from '../seeded';
import { taken } from './bundle-parts';
import { freshDatabase } from './cluster';

export type BundleFigures = { rounds: number; before: number; after: number; half: number; wrongAgain: number };

/** Starts what takes a bundle in, lets it go as far as that share and so many ms longer, and kills it. @returns whether it had ended. */
async function killed(url: string, zip: string, share: number, longerMs: number): Promise<void> {
  const child = spawn('node', ['--import', 'tsx', 'tests/server/take-in-child.ts', url, zip], { stdio: ['pipe', 'pipe', 'ignore'] });
  const gone = new Promise((resolve) => child.once('exit', resolve));
  const reached = new Promise<void>((resolve) => {
    child.stdout.on('data', (piece: Buffer) => {
      for (const line of piece.toString().trim().split('\n')) {
        if (line === 'ready') child.stdin.write('go\n');
        else if (!(Number(line) < share)) resolve();
      }
    });
  });
  await Promise.race([reached, gone]);
  await new Promise((resolve) => setTimeout(resolve, longerMs));
  child.kill('SIGKILL');
  await gone;
}

/**
 * Takes a bundle into an empty database and kills the process at a random moment, three times of four while rows are written; then all of it must be there or nothing, whole, and
 * brought in again it must be all.
 * @param all how many makes and markers there are when it is in.
 */
export async function runBundleRounds(given: {
  clusterUrl: string;
  zip: { path: string; bytes: Buffer };
  all: { makes: number; markers: number };
  rounds: number;
  seed: number;
}): Promise<BundleFigures> {
  const { clusterUrl, zip, all, rounds, seed } = given;
  const random = seeded(seed);
  const figures: BundleFigures = { rounds: 0, before: 0, after: 0, half: 0, wrongAgain: 0 };
  const moments = Array.from({ length: rounds }, (_, round) => ({
    share: round % 4 === 0 ? 0.9 * random() : 0.95,
    longerMs: 250 * random(),
  }));
  const round = async ({ share, longerMs }: (typeof moments)[number]) => {
    const url = await freshDatabase(clusterUrl);
    const database = openDatabase(url);
    const isAll = async () => {
      const [{ total }, { markers }] = [await listMakes(database), await readRack(database)];
      if (total === 0 && markers.length === 0) return false;
      return total === all.makes && markers.length === all.markers ? true : null;
    };
    try {
      await migrate(database.sequelize);
      await killed(url, zip.path, share, longerMs);
      const end = await isAll();
      figures.rounds++;
      figures[end === null ? 'half' : end ? 'after' : 'before']++;
      await checkWhole(database);
      await taken(database, zip.bytes);
      if (!(await isAll())) figures.wrongAgain++;
    } finally {
      await database.sequelize.close();
    }
  };
  // Four side by side: most of a round is a process that starts.
  for (let at = 0; at < rounds; at += 4) await Promise.all(moments.slice(at, at + 4).map(round));
  return figures;
}
