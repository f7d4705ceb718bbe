import { describe, expect, it } from 'vitest';
import * as z from 'zod/mini';
import { type Extra, elementExtraSchema, pictureExtraSchema } from '#model/extra';
import { asFitsSchool, type School, schoolPartSchema, schoolSchema } from '#model/school';
import { goesWithSchema, noSupplies } from '#model/supplies';
import { pullList } from './pull-list';
import { noteLookup } from '#core/markers/pair-notes';
import { extraKinds, marksOfExtra, orderExtras } from './extras';
import { alcoholInk, goesWith, knownGoesWith, lastTaken, supplyNamed } from './goes-with';
import { mindsAtMarks } from './minds-at-marks';
import { schoolForElement } from './school-of-element';
import { newMake } from '#core/make/new-make';
import { areaMm2Of } from '#core/make/picture-lookup';
import { madeUpColoured, madeUpTable } from '../../../tests/made-up-make';
import { recipeOfPicture } from './recipe';
import { layMarks } from './lay-marks';
import { readySchools, schoolById, schoolOfColouring, schoolsToChoose } from './schools';

const byId = (id: string) => schoolById(id);

it("the schools that come with the program are rows of the form that a maker's own have", () => {
  expect(z.array(schoolSchema).parse(readySchools)).toEqual(readySchools);
  expect(schoolsToChoose().map(({ id }) => id)).toEqual([
    ...['wetBaseDarkToLight', 'palestDeepestMiddle', 'darkToLight', 'lightToDarkAndBack', 'stepwise'],
    ...['darkLightPair', 'highlightKeptWhite', 'featherFromCentre', 'midtoneBeforeShadow'],
  ]);
  // With hues by place they are the ten of the trade; the last row is for halos.
  expect(readySchools.map(({ ladders }) => ladders).slice(9)).toEqual(['byPlace', 'outside']);
});

/** First marks of each school on three markers, as practitioners tell them (common practice, no source). */
const onThree: Record<string, (number | null)[]> = {
  wetBaseDarkToLight: [0, 2, 1, 0],
  palestDeepestMiddle: [0, 2, 1],
  darkToLight: [2, 1, 0, 2, 1, 0],
  lightToDarkAndBack: [0, 1, 2, 1, 0],
  stepwise: [0, 1, 0, 2, 1],
  darkLightPair: [2, 1, 0, 2, 0],
  highlightKeptWhite: [1, 2, 1, 0],
  featherFromCentre: [0, 2, 1],
  midtoneBeforeShadow: [0, 1, 2, 1],
};

describe.each(schoolsToChoose().map(({ id }) => id))('school %s', (id) => {
  it.each([1, 2, 3, 4, 5, 6])('uses every one of %i rungs and ends blended', (rungs) => {
    const marks = layMarks(byId(id), rungs);
    expect(new Set(marks.map(({ rung }) => rung)).size).toBe(rungs);
    const last = marks.at(-1);
    if (rungs > 1) expect([last?.rung, last?.place.kind], 'the deepest alone is never the last').not.toEqual([rungs - 1, 'band']);
    for (const { place } of marks) if (place.kind !== 'allOver') expect(place.band).toBeLessThan(rungs);
  });

  it('lays three markers as it is told', () => {
    expect(layMarks(byId(id), 3).map(({ rung }) => rung)).toEqual(onThree[id]);
  });

  it.each([2, 3, 4])('a second coat on %i rungs is deeper, stops lower and leaves some bare; the wetting is not done again', (rungs) => {
    const two = layMarks(byId(id), rungs, { coats: 2, hasDarker: true });
    // What a school does a second time by itself, a second coat does in its stead.
    const first = layMarks({ marks: byId(id).marks.filter(({ isAgain }) => !isAgain) }, rungs);
    expect(two.slice(0, first.length)).toEqual(first);
    const second = two.slice(first.length);
    expect(second.length).toBeGreaterThan(0);
    expect(Math.min(...second.map(({ coat }) => coat))).toBeGreaterThan(1);
    for (const { rung, leaves } of second.slice(0, -1)) if (rung === 0) expect(leaves).toBe('someBare');
    expect(
      second.some(({ rung, leaves }) => rung === rungs && leaves === 'itsUpperEdge'),
      'the darker marker',
    ).toBe(true);
    expect(two.filter(({ purpose }) => purpose === 'wet the paper').length).toBeLessThanOrEqual(1);
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
});

it('what is too tiny gets one marker, once; until happy is a mark; what a step asks for that is not there is left out', () => {
  expect(layMarks(byId('wetBaseDarkToLight'), 3, { isTooTiny: true })).toMatchObject([{ rung: 1, stroke: 'solid', nib: 'fine' }]);
  expect(layMarks(byId('palestDeepestMiddle'), 3, { untilHappy: true }).at(-1)).toMatchObject({ isRepeat: true, rung: null });
  const [part] = byId('wetBaseDarkToLight').marks;
  if (!part) expect.fail();
  const asksForFourth = { marks: [part, { ...part, rung: 'fourth' as const, place: 'ownBand' as const }] };
  expect(layMarks(asksForFourth, 3).map(({ rung }) => rung)).toEqual([0]);
  expect(layMarks(asksForFourth, 4).map(({ rung }) => rung)).toEqual([0, 3, 0]);
  expect(layMarks({ marks: [{ ...part, rung: 'fifth' }] }, 2).length, 'nothing of it is left: all is laid in turn').toBeGreaterThan(0);
});

it('the deepest may be the last where it is put back on purpose (common practice, no source)', () => {
  const { marks } = byId('palestDeepestMiddle');
  const deepest = { ...marks[1]!, purpose: 'put back the depth that blending took' };
  expect(layMarks({ marks: [...marks, { ...deepest, putsBack: true }] }, 3).at(-1)).toMatchObject({ rung: 2, purpose: deepest.purpose });
  expect(layMarks({ marks: [...marks, deepest] }, 3).at(-1)).toMatchObject({ rung: 0, place: { kind: 'allOver' } });
});

it('the second coat of a wet base leaves some of the first bare (common practice, no source)', () => {
  const second = layMarks(byId('wetBaseDarkToLight'), 3, { coats: 2 }).slice(4);
  expect(second.map(({ rung, leaves }) => [rung, leaves])).toEqual([
    [2, 'itsUpperEdge'],
    [1, undefined],
    [0, 'someBare'],
  ]);
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
  const school = { marks: [part, { ...part, nib: 'brush' as const }] };
  expect(layMarks(school, 2, { nib: 'fine' }).map(({ nib }) => nib)).toEqual(['fine', 'brush']);
});

describe('the school of an element', () => {
  const ladder = { rungs: ['a', 'b', 'c'].map((code) => ({ markerId: code, code })) };
  const bare = { id: 'e', name: 'e', regionIds: ['r1'], ladder };
  const make = { school: 'wetBaseDarkToLight' };
  const labs = [80, 60, 40].map((L) => ({ L, a: 0, b: 0 }));
  const of = (element: object, ofAll: School | null, more: object = {}) =>
    schoolForElement({ ...bare, ...element }, { make: {}, ofAll, areaMm2: 400, largestMm2: 400, labs, isTooTiny: false, ...more });

  it('is the one that was chosen for it, else that of its colouring, else that of the make, else what suits it; one that is gone is told', () => {
    const own = schoolOfColouring(make, { school: 'palestDeepestMiddle' });
    expect([schoolOfColouring(make, {})?.id, own?.id]).toEqual(['wetBaseDarkToLight', 'palestDeepestMiddle']);
    expect(schoolOfColouring({ school: asFitsSchool }, {})).toBeNull();
    expect(of({}, own).school.id).toBe('palestDeepestMiddle');
    expect(of({ school: 'wetBaseDarkToLight' }, own)).toMatchObject({ school: { id: 'wetBaseDarkToLight' }, isGone: false });
    expect(of({ school: 'gone' }, own)).toMatchObject({ school: { id: 'palestDeepestMiddle' }, isGone: true });
    expect(of({ ladder: { ...ladder, order: 'place' }, school: 'wetBaseDarkToLight' }, own).school.id).toBe('huesByPlace');
    expect(of({ kind: 'petal' }, null)).toMatchObject({
      school: { id: 'featherFromCentre' },
      recommended: { school: 'featherFromCentre' },
    });
  });

  it('is recommended from what it is, with a reason (common practice, no source)', () => {
    const told = (element: object, more: object = {}) => {
      const { recommended } = of(element, null, more);
      return recommended && `${recommended.school}: ${recommended.reason}`;
    };
    const yellowBrown = [
      { L: 90, a: 0, b: 60 },
      { L: 80, a: 5, b: 70 },
      { L: 40, a: 30, b: 15 },
    ];
    expect(told({}, { areaMm2: 2000 })).toMatch(/^wetBaseDarkToLight: 20.0 cm² dry quickly/);
    expect(told({}, { areaMm2: 100 })).toMatch(/^darkToLight: 1.0 cm²/);
    expect(told({}, { labs: labs.slice(1) })).toBe('darkLightPair: two markers');
    expect(told({}, { labs: yellowBrown })).toMatch(/^midtoneBeforeShadow: .*another hue/);
    expect(told({ kind: 'skin' })).toMatch(/^lightToDarkAndBack/);
    expect(told({ light: { highlight: 0.3 } })).toMatch(/^highlightKeptWhite: .*white/);
    expect(told({ regionIds: ['r1', 'r2', 'r3', 'r4', 'r5', 'r6'] }, { areaMm2: 300, largestMm2: 60 })).toBe('stepwise: 6 small areas');
    expect(told({}, { isTooTiny: true })).toBeNull();
    const usually = madeUpColoured({
      elements: ['x', 'y', 'z'].map((id) => ({ id, name: id, regionIds: [], kind: 'fur' as const, school: 'darkToLight' })),
    });
    const colourings = [{ ...usually.colouring, treatments: ['x', 'y'].map((id) => ({ id, school: 'darkToLight' })) }];
    expect(told({ kind: 'fur' }, { make: { pictures: [{ ...usually, colourings }] } })).toBe('darkToLight: you mostly take it for fur');
  });
});

describe('extras', () => {
  it('are rows whose marks are parts of schools, and stand in an order in which what must be dry comes first', () => {
    for (const { marks } of extraKinds)
      expect(z.array(schoolPartSchema).safeParse(marks.map(({ driesS: _, ...part }) => part)).success).toBe(true);
    expect([...elementExtraSchema.options, ...pictureExtraSchema.options].sort()).toEqual(extraKinds.map(({ id }) => id).sort());
    const names = (wanted: Extra[]) => orderExtras(wanted).kinds.map(({ id }) => id);
    expect(names(['hardHighlight', 'softHighlight', 'dots', 'gloss'])).toEqual(['dots', 'softHighlight', 'hardHighlight', 'gloss']);
    const all = names(elementExtraSchema.options.slice());
    for (const { id, after } of extraKinds)
      for (const one of after) if (all.includes(id)) expect(all.indexOf(one)).toBeLessThan(all.indexOf(id));
  });

  it('texture dots want 30 to 60 s of drying, the two darkest, and the palest pushing some back (common practice, no source)', () => {
    const dots = extraKinds.find(({ id }) => id === 'dots');
    if (!dots) expect.fail();
    expect(marksOfExtra(dots, 4).map(({ rung, stroke, driesS }) => [rung, stroke, driesS])).toEqual([
      [3, 'dots', [30, 60]],
      [2, 'dots', undefined],
      [0, 'dots', undefined],
    ]);
    expect(marksOfExtra(dots, 1)).toHaveLength(1);
  });

  it('of which each waits for the other: the round is told, and they stand as they always do', () => {
    const round = orderExtras(['softHighlight', 'hardHighlight'], [{ one: 'white gel pen', other: 'White pencil' }]);
    expect(round.cycle?.sort()).toEqual(['White gel pen', 'White pencil']);
    expect(round.kinds.map(({ id }) => id)).toEqual(['softHighlight', 'hardHighlight']);
    const turned = orderExtras(['dots', 'stripes'], [{ one: 'Freehand stripes', other: 'Texture dots' }]);
    expect([turned.cycle, turned.kinds.map(({ id }) => id)]).toEqual([null, ['stripes', 'dots']]);
  });
});

describe('what goes with what', () => {
  it('is known by name, by sort, and else has to be tested; the maker’s own words go before ours', () => {
    const ink = { name: alcoholInk };
    expect(goesWith({ name: 'Snow', sort: 'marker card' }, ink).verdict).toBe('goes well');
    expect(goesWith(ink, { name: 'X', sort: 'solvent ink' }).verdict).toBe('not');
    expect(goesWith({ name: 'Snow' }, ink).words).toMatch(/test it on a scrap/);
    const own = [{ id: 'o', one: 'alcohol ink', other: 'snow', verdict: 'not' as const, words: 'Bleeds.' }];
    expect(goesWith({ name: 'Snow', sort: 'marker card' }, ink, own).words).toBe('Bleeds.');
    expect(z.array(goesWithSchema).parse(knownGoesWith)).toHaveLength(knownGoesWith.length);
  });

  it('the last one taken is found, and a name that is not there any more stays a name', () => {
    const supplies = [
      { id: 'a', kind: 'paper' as const, name: 'Snow', takenTurn: 3 },
      { id: 'b', kind: 'paper' as const, name: 'Oat', takenTurn: 5 },
      { id: 'c', kind: 'line ink' as const, name: 'Night', takenTurn: 9 },
    ];
    expect(lastTaken('paper', supplies)?.name).toBe('Oat');
    expect(lastTaken('gloss', supplies)).toBeUndefined();
    expect(supplyNamed('paper', 'snow', supplies)).toMatchObject({ name: 'Snow', isThere: true });
    expect(supplyNamed('paper', 'Gone', supplies)).toEqual({ name: 'Gone', isThere: false });
  });
});

it('what to mind is said at the mark where it matters, once, with what helps', () => {
  const rack = [
    { id: 'a', code: 'A', owned: true, lab: { L: 90, a: 0, b: 0 } },
    { id: 'b', code: 'B', owned: true, lab: { L: 50, a: 0, b: 0 }, state: 'leaking' as const },
    { id: 'c', code: 'C', owned: true, lab: { L: 40, a: 0, b: 0 } },
  ];
  const note = { firstId: 'b', secondId: 'c', verdict: 'refuses' as const, reason: '' as const, on: '2026-01-01' };
  const marks = layMarks(byId('wetBaseDarkToLight'), 3);
  const minds = mindsAtMarks(marks, rack, noteLookup([note]));
  // Palest, deepest, middle, palest: the middle meets the deepest before it, and the palest the middle.
  expect(minds[0]).toEqual([]);
  expect(minds[1]).toEqual([]);
  expect(minds[2]?.join(' ')).toMatch(/B is leaking: .*other cap.*B to C: you noted that they refuse to blend: touch tip to tip/);
  expect(minds[2]?.join(' ')).toMatch(/A to B: a wide step of 40 L\*: go tip to tip/);
  expect(mindsAtMarks(marks, [rack[0], undefined, rack[2]], noteLookup([]))[2]?.join()).toMatch(/no longer in the rack: take the nearest/);
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
  const { table } = madeUpTable(['r1', 'r2', 'r3'], 300);
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

  it('lays a ladder by place hue after hue, whatever the school of the make', () => {
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
  });

  it('writes coats, extras, what is too tiny, and what of a make its schools and markers no longer have', () => {
    const coats = { passes: 2 as const, darker: { markerId: 'dark2', code: 'DARK2' } };
    const coat = {
      ...element('coat', 'r1', 'gold1', 'gold2', 'dark1'),
      coats,
      extras: ['dots' as const, 'hardHighlight' as const],
      school: 'thrown away',
    };
    const one = madeUpColoured({ elements: [coat] });
    const [own] = recipeOfPicture(make, one, rack, table).elements;
    expect(own?.notes.join(' ')).toMatch(/no longer among yours/);
    expect(own?.darker).toEqual(coats.darker);
    const second = own?.marks.filter(({ markerId }) => markerId === 'dark2') ?? [];
    expect(second.map(({ where, purpose }) => `${where}: ${purpose}`)).toEqual([
      'on the shadow, not as far up: deeper, and not as far up as the coat before',
    ]);
    const texts = own?.marks.map(({ code, where, how, purpose }) => `${code} ${where}, ${how}: ${purpose}`) ?? [];
    expect(texts).toContain('GOLD1 all over, leaving some bare, light circles: blend, and leave some of the first coat bare');
    expect(texts.find((text) => text.includes('dots'))).toMatch(/^DARK1 .*when it has dried 30 to 60 s: texture/);
    expect(texts.at(-1)).toMatch(/^white gel pen .*when it has dried 1 to 2 minutes/);
    expect(pullList({ elements: own ? [own] : [] }).map(({ code }) => code)).toEqual(['GOLD1', 'DARK1', 'GOLD2', 'DARK2']);
    const tiny = recipeOfPicture(make, one, rack, madeUpTable(['r1'], 5).table).elements[0];
    expect([tiny?.notes[0], tiny?.marks[0]?.code, tiny?.marks[0]?.how]).toEqual([
      'Too tiny to blend: one marker of its ladder, once.',
      'GOLD2',
      'solid',
    ]);
    expect(own?.marks.map(({ reach }) => reach).slice(0, 4)).toEqual(['', '', 'into the place beside it', 'second coat']);
    const gone = recipeOfPicture(make, one, rack.slice(1), table).elements[0];
    expect(gone?.marks.flatMap(({ minds }) => minds).join(' ')).toMatch(/no longer in the rack: take the nearest/);
  });

  it('tells places by what is seen, ways of strokes too, and what an own school misses', () => {
    const [own] = readySchools;
    if (!own) expect.fail();
    const school = { ...own, id: 'mine', name: 'Mine', marks: own.marks.map((part) => ({ ...part, rung: 'fourth' as const })) };
    const part = { partMm2: 100, bandMm2: 20, part: null, side: 'left', isAlongEdge: true, shape: 'compact' } as const;
    const beside = [{ owner: 2, on: 'top' as const, isInFront: true }];
    const whereabouts = new Map([['coat', [[{ ...part, beside: [] }], [{ ...part, beside }]]]]);
    const ways = new Map([['coat', { isOutwards: true, ways: [[[0, 0] as const, [5, 5] as const]] }]]);
    const two = madeUpColoured({ elements: [element('coat', 'r1', 'gold1', 'dark1'), element('Scarf', 'r2')] });
    const recipe = recipeOfPicture({ school: 'featherFromCentre' }, two, rack, table, { seen: { whereabouts, ways } });
    expect(recipe.elements[0]?.marks.map(({ code, where, how }) => `${code} ${where}, ${how}`)).toEqual([
      'GOLD1 all over, solid',
      'DARK1 along the left edge and under the scarf, flicks that lift off from the centre out',
      'GOLD1 all over, light circles',
    ]);
    const bare = { whereabouts: new Map([['coat', [[{ ...part, beside: [] }], []]]]), ways };
    expect(recipeOfPicture({ school: 'featherFromCentre' }, two, rack, table, { seen: bare }).elements[0]?.marks[1]?.where).toMatch(
      /^a touch at the most/,
    );
    const byMine = recipeOfPicture({ school: 'mine' }, two, rack, table, { supplies: { ...noSupplies, schools: [school] } });
    expect(byMine.elements[0]?.notes[0]).toMatch(/“Mine” takes a fourth marker; its ladder has 2. That step is left out/);
    expect(byMine.elements[0]?.marks.length).toBeGreaterThan(0);
    expect(recipeOfPicture({ school: 'mine' }, two, rack, table).school, 'thrown away while a make uses it').toBe('wetBaseDarkToLight');
    expect(
      recipeOfPicture(make, { ...two, colouring: { ...two.colouring, extras: ['edgeMarker', 'outlineRepeats'] } }, rack).finish.map(
        ({ code }) => code,
      ),
    ).toEqual(['line pen', 'edge marker']);
  });

  it('keeps two markers of one code apart', () => {
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
  });
});
