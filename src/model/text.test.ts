import { describe, expect, it } from 'vitest';
import { cleanText, textSchema } from './text';

const name = textSchema(20, { least: 1, empty: 'a name is needed' });

describe('a text', () => {
  it.each(['Cap', 'Mütze 🎈', 'שלום', 'two\nlines', '👩‍👩‍👧 family'])('such as %j is kept as it is', (text) => {
    expect(name.parse(`  ${text} `)).toBe(text);
  });

  it.each([
    ['a NUL', 'Cap\u0000', /cannot be kept/],
    ['half of a character', 'Cap \ud83c', /cannot be kept/],
    ['the other half', '\udf88 Cap', /cannot be kept/],
    ['a bell', 'Cap\u0007', /cannot be kept/],
    ['nothing', '   ', /a name is needed/],
    ['too much', 'x'.repeat(21), /at most 20/],
  ])('with %s is refused in words', (_, text, words) => {
    expect(name.safeParse(text).error?.issues[0]?.message).toMatch(words);
  });

  it('is cleaned and cut between the signs that people see', () => {
    expect(cleanText('Cap\u0000 of\u0007 felt ', 60)).toBe('Cap of felt');
    expect(cleanText('\ud83c lone', 60)).toBe('lone');
    // A family of three is one sign of eight units; a flag of four.
    expect(cleanText(`ab${'👩‍👩‍👧'.repeat(3)}`, 18)).toBe('ab👩‍👩‍👧👩‍👩‍👧');
    expect(cleanText(`${'x'.repeat(58)}🇨🇭`, 60)).toBe('x'.repeat(58));
    for (let most = 0; most < 40; most++) expect(cleanText('🎈👩‍👩‍👧é🇨🇭a̐'.repeat(3), most)).not.toMatch(/\p{Cs}/u);
  });
});
