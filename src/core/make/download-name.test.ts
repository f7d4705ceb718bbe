import { expect, it } from 'vitest';
import { downloadName } from './download-name';

it.each([
  ['The Balloon Post: the pilot', 'The Balloon Post the pilot, recipe, 2026-11-29.csv'],
  ['a/b\\c:d*e?f"g<h>i|j', 'a b c d e f g h i j, recipe, 2026-11-29.csv'],
  ['..', 'Aquachrome, recipe, 2026-11-29.csv'],
  ['Шарф צעיף', 'Шарф צעיף, recipe, 2026-11-29.csv'],
  ['x'.repeat(300), `${'x'.repeat(80)}, recipe, 2026-11-29.csv`],
])('a file of %s is named so that every system takes it', (of, name) => {
  expect(downloadName(of, 'recipe', '2026-11-29', 'csv')).toBe(name);
});
