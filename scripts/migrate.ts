/** Brings the tables up to date, then frees what nothing needs any more. */
import { openDatabase } from '../src/server/db/database';
import { migrate } from '../src/server/db/migrate';
import { renewSummaries } from '../src/server/store/summaries';
import { sweep } from '../src/server/store/sweep';
import { inWords } from './in-words';

await inWords(async () => {
  const database = openDatabase(process.env.AQUACHROME_DATABASE_URL ?? '', { patient: true });
  try {
    const applied = await migrate(database.sequelize);
    if (applied.length > 0) console.log(`Database brought up to date: ${applied.join(', ')}.`);
    await renewSummaries(database);
    const { blobs, bytes } = await sweep(database);
    if (blobs > 0) console.log(`${blobs} old pictures and readings that nothing needs were freed (${Math.round(bytes / 1024)} KB).`);
  } finally {
    await database.sequelize.close();
  }
});
