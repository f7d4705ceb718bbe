import { openDatabase } from '../src/server/db/database';
import { migrate } from '../src/server/db/migrate';

const { sequelize } = openDatabase(process.env.AQUACHROME_DATABASE_URL ?? '');
const applied = await migrate(sequelize);
if (applied.length > 0) console.log(`Database brought up to date: ${applied.join(', ')}.`);
await sequelize.close();
