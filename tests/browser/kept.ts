import type { Page } from '@playwright/test';
import type { KeptMake } from '#model/api/makes';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import { colouredPicture } from '#core/make/coloured';
import { expect, expectAllKept } from './application';

/** The make of the page as the server keeps it, with what is told beside it. */
export async function keptWhole(page: Page): Promise<KeptMake> {
  await expectAllKept(page);
  return page.evaluate(async () => (await fetch(`/api/makes/${location.pathname.split('/').at(-1)}`)).json());
}

/** The same when the picture is read too. */
export async function keptRead(page: Page): Promise<KeptMake> {
  await expect(page.locator('[data-read="yes"]')).toBeVisible({ timeout: 60_000 });
  return keptWhole(page);
}

/** The make of the page as the server keeps it. */
export async function kept(page: Page): Promise<Make> {
  return (await keptWhole(page)).document;
}

/** Its first picture, in its first colouring. */
export async function keptColours(page: Page): Promise<ColouredPicture | undefined> {
  const [picture] = (await kept(page)).pictures;
  return picture && colouredPicture(picture);
}

export async function keptElements(page: Page): Promise<ColouredElement[]> {
  return (await keptColours(page))?.elements ?? [];
}
