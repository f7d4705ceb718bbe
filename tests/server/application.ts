import { type ChildProcess, spawn } from 'node:child_process';
import { type Cluster, freePort, startCluster } from './cluster';
import { databaseWithDemo, databaseWithDemoIn } from './prepared';

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
  const databaseUrl = await (cluster ? databaseWithDemoIn(cluster.url, options.onlyMake) : databaseWithDemo(options.onlyMake));
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
