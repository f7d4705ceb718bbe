import { describe, expect, it } from 'vitest';
import { madeUpRecipe, madeUpRecipeElement, madeUpWritten, madeUpWrittenElement } from '../../tests/made-up-recipe';
import { recipeAsText } from '#islands/shared/recipe-as-text.ts';
import { recipeFile } from '#core/recipe/recipe-file';
import { readOddLists } from '../../tests/odd-lists';
import { readyRules } from '#core/markers/code-rule';
import type { MarkerLine, RackMarker } from '#model/marker';
import { readRackFile, readText } from './rack-reading';
import { readRecipe, translateRecipe } from './recipe-reading';

const line: MarkerLine = { id: 'own', name: 'Own', rule: readyRules.plainNumber };
const context = { line, lines: [line], present: [] };
const bytes = (value: unknown) => new TextEncoder().encode(typeof value === 'string' ? value : JSON.stringify(value));
const rackFile = (name: string, value: unknown) => readRackFile(name, bytes(value), context);
const marker = (id: string): RackMarker => ({ id, lineId: 'own', code: id, owned: true });

it('mutated rack files, tables, recipes and waiting edits are read or refused in words of ours', () => {
  for (const [name, { withoutWords, refused, read }] of Object.entries(readOddLists(80, 5))) {
    expect(withoutWords, name).toEqual([]);
    expect(read + refused, name).toBe(80);
    expect(refused, name).toBeGreaterThan(0);
  }
});

describe('lists of markers from outside', () => {
  it('beyond all measure are told of at once, at their first row or sign too many', () => {
    expect(() => rackFile('wide.csv', `${'a,'.repeat(1_000_000)}b\n1,2`)).toThrow(/1,000,001 columns; 100 fit/);
    expect(() => rackFile('long.csv', `code\n${'1\n'.repeat(400_000)}`)).toThrow(/more than 20,000 rows/);
    expect(() => readText('62 '.repeat(100_000), context)).toThrow(/25,000 entries; 20,000 fit/);
    expect(() => readText(Array.from({ length: 100_000 }, (_, i) => i).join(','), context)).toThrow(/100,000 entries; 20,000 fit/);
    expect(() => rackFile('deep.json', `{"format":"aquachrome-rack","lines":${'['.repeat(100_000)}`)).toThrow(/nested deeper/);
    expect(() => rackFile('many.json', { format: 'aquachrome-rack', version: 2, lines: [], markers: Array(20_001).fill({}) })).toThrow(
      /20,001 markers/,
    );
    expect(() => rackFile('a.csv', 'code\n"open')).toThrow(/quotes in row/);
  });

  it('are read as far as they can be; what cannot is told of part by part, in words', () => {
    const file = {
      format: 'aquachrome-rack',
      version: 2,
      lines: [line, { id: 'bad', name: '', rule: {} }],
      markers: [marker('62'), { ...marker('63'), state: 'on fire' }, marker('64'), { ...marker('65'), lineId: 'none' }, 7],
      pairNotes: [
        { firstId: '62', secondId: '64', verdict: 'refuses', reason: '', on: '2026-02-28' },
        { firstId: '62', secondId: '64', verdict: 'refuses', reason: '', on: '2026-02-31' },
        { firstId: '62', secondId: '64', verdict: 'refuses', reason: '', on: '9999-99-99' },
      ],
    };
    const read = rackFile('rack.json', file);
    if (read.kind !== 'rack') expect.fail();
    expect(read.file.markers.map(({ id }) => id)).toEqual(['62', '64']);
    expect(read.file.lines).toHaveLength(1);
    expect(read.file.pairNotes, 'days that no calendar has').toHaveLength(1);
    expect(read.aside).toHaveLength(6);
    expect(read.aside.join(' ')).toMatch(/The marker 63: state cannot be read.*The marker number 5/);
    expect(() => rackFile('rack.json', { format: 'aquachrome-rack', version: 2 })).toThrow(/not a rack saved/);
    expect(() => rackFile('rack.json', { ...file, version: 99 })).toThrow(/newer Aquachrome/);
  });
});

describe('recipes from outside', () => {
  it('keep their sound elements; ladders of no or of seven markers are set aside in words', () => {
    const good = madeUpRecipeElement('Hat', 2);
    const { recipe: read, aside } = readRecipe(
      bytes(madeUpRecipe([good, madeUpRecipeElement('Coat', 0), madeUpRecipeElement('Boots', 7), { name: 'Scarf' }, null])),
    );
    expect(read.elements.map(({ name }) => name)).toEqual(['Hat']);
    expect(aside).toEqual([
      'Coat: a ladder of 0 markers; one to six make one.',
      'Boots: a ladder of 7 markers; one to six make one.',
      'Scarf: it cannot be read.',
      'Element 5: it cannot be read.',
    ]);
    expect(() => readRecipe(bytes(madeUpRecipe(Array(2_001).fill(good))))).toThrow(/2,001 elements; 2,000 fit/);
    for (const odd of ['[]', 'null', '{"format":"aquachrome-recipe","version":2}', `[${'['.repeat(5_000)}`])
      expect(() => readRecipe(bytes(odd)), odd.slice(0, 20)).toThrow(/not a recipe|not valid JSON/);
  });

  it('of today come back as they went, and say in words what they are not: newer, older, empty, of 50 MB, not whole', () => {
    const scarf = madeUpWrittenElement('Scarf', [90, 60, 30]);
    const file = recipeFile(madeUpWritten([scarf]));
    expect(readRecipe(bytes(file))).toEqual({ recipe: file.recipe, aside: [] });
    // What it says beyond our schema is kept beside it, and goes out with it again.
    const more = { ...file, madeWith: 'another', recipe: { ...file.recipe, mood: 1, elements: [{ ...scarf, glitter: true }] } };
    const { recipe, unknown } = readRecipe(bytes(more));
    expect(recipe).toEqual(file.recipe);
    expect(JSON.parse(recipeAsText(recipe, 'json', 'T', unknown))).toEqual(JSON.parse(JSON.stringify(more)));
    expect(readRecipe(bytes({ ...file, recipe: { ...file.recipe, elements: [scarf, { ...scarf, ladder: [] }, 7] } })).aside).toEqual([
      'Scarf: a ladder of 0 markers; one to six make one.',
      'Element 3: it cannot be read.',
    ]);
    for (const [odd, words] of [
      [{ ...file, version: 4 }, /newer Aquachrome/],
      [{ ...file, version: 1 }, /too old/],
      ['', /is empty/],
      [{ ...file, recipe: { ...file.recipe, markers: 'none' } }, /not a recipe saved/],
      [{ ...file, format: 'aquachrome-rack' }, /not a recipe saved/],
    ] as const)
      expect(() => readRecipe(bytes(odd))).toThrow(words);
    expect(() => readRecipe(new Uint8Array(50 * 1024 * 1024))).toThrow(/larger than 16 MB/);
  });

  it('of version 2 keep their ladders with their colours, their marks, and what school they were of', () => {
    const { recipe: read } = readRecipe(bytes(madeUpRecipe([madeUpRecipeElement('Hat', 2)])));
    expect(read).toMatchObject({ make: 'Made up', school: { name: 'Wet base, then dark to light' }, engine: { recipe: 0 } });
    expect(read.markers.map(({ code, lab, source }) => [code, lab?.L, source])).toEqual([
      ['Hat-0', 92, 'measured'],
      ['Hat-1', 90.3, 'measured'],
    ]);
  });

  it('are translated with their progress; what cannot be is told of', () => {
    const rack = [90, 70, 50, 30].map((L, i) => ({
      id: `r${i}`,
      code: `r${i}`,
      lineId: 'own',
      owned: true,
      lab: { L, a: 0, b: 0 },
      isAssumed: false,
    }));
    const told: number[] = [];
    const [rung] = (madeUpRecipeElement('E3', 1) as { ladder: object[] }).ladder;
    const alike = { ...madeUpRecipeElement('E3', 0), ladder: [rung, rung] };
    const { recipe: read } = readRecipe(
      bytes(madeUpRecipe(Array.from({ length: 25 }, (_, i) => (i === 3 ? alike : madeUpRecipeElement(`E${i}`, 2))))),
    );
    const translated = translateRecipe({ ...read, lines: [line] }, rack as never, (share) => told.push(share));
    expect(translated.map(({ name }) => name)).toEqual(read.elements.map(({ name }) => name));
    expect(translated.filter(({ found }) => 'problem' in found).map(({ name }) => name)).toEqual(['E3']);
    expect(told).toEqual([0, 0.4, 0.8]);
  });
});
