import { type ChildProcess, spawn } from 'node:child_process';
import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Page } from '@playwright/test';
import { loadDemo } from '../../demo/load';
import { openDatabase } from '../../src/server/db/database';
import { migrate } from '../../src/server/db/migrate';
import { type Cluster, freePort, freshDatabase, startCluster, testClusterUrl } from '../server/cluster';

/** The built application with a database of its own, demo data loaded. */
export type Application = {
  address: string;
  startServer: () => Promise<void>;
  stopServer: (signal?: NodeJS.Signals) => Promise<void>;
  /** Only where the application has a cluster of its own. */
  cluster: Cluster | null;
  close: () => Promise<void>;
};

async function startApplication(options: { ownCluster: boolean }): Promise<Application> {
  const cluster = options.ownCluster ? await startCluster({ durable: true }) : null;
  const databaseUrl = await freshDatabase(cluster?.url ?? testClusterUrl());
  const database = openDatabase(databaseUrl);
  await migrate(database.sequelize);
  await loadDemo(database);
  await database.sequelize.close();
  const port = await freePort(21_000 + (process.pid % 4000) * 2);
  const address = `http://127.0.0.1:${port}`;
  let server: ChildProcess | undefined;

  const startServer = async () => {
    server = spawn('node', ['--import', 'tsx', 'scripts/serve.ts'], {
      env: { ...process.env, AQUACHROME_DATABASE_URL: databaseUrl, AQUACHROME_PORT: String(port), NODE_ENV: 'production' },
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    for (let attempt = 0; attempt < 200; attempt++) {
      const answered = await fetch(`${address}/api/health`).then(
        ({ ok }) => ok,
        () => false,
      );
      if (answered) return;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error('The application did not start.');
  };
  const stopServer = async (signal: NodeJS.Signals = 'SIGTERM') => {
    const stopping = server;
    server = undefined;
    if (!stopping || stopping.exitCode !== null) return;
    await new Promise<void>((resolve) => {
      stopping.once('exit', () => resolve());
      stopping.kill(signal);
    });
  };
  await startServer();
  return {
    address,
    startServer,
    stopServer,
    cluster,
    close: async () => {
      await stopServer();
      await cluster?.stop();
    },
  };
}

type TestFixtures = {
  /** An application of one test alone, with its own database server: it may be stopped and killed. */
  lonely: Application;
  /** Errors and warnings of the page's console; a test fails when any is left at its end. */
  quietConsole: string[];
};

export const test = base.extend<TestFixtures, { shared: Application }>({
  shared: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright wants the pattern.
    async ({}, use) => {
      const application = await startApplication({ ownCluster: false });
      await use(application);
      await application.close();
    },
    { scope: 'worker' },
  ],
  // biome-ignore lint/correctness/noEmptyPattern: Playwright wants the pattern.
  lonely: async ({}, use) => {
    const application = await startApplication({ ownCluster: true });
    await use(application);
    await application.close();
  },
  quietConsole: [
    async ({ page }, use) => {
      const lines: string[] = [];
      page.on('console', (message) => {
        // A failed request says so by itself; tests that take the server away expect it.
        const expected = /Failed to load resource|net::ERR/.test(message.text());
        if (!expected && ['error', 'warning'].includes(message.type())) lines.push(message.text());
      });
      page.on('pageerror', (error) => lines.push(error.message));
      await use(lines);
      expect(lines, 'errors in the console of the page').toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** No accessibility finding on the page as it stands (axe, WCAG 2.2 A and AA). */
export async function expectNoAxeFindings(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
    .analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`)).toEqual([]);
}

/** Waits until the page says that all edits are kept. */
export async function expectAllKept(page: Page): Promise<void> {
  await expect(page.locator('[data-keep]')).toHaveAttribute('data-keep', 'kept', { timeout: 20_000 });
}
