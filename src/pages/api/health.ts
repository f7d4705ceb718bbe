import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';

/** Says who answers here and whether its database does. */
export const GET = endpoint(async () => {
  await database().sequelize.query('SELECT 1');
  return { application: 'aquachrome', processId: process.pid, home: process.env.AQUACHROME_HOME ?? '' };
});
