import * as z from 'zod/mini';

/** Signs that no database and no file keeps: control signs (but tab and line ends), and halves of a character. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: these are what is looked for.
const unkept = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F]|\p{Cs}/u;

/** A text that can be kept as it is: the one schema of all names, codes and notes. Trimmed; at most so many UTF-16 units. */
export function textSchema(most: number, options: { least?: number; empty?: string } = {}) {
  const { least = 0, empty = 'this needs a text' } = options;
  return z.string().check(
    z.trim(),
    z.minLength(least, empty),
    z.maxLength(most, `at most ${most} signs fit`),
    z.refine((text: string) => !unkept.test(text), 'this text holds a sign that cannot be kept: take it out and type it again'),
  );
}

/** A text without the signs that cannot be kept, at most so many UTF-16 units long, never cut through a sign that people see as one. */
export function cleanText(text: string, most: number): string {
  const kept = text.replace(new RegExp(unkept.source, 'gu'), '').trim();
  if (kept.length <= most) return kept;
  let cut = '';
  for (const { segment } of new Intl.Segmenter(undefined, { granularity: 'grapheme' }).segment(kept)) {
    if (cut.length + segment.length > most) break;
    cut += segment;
  }
  return cut.trimEnd();
}
