import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { readyRules } from '#core/markers/code-rule';
import { readPalette } from '#core/markers/palette-file';
import { recipeAsText } from './recipe-as-text';
import { recipeFileSchema } from '#model/recipe-file';
import { madeUpWritten, madeUpWrittenElement } from '../../../tests/made-up-recipe';

const element = { ...madeUpWrittenElement('Scarf', [90, 60]), name: '=HYPERLINK("x") *Scarf*' };
const hat = madeUpWrittenElement('Hat, "tall"\nand red', [40]);
const recipe = madeUpWritten(
  [element, hat],
  {},
  {
    paper: 'Snowdrift',
    finish: [{ number: 9, code: 'fine pen', where: 'the whole image', how: 'draw', purpose: 'line it' }],
  },
);
recipe.markers[0] = { ...(recipe.markers[0] as (typeof recipe.markers)[number]), source: 'assumed' };

describe('a recipe as a text', () => {
  it('as a table is read back by a reader of tables: every rung and mark, no formula, no colour that is only assumed', () => {
    const { data, errors } = Papa.parse<Record<string, string>>(recipeAsText(recipe, 'csv', 'T'), { header: true });
    expect(errors).toEqual([]);
    expect(data.map(({ row, number, code }) => `${row} ${number} ${code}`)).toEqual([
      ...element.ladder.map(({ code }, rung) => `rung ${rung + 1} ${code}`),
      ...element.marks.map(({ number, code }) => `mark ${number} ${code}`),
      ...hat.ladder.map(({ code }) => `rung 1 ${code}`),
      ...hat.marks.map(({ number, code }) => `mark ${number} ${code}`),
      'finish 9 fine pen',
    ]);
    expect(data[0]?.name).toBe(`'${element.name}`);
    expect(data.at(-2)?.name).toBe(hat.name);
    expect(data.slice(0, 2).map(({ lab }) => lab)).toEqual(['', '60 20 20']);
  });

  it('as Markdown has a heading for each element, and signs of names are meant as they are', () => {
    const text = recipeAsText(recipe, 'md', 'My *recipe*');
    const headings = text.split('\n').filter((line) => line.startsWith('#'));
    expect(headings).toEqual([
      '# My \\*recipe\\*',
      '## 1 =HYPERLINK\\("x"\\) \\*Scarf\\*',
      '## 2 Hat, "tall" and red',
      '## In the end, the whole image',
    ]);
    expect(text).toContain('- Paper: Snowdrift');
    expect(text).toMatch(/^1\. `\S+ 90` all over, small circles: lay it$/m);
  });

  it('as a palette gives back its codes and colours; as JSON all of it', () => {
    const line = { id: 'l', name: 'L', rule: readyRules.plainNumber };
    const rows = readPalette(recipeAsText(recipe, 'gpl', 'T'), { line, present: [], newId: () => 'new' });
    // The one that is only assumed does not leave the house.
    expect(rows).toHaveLength(2);
    expect(recipeFileSchema.parse(JSON.parse(recipeAsText(recipe, 'json', 'T'))).recipe.elements).toEqual(recipe.elements);
  });
});
