import { execFileSync } from 'node:child_process';
import { Client } from 'pg';
import { freshDatabase, hasTestCluster, testClusterUrl } from './cluster';

/** Any number: who prepares or copies holds this lock, so that tests side by side prepare a database once. */
const preparingLock = 7_301;

function load(databaseUrl: string, onlyMake: string | undefined): void {
  // In processes of their own, as ./run demo does it: a test runner's rewritten modules compute many times slower.
  for (const script of [['scripts/migrate.ts'], ['demo/load.ts', ...(onlyMake ? [onlyMake] : [])]]) {
    execFileSync('node', ['--import', 'tsx', ...script], { env: { ...process.env, AQUACHROME_DATABASE_URL: databaseUrl }, stdio: 'pipe' });
  }
}

/**
 * A database of a test's own on the shared cluster, with demo data in it: a copy of one that is loaded once.
 * @param onlyMake the id of the one demo make that is wanted. Default: all.
 * @returns its address.
 */
export async function databaseWithDemo(onlyMake?: string): Promise<string> {
  const clusterUrl = testClusterUrl();
  const prepared = `prepared_${(onlyMake ?? 'all').replaceAll('-', '_')}`;
  const client = new Client({ connectionString: `${clusterUrl}/postgres` });
  await client.connect();
  try {
    await client.query('SELECT pg_advisory_lock($1)', [preparingLock]);
    // It is marked when it is whole: one whose loading was cut short is made anew.
    const { rowCount } = await client.query('SELECT 1 FROM pg_database WHERE datname = $1 AND datistemplate', [prepared]);
    if (rowCount === 0) {
      await client.query(`DROP DATABASE IF EXISTS ${prepared}`);
      await client.query(`CREATE DATABASE ${prepared}`);
      load(`${clusterUrl}/${prepared}`, onlyMake);
      await client.query(`ALTER DATABASE ${prepared} IS_TEMPLATE true`);
    }
    return await freshDatabase(clusterUrl, prepared);
  } finally {
    await client.end();
  }
}

/**
 * The same in a cluster of a test's own, which may be killed.
 * @param clusterUrl the address of that cluster.
 * @returns the address of the database.
 */
export async function databaseWithDemoIn(clusterUrl: string, onlyMake?: string): Promise<string> {
  if (!hasTestCluster()) {
    // An evaluation by itself: there is none to copy from.
    const own = await freshDatabase(clusterUrl);
    load(own, onlyMake);
    return own;
  }
  const [from, to] = [await databaseWithDemo(onlyMake), await freshDatabase(clusterUrl)];
  const program = (name: string, words: string[], input?: Buffer) =>
    execFileSync(`${process.env.POSTGRES_BIN}/${name}`, words, { stdio: ['pipe', 'pipe', 'pipe'], maxBuffer: 1 << 30, input });
  program('pg_restore', ['-d', to, '--exit-on-error'], program('pg_dump', ['--format=custom', '--compress=0', from]));
  const client = new Client({ connectionString: `${testClusterUrl()}/postgres` });
  await client.connect();
  await client.query(`DROP DATABASE ${new URL(from).pathname.slice(1)}`);
  await client.end();
  return to;
}
