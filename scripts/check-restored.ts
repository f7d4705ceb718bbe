/**
 * Prepares an empty database for the rows of a backup, and looks at them once they are in, before they take the place of the data in use: ours,
 * not newer, whole. Ends with 1 and one line of words when they may not. Started by scripts/data.sh: `prepare NAMES`, then `finish`. The shape of
 * the tables is always that of our own migrations, never what a file says.
 */
import { openDatabase } from '../src/server/db/database';
import { migrate } from '../src/server/db/migrate';
import { checkVersion, checkWhole } from '../src/server/store/check-whole';
import { beginHistory } from '../src/server/store/installation';

const database = openDatabase(process.env.AQUACHROME_RESTORED_URL ?? '');
const [step, names] = process.argv.slice(2);
try {
  if (step === 'prepare') {
    const applied = names === undefined ? null : names.split(' ').filter((name) => name !== '');
    checkVersion(applied);
    await migrate(database.sequelize, applied ?? []);
  } else {
    await migrate(database.sequelize);
    const { makes } = await checkWhole(database);
    await beginHistory(database);
    console.log(`${makes} makes and ${await database.markers.count()} markers, all whole.`);
  }
} catch (error) {
  console.error((error instanceof Error ? error.message : String(error)).replaceAll('\n', ' '));
  process.exitCode = 1;
} finally {
  await database.sequelize.close();
}
