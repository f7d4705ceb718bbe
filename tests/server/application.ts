import { type ChildProcess, execFileSync, spawn } from 'node:child_process';

import { type Cluster, freePort, freshDatabase, startCluster, testClusterUrl } from './cluster';

/** The built application with a database of its own, demo data loaded. */
export type Application = {
  address: string;
  databaseUrl: string;
  startServer: () => Promise<void>;
  stopServer: (signal?: NodeJS.Signals) => Promise<void>;
  /** Only where the application has a cluster of its own. */
  cluster: Cluster | null;
  close: () => Promise<void>;
};

export async function startApplication(options: { ownCluster: boolean; onlyMake?: string }): Promise<Application> {
  const cluster = options.ownCluster ? await startCluster({ durable: true }) : null;
  const databaseUrl = await freshDatabase(cluster?.url ?? testClusterUrl());
  // In processes of their own, as ./run demo does it: a test runner's rewritten modules compute many times slower.
  const load = ['demo/load.ts', ...(options.onlyMake ? [options.onlyMake] : [])];
  for (const script of [['scripts/migrate.ts'], load]) {
    execFileSync('node', ['--import', 'tsx', ...script], { env: { ...process.env, AQUACHROME_DATABASE_URL: databaseUrl }, stdio: 'pipe' });
  }
  const port = await freePort(21_000 + (process.pid % 4000) * 2);
  const address = `http://127.0.0.1:${port}`;
  let server: ChildProcess | undefined;

  const startServer = async () => {
    server = spawn('node', ['--import', 'tsx', 'scripts/serve.ts'], {
      env: { ...process.env, AQUACHROME_DATABASE_URL: databaseUrl, AQUACHROME_PORT: String(port), NODE_ENV: 'production' },
      stdio: ['ignore', 'ignore', process.env.AQUACHROME_SHOW_SERVER ? 'inherit' : 'ignore'],
    });
    for (let attempt = 0; attempt < 300; attempt++) {
      const answered = await fetch(`${address}/api/health`).then(
        ({ ok }) => ok,
        () => false,
      );
      if (answered) return;
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
    throw new Error('The application did not start.');
  };
  const stopServer = async (signal: NodeJS.Signals = 'SIGTERM') => {
    const stopping = server;
    server = undefined;
    if (!stopping || stopping.exitCode !== null || stopping.signalCode !== null) return;
    await new Promise<void>((resolve) => {
      stopping.once('exit', () => resolve());
      stopping.kill(signal);
    });
  };
  await startServer();
  return {
    address,
    databaseUrl,
    startServer,
    stopServer,
    cluster,
    close: async () => {
      await stopServer();
      await cluster?.stop();
    },
  };
}
