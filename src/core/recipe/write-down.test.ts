import { describe, expect, it } from 'vitest';
import type { MarkerLine } from '#model/marker';
import { writtenRecipeSchema } from '#model/written-recipe';
import { readyRules } from '#core/markers/code-rule';
import { shownMarkers } from '#core/markers/assumed-colour';
import { writtenPlan } from '#core/plan/written';
import { colouredPicture } from '#core/make/coloured';
import { madeUpMake, madeUpPicture, madeUpTable } from '../../../tests/made-up-make';
import { compareRecipes } from './compare-recipes';
import { recipeFile } from './recipe-file';
import { titleOfRecipe } from './recipe-in-short';
import { writeDown } from './write-down';

const line: MarkerLine = { id: 'l1', name: 'Larkmere (invented)', rule: readyRules.plainNumber };
const rung = (id: string) => ({ markerId: id, code: id });
const scarf = { id: 'scarf', name: 'Red scarf', regionIds: ['r1'], ladder: { rungs: [rung('80'), rung('50'), rung('20')] } };
const halo = { id: 'halo', name: 'Halo', regionIds: [], outside: { kind: 'halo' as const, stepMm: 2 }, ladder: { rungs: [rung('80')] } };
const hat = { id: 'hat', name: 'Hat', regionIds: ['r2'] };
const { table } = madeUpTable(['r1', 'r2', 'r3'], 400);

function written(change: { lab80?: number; paper?: string } = {}) {
  const base = madeUpPicture({ elements: [scarf, halo, hat] });
  const picture = {
    ...base,
    colourings: base.colourings.map((own) => ({ ...own, paper: change.paper ?? 'Snowdrift', lineInk: 'Nightfall' })),
  };
  const make = { ...madeUpMake(picture), name: 'The make' };
  const coloured = colouredPicture(picture);
  const markers = ['80', '50', '20'].map((code) => ({ id: code, code, lineId: 'l1', family: 'f', depth: 100 - Number(code), owned: true }));
  const lab = (L: number) => ({ L, a: 30.123456, b: 10 });
  const readings = [
    {
      id: 'a',
      markerId: '80',
      paper: 'Snowdrift',
      coats: 1 as const,
      lab: lab(change.lab80 ?? 80),
      source: 'measured' as const,
      on: '2026-11-02',
      sheet: 's1',
    },
    { id: 'b', markerId: '80', paper: 'Snowdrift', coats: 2 as const, lab: lab(70), source: 'measured' as const, on: '2026-11-02' },
    { id: 'c', markerId: '20', coats: 1 as const, lab: lab(20), source: 'picked' as const },
  ];
  const shown = shownMarkers({ markers, readings }, 'Snowdrift');
  const recipe = writtenPlan(make, coloured, shown, table);
  return writeDown({ make, picture: coloured, recipe, rack: { lines: [line], markers: shown }, table, writtenOn: '2026-11-29' });
}

describe('a recipe written down', () => {
  const own = written();

  it('is what its schema says, says the same when it is read back, and is written the same each time', () => {
    const back = writtenRecipeSchema.parse(JSON.parse(JSON.stringify(own)));
    expect(back).toEqual(own);
    expect(written()).toEqual(own);
    expect(compareRecipes(own, back)).toEqual([]);
  });

  it('holds its markers as they are on that day: colour, where it came from, and which reading', () => {
    const [first, middle, deep] = own.markers;
    expect(first).toEqual({
      ...{ id: '80', code: '80', line: 'Larkmere (invented)', family: 'f', source: 'measured' },
      ...{ lab: { L: 80, a: 30.12, b: 10 }, twoCoats: { L: 70, a: 30.12, b: 10 } },
      reading: { paper: 'Snowdrift', on: '2026-11-02', sheet: 's1' },
    });
    expect(middle).toMatchObject({ source: 'assumed' });
    expect(middle).not.toHaveProperty('reading');
    expect(deep).toMatchObject({ source: 'picked', reading: {}, isPredicted: true });
    expect(deep?.twoCoats?.L).toBeLessThan(20);
  });

  it('names what has no ladder, areas that stay white, paper, ink and what wrote it', () => {
    expect(own).toMatchObject({
      make: 'The make',
      paper: 'Snowdrift',
      lineInk: 'Nightfall',
      withoutLadder: ['Hat'],
      engine: { recipe: 1 },
    });
    expect(own.elements.map(({ name }) => name)).toContain('Red scarf');
    const [first] = own.elements.filter(({ name }) => name === 'Red scarf');
    expect(first?.kind).toBe('sleeve');
    expect(first?.marks.length).toBeGreaterThan(2);
    expect(first?.ladder.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 3);
  });

  it('is called by its make and its picture, each name once, or as its maker calls it', () => {
    expect(titleOfRecipe({ recipe: { ...own, picture: { ...own.picture, name: 'Kite' } } }, {})).toBe('The make, Kite');
    expect(titleOfRecipe({ recipe: { ...own, picture: { ...own.picture, name: own.make } } }, {})).toBe('The make');
    expect(titleOfRecipe({ recipe: own }, { name: 'Spring' })).toBe('Spring');
  });

  it('cuts words that are longer than what is kept, so that a picture of very many parts is kept too', () => {
    const long = { ...own, elements: [] };
    expect(writtenRecipeSchema.safeParse(long).success).toBe(true);
    const base = madeUpPicture({ elements: [scarf] });
    const coloured = colouredPicture(base);
    const make = madeUpMake(base);
    const recipe = writtenPlan(make, coloured, [], table);
    const [first] = recipe.elements;
    if (!first) expect.fail();
    const wordy = { ...first, marks: first.marks.map((mark) => ({ ...mark, where: 'on the left one along its edge, '.repeat(200) })) };
    const down = writeDown({
      ...{ make, picture: coloured, table, writtenOn: '2026-11-29' },
      recipe: { ...recipe, elements: [wordy] },
      rack: { lines: [], markers: [] },
    });
    expect(writtenRecipeSchema.parse(down).elements[0]?.marks[0]?.where.length).toBeLessThanOrEqual(2000);
  });

  it('another reading or paper makes another one, and the comparison says so; the file leaves out what is only assumed', () => {
    const anew = written({ lab80: 86, paper: 'Oatfield' });
    expect(compareRecipes(own, anew).flatMap(({ words }) => words)).toEqual(
      expect.arrayContaining(['paper Snowdrift → Oatfield', expect.stringMatching(/^80 has another colour: it was read anew/)]),
    );
    const { recipe } = recipeFile(own);
    expect(recipe.markers.map(({ lab }) => lab !== undefined)).toEqual([true, false, true]);
    expect(recipe.markers.map(({ twoCoats }) => twoCoats !== undefined)).toEqual([true, false, false]);
    expect(recipe.elements).toEqual(own.elements);
  });
});
