import { describe, expect, it } from 'vitest';
import { schoolIdSchema } from '#model/school';
import { newMake } from '#core/make/new-make';
import { areaMm2Of } from '#core/make/picture-lookup';
import { madeUpPicture, madeUpTable } from '../../../tests/made-up-make';
import { recipeOfPicture } from './recipe';
import { recipeFile } from './recipe-file';
import { recipeFileSchema } from '#model/recipe-file';
import { schools, stepsByPlace, stepsOf } from './schools';

describe.each(schoolIdSchema.options)('school %s', (id) => {
  it.each([1, 2, 3, 4, 5, 6])('uses every one of %i rungs, starts with the palest all over and sets the deepest next', (rungs) => {
    const steps = stepsOf(schools[id], rungs);
    expect(new Set(steps.map(({ rung }) => rung)).size).toBe(rungs);
    expect(steps[0]).toMatchObject({ rung: 0, place: { kind: 'allOver' } });
    if (rungs > 1) expect(steps[1]).toMatchObject({ rung: rungs - 1, place: { kind: 'band', band: rungs - 1 } });
  });
});

it('wet base, then dark to light: each step lighter, the palest over all last (common practice, no source)', () => {
  expect(stepsOf(schools.wetBaseDarkToLight, 4).map(({ rung }) => rung)).toEqual([0, 3, 2, 1, 0]);
  expect(stepsOf(schools.palestDeepestMiddle, 3).map(({ rung }) => rung)).toEqual([0, 2, 1]);
});

it('hues laid over each other: each in its place in turn, the last one over all unites them (common practice, no source)', () => {
  expect(stepsByPlace(3).map(({ rung, place }) => [rung, place.kind])).toEqual([
    [0, 'band'],
    [1, 'band'],
    [2, 'band'],
    [2, 'allOver'],
  ]);
});

describe('recipe of a picture', () => {
  const marker = (id: string, L: number, b = 0) => ({ id, code: id.toUpperCase(), lab: { L, a: 0, b }, owned: true });
  const element = (id: string, region: string, ...markerIds: string[]) => ({
    id,
    name: id,
    regionIds: [region],
    ...(markerIds.length > 0 ? { ladder: { rungs: markerIds.map((markerId) => ({ markerId, code: markerId.toUpperCase() })) } } : {}),
  });
  const elements = [element('coat', 'r1', 'dark1', 'dark2'), element('scarf', 'r2', 'gold1', 'gold2'), element('boot', 'r3')];
  const { table } = madeUpTable(['r1', 'r2', 'r3']);
  const picture = madeUpPicture({ elements });
  const make = newMake({ id: 'm', name: 'm' });
  const rack = [marker('dark1', 50), marker('dark2', 30), marker('gold1', 90, 60), marker('gold2', 70, 60)];
  const recipe = recipeOfPicture(make, picture, rack, table);

  it('colours the light before the dark, numbers the marks through and says what has no ladder', () => {
    expect(recipe.elements.map(({ name }) => name)).toEqual(['scarf', 'coat']);
    expect(recipe.elements.flatMap(({ marks }) => marks.map(({ number }) => number))).toEqual([1, 2, 3, 4, 5, 6]);
    expect(recipe.withoutLadder).toEqual([{ elementId: 'boot', name: 'boot' }]);
    expect(recipe.markers.map(({ code }) => code)).toEqual(['DARK1', 'DARK2', 'GOLD1', 'GOLD2']);
  });

  it('gives each marker its role, share and area', () => {
    expect(recipe.elements[0]).toMatchObject({
      areaMm2: areaMm2Of({ regionIds: ['r2'] }, table),
      rungs: [
        { code: 'GOLD1', role: 'base' },
        { code: 'GOLD2', role: 'shadow' },
      ],
    });
    expect(recipe.elements[0]?.marks.map(({ code, role }) => `${code} ${role}`)).toEqual(['GOLD1 base', 'GOLD2 shadow', 'GOLD1 base']);
  });

  it('lays a ladder by place hue after hue, whatever the school of the make, and its file says so', () => {
    const petal = { ...element('petal', 'r1', 'gold1', 'dark2', 'gold2') };
    const byPlace = { ...petal, ladder: { rungs: petal.ladder?.rungs ?? [], order: 'place' as const } };
    const both = { ...picture, elements: [byPlace, element('scarf', 'r2', 'gold1', 'gold2')] };
    const [first, second] = recipeOfPicture(make, both, rack, table).elements.sort((one, other) => (one.name < other.name ? -1 : 1));
    expect(first).toMatchObject({ name: 'petal', ownSchool: 'Hues laid over each other' });
    expect(first?.marks.map(({ code, where, place }) => (place.kind === 'allOver' ? `${code} all over` : `${code} ${where}`))).toEqual([
      'GOLD1 along the edge',
      'DARK2 between edge and middle',
      'GOLD2 in the middle',
      'GOLD2 all over',
    ]);
    expect(second).not.toHaveProperty('ownSchool');
    const file = recipeFileSchema.parse(JSON.parse(JSON.stringify(recipeFile({ ...make, pictures: [both] }, both, [], table))));
    expect(Object.fromEntries(file.elements.map(({ name, order }) => [name, order]))).toEqual({ petal: 'place', scarf: undefined });
  });

  it('keeps two markers of one code apart, and writes only colours that say where they come from', () => {
    const twins = [
      { ...marker('dark1', 50), code: 'TWIN', lineId: 'l1', colourSource: 'measured' as const },
      { ...marker('dark2', 30), code: 'TWIN', lineId: 'l2' },
    ];
    const coat = { ...element('coat', 'r1', 'dark1', 'dark2'), ladder: { rungs: twins.map(({ id, code }) => ({ markerId: id, code })) } };
    const one = madeUpPicture({ elements: [coat] });
    expect(recipeOfPicture(make, one, twins).markers).toEqual([
      { markerId: 'dark1', code: 'TWIN' },
      { markerId: 'dark2', code: 'TWIN' },
    ]);
    const [measured, assumed] = recipeFile({ ...make, pictures: [one] }, one, twins, table).elements[0]?.ladder ?? [];
    expect(measured).toMatchObject({ markerId: 'dark1', colour: { lab: { L: 50 }, source: 'measured' } });
    expect(assumed).not.toHaveProperty('colour');
  });
});
