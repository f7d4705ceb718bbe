import pg from 'pg';
import { Sequelize } from 'sequelize';
import { defineModels, type Models } from './models';

export type Database = Models & { sequelize: Sequelize };

/**
 * A client that hears its own errors from the first moment. Sequelize listens only once a connection is set up; a database that
 * dies before that would end this whole process by an unheard error. Whoever waits for a query is told by the query.
 */
class HearingClient extends pg.Client {
  constructor(config?: string | pg.ClientConfig) {
    super(config);
    this.on('error', (error) => console.error(`A connection to the database was lost: ${error.message}`));
  }
}

/**
 * Opens a pool on a PostgreSQL address (postgres://...). Nothing is contacted before the first query.
 * @param options.patient waits a minute for a database that is slow to answer: for starts. Default false: so long that a loaded machine is
 * not taken for a dead database; one that is gone refuses at once.
 * @param options.connections how many at once. Default 8.
 */
export function openDatabase(url: string, options: { patient?: boolean; connections?: number } = {}): Database {
  const seconds = options.patient ? 60 : 15;
  const sequelize = new Sequelize(url, {
    dialect: 'postgres',
    dialectModule: { ...pg, Client: HearingClient },
    logging: false,
    pool: { max: options.connections ?? 8, idle: 10_000, acquire: 2_000 * seconds },
    dialectOptions: { connectionTimeoutMillis: 1_000 * seconds, keepAlive: true },
  });
  return { sequelize, ...defineModels(sequelize) };
}

let opened: Database | undefined;

/** The database of this server process, opened at the first call from AQUACHROME_DATABASE_URL. */
export function database(): Database {
  if (!opened) {
    const url = process.env.AQUACHROME_DATABASE_URL;
    if (!url) throw new Error('AQUACHROME_DATABASE_URL is not set: start with ./run demo or ./run dev.');
    opened = openDatabase(url);
  }
  return opened;
}
