import { defineConfig } from '@playwright/test';
import { browserArguments, chromiumPath } from './tests/browser/chromium';

export default defineConfig({
  testDir: 'tests/browser',
  workers: 2,
  // Generous: a slow machine is no fault. What is wrong fails by its expectation, not by the clock.
  timeout: 900_000,
  expect: { timeout: 60_000 },
  forbidOnly: true,
  // A second try tells a fault from a machine that stuttered. What needed it is named at the end of ./run test, to be mended.
  retries: 1,
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: chromiumPath, args: browserArguments },
    // An act that can never be done fails by itself, long before the test would.
    actionTimeout: 120_000,
    trace: 'off',
  },
});
