import { describe, expect, it } from 'vitest';
import * as z from 'zod/mini';
import { schoolSchema } from '#model/school';
import { newMake } from '#core/make/new-make';
import { areaMm2Of } from '#core/make/picture-lookup';
import { madeUpColoured, madeUpTable } from '../../../tests/made-up-make';
import { recipeOfPicture } from './recipe';
import { recipeFile } from './recipe-file';
import { recipeFileSchema } from '#model/recipe-file';
import { layMarks } from './lay-marks';
import { readySchools, schoolById, schoolOfColouring, schoolOfElement, schoolsToChoose } from './schools';

const byId = (id: string) => schoolById(id);

it("the schools that come with the program are rows of the form that a maker's own have", () => {
  expect(z.array(schoolSchema).parse(readySchools)).toEqual(readySchools);
  expect(schoolsToChoose().map(({ id }) => id)).toEqual(['wetBaseDarkToLight', 'palestDeepestMiddle']);
});

describe.each(schoolsToChoose().map(({ id }) => id))('school %s', (id) => {
  it.each([1, 2, 3, 4, 5, 6])('uses every one of %i rungs, starts with the palest all over and sets the deepest next', (rungs) => {
    const marks = layMarks(byId(id), rungs);
    expect(new Set(marks.map(({ rung }) => rung)).size).toBe(rungs);
    expect(marks[0]).toMatchObject({ rung: 0, place: { kind: 'allOver' }, coat: 1, reaches: 'all', afterDry: false });
    if (rungs > 1) expect(marks[1]).toMatchObject({ rung: rungs - 1, place: { kind: 'band', band: rungs - 1 }, reaches: 'itsPlace' });
  });
});

it('wet base, then dark to light: each step lighter, the palest over all last (common practice, no source)', () => {
  expect(layMarks(byId('wetBaseDarkToLight'), 4).map(({ rung, coat }) => [rung, coat])).toEqual([
    [0, 1],
    [3, 1],
    [2, 1],
    [1, 1],
    [0, 2],
  ]);
  expect(layMarks(byId('palestDeepestMiddle'), 3).map(({ rung }) => rung)).toEqual([0, 2, 1]);
});

it('hues laid over each other: each in its place in turn, the last one over all unites them (common practice, no source)', () => {
  expect(layMarks(byId('huesByPlace'), 3).map(({ rung, place }) => [rung, place.kind])).toEqual([
    [0, 'band'],
    [1, 'band'],
    [2, 'band'],
    [2, 'allOver'],
  ]);
});

it('a mark takes the nib that the narrowest place asks for, where its part does not say', () => {
  const [part] = byId('wetBaseDarkToLight').marks;
  if (!part) expect.fail();
  const school = { marks: [part, { ...part, nib: 'brush' as const }], oneMarker: [part] };
  expect(layMarks(school, 2, 'fine').map(({ nib }) => nib)).toEqual(['fine', 'brush']);
});

it('an element has the school that was chosen for it, else that of its colouring, else that of the make; one that is no more falls away', () => {
  const ladder = { rungs: ['a', 'b'].map((code) => ({ markerId: code, code })) };
  const make = { school: 'wetBaseDarkToLight' };
  const own = schoolOfColouring(make, { school: 'palestDeepestMiddle' });
  expect([schoolOfColouring(make, {}).id, own.id]).toEqual(['wetBaseDarkToLight', 'palestDeepestMiddle']);
  expect(schoolOfElement({ ladder }, own).id).toBe('palestDeepestMiddle');
  expect(schoolOfElement({ ladder, school: 'wetBaseDarkToLight' }, own).id).toBe('wetBaseDarkToLight');
  expect(schoolOfElement({ ladder, school: 'gone' }, own).id).toBe('palestDeepestMiddle');
  expect(schoolOfElement({ ladder: { ...ladder, order: 'place' }, school: 'wetBaseDarkToLight' }, own).id).toBe('huesByPlace');
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
  const picture = madeUpColoured({ elements });
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
    const file = recipeFileSchema.parse(
      JSON.parse(JSON.stringify(recipeFile({ ...make, pictures: [both] }, both, recipeOfPicture(make, both, [], table), []))),
    );
    expect(Object.fromEntries(file.elements.map(({ name, order }) => [name, order]))).toEqual({ petal: 'place', scarf: undefined });
  });

  it('keeps two markers of one code apart, and writes only colours that say where they come from', () => {
    const twins = [
      { ...marker('dark1', 50), code: 'TWIN', lineId: 'l1', colourSource: 'measured' as const },
      { ...marker('dark2', 30), code: 'TWIN', lineId: 'l2' },
    ];
    const coat = { ...element('coat', 'r1', 'dark1', 'dark2'), ladder: { rungs: twins.map(({ id, code }) => ({ markerId: id, code })) } };
    const one = madeUpColoured({ elements: [coat] });
    expect(recipeOfPicture(make, one, twins).markers).toEqual([
      { markerId: 'dark1', code: 'TWIN' },
      { markerId: 'dark2', code: 'TWIN' },
    ]);
    const [measured, assumed] =
      recipeFile({ ...make, pictures: [one] }, one, recipeOfPicture(make, one, twins, table), twins).elements[0]?.ladder ?? [];
    expect(measured).toMatchObject({ markerId: 'dark1', colour: { lab: { L: 50 }, source: 'measured' } });
    expect(assumed).not.toHaveProperty('colour');
  });
});
