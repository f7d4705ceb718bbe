import type { Locator, Page } from '@playwright/test';

/** Chooses one of a list that opens, as a hand does: opens it, takes the option. @param choice the closed list. */
export async function choose(choice: Locator, option: string | RegExp): Promise<void> {
  const page: Page = choice.page();
  await choice.click();
  await page.getByRole('option', typeof option === 'string' ? { name: option, exact: true } : { name: option }).click();
}
