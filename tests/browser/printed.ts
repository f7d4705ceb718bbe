import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect } from './application';

/** Fetches the PDF that "Open the PDF" leads to. @returns the path of its file. */
export async function printedFile(page: Page): Promise<string> {
  const link = page.getByRole('link', { name: 'Open the PDF' });
  await expect(link).toBeVisible({ timeout: 60_000 });
  const address = new URL((await link.getAttribute('href')) ?? '', page.url()).href;
  const ask = () => page.request.get(address);
  let answer = await ask();
  // A machine with much to do says "wait a moment and try again"; and so we do.
  for (let tries = 0; answer.status() === 503 && tries < 5; tries++) answer = await ask();
  expect(answer.status()).toBe(200);
  expect(answer.headers()['content-type']).toBe('application/pdf');
  const file = join(mkdtempSync(join(tmpdir(), 'printed-')), 'sheet.pdf');
  writeFileSync(file, await answer.body());
  return file;
}

/** Its text, as poppler reads it, in one line. */
export async function printedText(page: Page): Promise<string> {
  return execFileSync('pdftotext', [await printedFile(page), '-'], { maxBuffer: 1 << 26 })
    .toString()
    .replaceAll(/\s+/g, ' ');
}
