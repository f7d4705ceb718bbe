import { expect, type Page } from '@playwright/test';
import { madeUpSession } from '../made-up-session';
import type { ReadSession } from '../../src/model/api/sessions';
import type { PlannedMark } from '../../src/model/session';

/** An elbow touches twice: what comes sooner is no second mark (mark-screen.tsx). */
const bounceMs = 260;

/** The mark on the screen. */
export const markNow = async (page: Page) => (await page.locator('[data-mark]').getAttribute('data-mark')) ?? '';

/** Opens the Colour station of the pilot and begins a sitting. @returns the id of the session. */
export async function startColouring(page: Page, address: string): Promise<string> {
  await page.goto(`${address}/makes/make-balloon-post-pilot#colour`);
  return beginSitting(page);
}

export async function beginSitting(page: Page): Promise<string> {
  await page.getByRole('button', { name: 'Start colouring' }).click();
  await expect(page.locator('[data-mark]')).toBeVisible({ timeout: 60_000 });
  return new URL(page.url()).pathname.split('/').at(-1) ?? '';
}

/** Lays marks by an act until so many are laid, or it is at an end. @returns their ids, and the codes that stood on the screen. */
export async function layMarks(page: Page, act: () => Promise<void>, most = 1000): Promise<{ ids: string[]; codes: string[] }> {
  const laid = { ids: [] as string[], codes: [] as string[] };
  while (laid.ids.length < most) {
    const id = await markNow(page);
    laid.ids.push(id);
    laid.codes.push((await page.locator('[data-code]').getAttribute('data-code')) ?? '');
    await act();
    await expect
      .poll(
        () =>
          page
            .locator('[data-mark], [data-counts]')
            .first()
            .evaluate((one) => one.getAttribute('data-mark')),
        { intervals: [30] },
      )
      .not.toBe(id);
    if ((await page.locator('[data-counts]').count()) > 0) break;
    await page.waitForTimeout(bounceMs);
  }
  return laid;
}

/** A session as the server has it. */
export async function sessionOf(address: string, id: string): Promise<ReadSession> {
  return (await (await fetch(`${address}/api/sessions/${id}`)).json()) as ReadSession;
}

/** Begins a made-up session by the server's endpoint. */
export async function beginMadeUp(address: string, id: string, marks: readonly PlannedMark[]): Promise<void> {
  const answer = await fetch(`${address}/api/sessions`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify({
      ...{ id, make: { id: 'make-balloon-post-pilot', name: 'The Balloon Post: the pilot' } },
      head: { ...madeUpSession(marks), startedAtMs: Date.now() },
    }),
  });
  if (!answer.ok) throw new Error(await answer.text());
}

/** Height of a capital of the code on the screen, in px: that of its face at its size. */
export const capHeightPx = (page: Page) =>
  page.locator('[data-code]').evaluate((code) => {
    const context = document.createElement('canvas').getContext('2d');
    if (!context) return 0;
    const { fontWeight, fontSize, fontFamily } = getComputedStyle(code);
    context.font = `${fontWeight} ${fontSize} ${fontFamily}`;
    return context.measureText('H').actualBoundingBoxAscent;
  });

/** Buttons and fields of the screen that are smaller than 96 px on a side. */
export const smallTargets = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll('button, a, select, textarea, label:has(input)')]
      .map((one) => ({ name: one.textContent ?? '', box: one.getBoundingClientRect() }))
      .filter(({ box }) => box.width > 1 && (box.width < 96 || box.height < 95.5))
      .map(({ name, box }) => `${name} ${box.width} x ${box.height}`),
  );

/** The words of the screen with their contrast to what lies behind them, by WCAG 2.2 (W3C, 2023: relative luminance, contrast ratio). */
export const contrasts = (page: Page) =>
  page.evaluate(() => {
    const channels = (colour: string) => (colour.match(/[\d.]+/g) ?? []).map(Number);
    const luminance = (colour: string) => {
      const [red = 0, green = 0, blue = 0] = channels(colour)
        .slice(0, 3)
        .map((value) => (value <= 10.314_75 ? value / 255 / 12.92 : ((value / 255 + 0.055) / 1.055) ** 2.4));
      return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
    };
    const behind = (one: Element | null): string => {
      if (!one) return 'rgb(255, 255, 255)';
      const { backgroundColor } = getComputedStyle(one);
      return channels(backgroundColor)[3] === 0 ? behind(one.parentElement) : backgroundColor;
    };
    return [...document.querySelectorAll('main *:not(svg *)')]
      .filter((one) => [...one.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent?.trim()))
      .filter((one) => one.closest('.sr-only, :disabled') === null)
      .map((one) => {
        const [word, ground] = [luminance(getComputedStyle(one).color), luminance(behind(one))];
        return { words: one.textContent, contrast: (Math.max(word, ground) + 0.05) / (Math.min(word, ground) + 0.05) };
      });
  });
