import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Page } from '@playwright/test';
import { evaluates } from '../evaluates';
import { type Application, startApplication } from '../server/application';

type TestFixtures = {
  /** An application of one test alone, with its own database server: it may be stopped and killed. */
  lonely: Application;
  /** One of a test's own, on the shared cluster, with nothing but the night watch. */
  watching: Application;
  /** One of a test's own, on the shared cluster, with nothing but the pilot. */
  piloting: Application;
  /** The same with the balloon, and with the bunting. */
  ballooning: Application;
  flagging: Application;
  /** Errors and warnings of the page's console; a test fails when any is left at its end. */
  quietConsole: string[];
};

/** An application of one test alone, with nothing but one make of the demo. @param ownCluster default: on the shared one. */
function withOnly(make: string, ownCluster = false) {
  // biome-ignore lint/correctness/noEmptyPattern: Playwright wants the pattern.
  return async ({}: object, use: (application: Application) => Promise<void>) => {
    const application = await startApplication({ ownCluster, onlyMake: `make-balloon-post-${make}` });
    await use(application);
    await application.close();
  };
}

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
  lonely: withOnly('pilot', true),
  watching: withOnly('watch'),
  piloting: withOnly('pilot'),
  ballooning: withOnly('balloon'),
  flagging: withOnly('bunting'),
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

/** A test that only `npm run eval:screens` runs: it times, or repeats a path with very much of it. */
export const inEvaluation = evaluates('screens') ? test : test.skip;

export { expect };

/** No accessibility finding on the page as it stands, once it has started (axe, WCAG 2.2 A and AA). */
export async function expectNoAxeFindings(page: Page, options: { without?: string[] } = {}): Promise<void> {
  // By its tag: while a dialog is open the heading is hidden from all but the eye.
  await expect(page.locator('h1').first()).toBeVisible();
  await expect(page.locator('[data-opening]')).toHaveCount(0);
  const { violations } = await new AxeBuilder({ page })
    .options({ rules: { 'target-size': { enabled: true } } })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
    .disableRules(options.without ?? [])
    .analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`)).toEqual([]);
}

/** Waits until the page says that all edits are kept. */
export async function expectAllKept(page: Page): Promise<void> {
  await expect(page.locator('[data-keep]')).toHaveAttribute('data-keep', 'kept', { timeout: 20_000 });
}
