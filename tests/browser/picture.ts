import type { Locator, Page } from '@playwright/test';
import { expect } from './application';

/** The picture's paper on a make's screen. */
export function paper(page: Page): Locator {
  return page.locator('[data-stage] canvas[data-paper]');
}

type Place = readonly [number, number];

async function onPaper(page: Page, [x, y]: Place): Promise<{ x: number; y: number }> {
  let box: Awaited<ReturnType<Locator['boundingBox']>> = null;
  // From station to station another view lays the paper down; a hand waits for it too.
  await expect(async () => {
    box = await paper(page).boundingBox();
    expect(box, 'the picture is on the screen').not.toBeNull();
  }).toPass();
  const { x: left, y: top, width, height } = box as unknown as { x: number; y: number; width: number; height: number };
  return { x: left + x * width, y: top + y * height };
}

/** Taps the picture at a place given as shares of its width and height. */
export async function tap(page: Page, place: Place): Promise<void> {
  const { x, y } = await onPaper(page, place);
  await page.mouse.click(x, y);
}

/** Drags over the picture from place to place. */
export async function sweep(page: Page, places: readonly Place[]): Promise<void> {
  const [first, ...rest] = await Promise.all(places.map((place) => onPaper(page, place)));
  if (!first) throw new Error('A drag needs places.');
  await page.mouse.move(first.x, first.y);
  await page.mouse.down();
  for (const { x, y } of rest) await page.mouse.move(x, y, { steps: 12 });
  await page.mouse.up();
}

/** Colour of the canvas at a place: R, G, B. */
export async function colourAt(page: Page, [x, y]: Place): Promise<[number, number, number]> {
  const rgba = await paper(page).evaluate(
    (canvas, [shareX, shareY]) => {
      const own = canvas as HTMLCanvasElement;
      // One pixel of a copy, so that the page's own canvas is not made to be read.
      const copy = new OffscreenCanvas(1, 1).getContext('2d', { willReadFrequently: true });
      copy?.drawImage(own, Math.round(shareX * own.width), Math.round(shareY * own.height), 1, 1, 0, 0, 1, 1);
      return [...(copy?.getImageData(0, 0, 1, 1).data ?? [])];
    },
    [x, y] as const,
  );
  return [rgba[0] ?? 0, rgba[1] ?? 0, rgba[2] ?? 0];
}

/** The picture as it is painted, small, as text: to tell whether it has changed. */
export const painted = (page: Page): Promise<string> =>
  paper(page).evaluate((canvas) => {
    const copy = new OffscreenCanvas(96, 96).getContext('2d', { willReadFrequently: true });
    copy?.drawImage(canvas as HTMLCanvasElement, 0, 0, 96, 96);
    return [...(copy?.getImageData(0, 0, 96, 96).data ?? [])].join();
  });

export async function expectBandsShown(page: Page): Promise<void> {
  await expect(page.locator('[data-bands="shown"]')).toBeVisible();
}

/** Goes to a station by its tag on the workline. */
export async function goTo(page: Page, station: string): Promise<void> {
  await page
    .getByRole('navigation', { name: 'Workline' })
    .getByRole('link', { name: new RegExp(`^${station}`) })
    .click();
  await expect(page.locator(`[data-station="${station.toLowerCase()}"]`)).toBeVisible();
}
