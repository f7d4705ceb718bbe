import { defineConfig } from '@playwright/test';
import { browserArguments, chromiumPath } from './tests/browser/chromium';

export default defineConfig({
  testDir: 'tests/browser',
  workers: 2,
  timeout: 60_000,
  expect: { timeout: 10_000 },
  forbidOnly: true,
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: chromiumPath, args: browserArguments },
    trace: 'off',
  },
});
