/**
 * Takes a bundle in, in a process of its own that may be killed: `node --import tsx tests/server/take-in-child.ts DATABASE ZIP`. It begins when it is told to, and says how
 * far it is.
 */
import { readFile } from 'node:fs/promises';
import { openDatabase } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import { taken } from './bundle-parts';

const [url = '', zip = ''] = process.argv.slice(2);
const [database, bytes] = [openDatabase(url), await readFile(zip)];
await database.sequelize.query('SELECT 1');
// What looks at pictures is up before it counts.
await workshop().work('inspect', { source: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"/>') });
process.stdin.once('data', () => {
  taken(database, bytes, { wishes: {} }, (share) => process.stdout.write(`${share}\n`)).then(
    () => process.stdout.write('done\n'),
    (error: unknown) => process.stdout.write(`failed: ${String(error)}\n`),
  );
});
process.stdout.write('ready\n');
