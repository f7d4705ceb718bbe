import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { findRecipesSchema, recipeNotesChangeSchema } from '#model/api/recipes';
import type { KeptRecipe } from '#model/kept-recipe';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { keepBlob } from '#server/store/blobs';
import { checkWhole } from '#server/store/check-whole';
import { createMake, deleteMake } from '#server/store/makes';
import { changeRack } from '#server/store/rack';
import { findRecipes, termsThatBegin } from '#server/store/recipe-finds';
import { changeNotes, keepRecipe, readRecipe, throwRecipeAway } from '#server/store/recipes';
import { sweep } from '#server/store/sweep';
import { madeUpWritten, madeUpWrittenElement } from '../made-up-recipe';
import { freshDatabase, testClusterUrl } from './cluster';

let database: Database;
let look: string;
const fur = madeUpWrittenElement('White fur', [97, 70], { kind: 'fur', school: 'Feathered from the centre' });
const scarf = madeUpWrittenElement('Scarf', [88, 62, 36]);
const kept = (recipe: KeptRecipe['recipe'], colouringId = 'c1'): Omit<KeptRecipe, 'number'> => ({
  recipe,
  pictures: { look: { sha256: look, widthPx: 10, heightPx: 10 } },
  of: { pictureId: 'p1', colouringId },
});
const badger = madeUpWritten(
  [fur, scarf],
  { line: 'Larkmere', family: 'clay' },
  { make: 'Badger', paper: 'Snowdrift card', writtenOn: '2026-11-01' },
);
const make = { id: 'badger', name: 'Badger' };
/** A row as it lies in the table, letter by letter. */
const letters = async (id: string) => {
  const [rows] = await database.sequelize.query('SELECT document::text AS document FROM kept_recipes WHERE id = $1', { bind: [id] });
  return (rows as { document: string }[])[0]?.document;
};
const ids = async (asked: object) => (await findRecipes(database, findRecipesSchema.parse(asked))).recipes.map(({ id }) => id).sort();

beforeAll(async () => {
  database = openDatabase(await freshDatabase(testClusterUrl()));
  await migrate(database.sequelize);
  look = await keepBlob(database, 'application/octet-stream', Buffer.from('ffd8ff00', 'hex'));
  await createMake(database, make);
  await keepRecipe(database, { id: 'v1', make, kept: kept(badger) });
});
afterAll(async () => {
  await database.sequelize.close();
});

describe('recipes that are kept', () => {
  it('are numbered by their colouring, each once however often it is sent, at once too', async () => {
    expect(await keepRecipe(database, { id: 'v1', make, kept: kept(badger) })).toBe(1);
    const two = { ...badger, paper: 'Oatfield' };
    const both = await Promise.all(['v2', 'v3'].map((id) => keepRecipe(database, { id, make, kept: kept(two) })));
    expect(both.sort()).toEqual([2, 3]);
    expect(await keepRecipe(database, { id: 'w1', make, kept: kept(badger, 'c2') })).toBe(1);
    await expect(keepRecipe(database, { id: 'v1', make, kept: kept(two) })).rejects.toMatchObject({ status: 409 });
    const unknown = { fields: { mood: 'quiet' } };
    await keepRecipe(database, { id: 'with-more', kept: kept(two, 'c9'), unknown });
    expect((await readRecipe(database, 'with-more')).unknown).toEqual(unknown);
    expect((await readRecipe(database, 'v1')).unknown).toBeUndefined();
    await throwRecipeAway(database, 'with-more');
    const { versions } = await readRecipe(database, 'v3');
    expect(versions.map(({ number }) => number)).toEqual([1, 2, 3]);
  });

  it('are refused whole where they are none or name pictures that were not sent', async () => {
    const none = { ...kept(badger), pictures: { look: { sha256: 'e'.repeat(64), widthPx: 1, heightPx: 1 } } };
    await expect(keepRecipe(database, { id: 'x', make, kept: none })).rejects.toMatchObject({ status: 422 });
    await expect(
      keepRecipe(database, { id: 'x', make, kept: { ...kept(badger), recipe: { ...badger, elements: 7 } } as never }),
    ).rejects.toThrow();
    await expect(readRecipe(database, 'x')).rejects.toMatchObject({ status: 404 });
    await expect(changeNotes(database, 'v1', { photo: 'e'.repeat(64) })).rejects.toMatchObject({ status: 422 });
  });

  it('have notes beside them that change, and wishes that show at the next version', async () => {
    await changeNotes(database, 'v1', { name: 'Spring badger', tags: ['gift', 'spring'], nextTime: ['scarf a rung darker'] });
    await changeNotes(database, 'v1', { isFavourite: true, tags: null, doneOn: '2026-11-02' });
    const { notes } = await readRecipe(database, 'v1');
    expect(notes).toEqual({ name: 'Spring badger', nextTime: ['scarf a rung darker'], isFavourite: true, doneOn: '2026-11-02' });
    expect((await readRecipe(database, 'v2')).versions[0]).toMatchObject({ number: 1, nextTime: ['scarf a rung darker'] });
    // Two at once: none is lost.
    await Promise.all([changeNotes(database, 'v1', { note: 'on the white card' }), changeNotes(database, 'v1', { tags: ['gift'] })]);
    expect((await readRecipe(database, 'v1')).notes).toMatchObject({ note: 'on the white card', tags: ['gift'], name: 'Spring badger' });
    expect(recipeNotesChangeSchema.safeParse({ doneOn: '2026-02-31' }).success).toBe(false);
  });

  it('stay letter by letter what they were: markers read anew, renamed and gone, another default, their make gone', async () => {
    const { demoRack } = await import('#demo/marker-lines');
    const rack = demoRack();
    const [line] = rack.lines;
    if (!line) expect.fail();
    const own = { id: scarf.ladder[0]?.markerId ?? '', lineId: line.id, code: '88', owned: true };
    await changeRack(database, { lines: [line], markers: [own] });
    const before = await letters('v2');
    const printedBefore = await printedAs('v2');
    await changeRack(database, { readings: [{ id: 'r9', markerId: own.id, coats: 1, lab: { L: 12, a: 0, b: 0 }, source: 'measured' }] });
    await changeRack(database, { markers: [{ ...own, code: 'RENAMED' }] });
    await changeRack(database, { removeMarkers: [own.id] });
    await deleteMake(database, make.id, 'keep');
    // How inks add up is reckoned otherwise from here on.
    vi.resetModules();
    vi.doMock('#core/colour/predict-ink', () => ({ predictInk: () => ({ L: 1, a: 0, b: 0 }) }));
    const { layerCoats } = await import('#core/colour/coats');
    expect(layerCoats({ L: 80, a: 0, b: 0 }, 2), 'the default is another one').toEqual({ L: 1, a: 0, b: 0 });
    expect(await letters('v2')).toBe(before);
    expect(await printedAs('v2')).toEqual(printedBefore);
    vi.doUnmock('#core/colour/predict-ink');
    vi.resetModules();
    expect(await readRecipe(database, 'v2')).toMatchObject({ makeName: 'Badger', isMakeThere: false, kept: { number: 2 } });
    await expect(database.sequelize.query(`UPDATE kept_recipes SET document = '{}' WHERE id = 'v2'`)).rejects.toThrow(/never changed/);
  });
});

/** A recipe as it is printed, by modules as they are now. */
async function printedAs(id: string): Promise<string> {
  const { recipePdf } = await import('#server/formats/recipe-sheet/recipe-sheet');
  const { kept: own } = await readRecipe(database, id);
  const markers = own.recipe.markers.map((marker) => ({ ...marker, twoCoats: { L: 40, a: 10, b: 10 } }));
  const pdf = await recipePdf({ recipe: { ...own.recipe, markers }, title: 'T' }, { paper: 'A5', sheet: 'desk' });
  return Buffer.from(pdf).toString('base64');
}

describe('recipes found again', () => {
  beforeAll(async () => {
    const hare = madeUpWritten(
      [madeUpWrittenElement('Paws', [95, 60], { kind: 'fur' }), madeUpWrittenElement('Face', [90], { kind: 'skin' })],
      {
        line: 'Quayside',
        family: 'gold',
        lab: { L: 60, a: -40, b: 30 },
      },
      { make: 'Hare', paper: 'Oatfield kraft' },
    );
    await keepRecipe(database, { id: 'file', kept: { recipe: hare, pictures: {} }, notes: { tags: ['from Ines'] } });
  });

  it.each([
    ['a code, however it is spelt', { terms: [{ kind: 'code', term: 'scarf-62' }] }, ['v1', 'v2', 'v3', 'w1']],
    ['a family of its line', { terms: [{ kind: 'family', term: 'gold of Quayside' }] }, ['file']],
    ['a word of an element, in the singular', { terms: [{ kind: 'element', term: 'paw' }] }, ['file']],
    ['what an element is made of', { terms: [{ kind: 'element', term: 'fur' }] }, ['file', 'v1', 'v2', 'v3', 'w1']],
    ['its paper', { terms: [{ kind: 'paper', term: 'oatfield kraft' }] }, ['file']],
    ['a school of an element', { terms: [{ kind: 'school', term: 'Feathered from the centre' }] }, ['v1', 'v2', 'v3', 'w1']],
    ['a tag', { terms: [{ kind: 'tag', term: 'From Ines' }] }, ['file']],
    ['a word of a note, begun', { words: 'the white ca' }, ['v1']],
    ['the name of a make that is gone', { words: 'badger' }, ['v1', 'v2', 'v3', 'w1']],
    ['a colour near this one', { near: { L: 61, a: -39, b: 31 } }, ['file']],
    ['what is a favourite', { onlyFavourites: true }, ['v1']],
    [
      'two things at once',
      {
        terms: [
          { kind: 'element', term: 'fur' },
          { kind: 'element', term: 'skin' },
        ],
      },
      ['file'],
    ],
    ['nothing that it does not hold', { terms: [{ kind: 'element', term: 'fur' }], words: 'dragon' }, []],
  ] as const)('by %s', async (_, asked, found) => {
    expect(await ids(asked)).toEqual([...found]);
  });

  it('signs that mean something to a search are looked for as they are, and harm nothing', async () => {
    for (const words of ["'); DROP TABLE kept_recipes; --", '%', 'a & | ! :*', '\\', '🦊']) await ids({ words });
    expect((await termsThatBegin(database, '%')).terms).toEqual([]);
    expect((await findRecipes(database, {})).total).toBe(5);
  });

  it('what begins so is offered with what it is, and how often', async () => {
    const { terms } = await termsThatBegin(database, 'Fu');
    expect(terms).toEqual([{ kind: 'element', term: 'fur', shown: 'fur', count: 5 }]);
    const { terms: ofCode } = await termsThatBegin(database, 'scarf 6');
    expect(ofCode).toContainEqual({ kind: 'code', term: 'SCARF62', shown: 'SCARF 62', count: 4 });
  });

  it('all of it is made anew from what is kept: after a restore', async () => {
    await database.sequelize.query('DELETE FROM recipe_finds');
    await database.sequelize.query('DELETE FROM recipe_terms');
    expect((await findRecipes(database, { most: 20 })).unreadable, 'none is silently missing').toHaveLength(5);
    await checkWhole(database);
    expect(await ids({ terms: [{ kind: 'tag', term: 'gift' }] })).toEqual(['v1']);
    expect((await readRecipe(database, 'v3')).versions).toHaveLength(3);
  });
});

describe('what a kept recipe needs', () => {
  it('is spared by the sweep as long as it is kept; thrown away, it goes with what finds it', async () => {
    const photo = await keepBlob(database, 'application/octet-stream', Buffer.from('ffd8ff01', 'hex'));
    await changeNotes(database, 'v1', { photo });
    const stray = await keepBlob(database, 'application/octet-stream', Buffer.from('stray'));
    await database.sequelize.query("UPDATE blobs SET created_at = now() - interval '40 days'");
    await sweep(database);
    const left = (await database.blobs.findAll({ attributes: ['sha256'] })).map(({ sha256 }) => sha256);
    expect(left).toEqual(expect.arrayContaining([look, photo]));
    expect(left).not.toContain(stray);
    await throwRecipeAway(database, 'v1');
    await throwRecipeAway(database, 'v1');
    await expect(readRecipe(database, 'v1')).rejects.toMatchObject({ status: 404 });
    expect(await ids({ words: 'Spring' })).toEqual([]);
    expect(
      (await readRecipe(database, 'v3')).versions.map(({ number }) => number),
      'numbers stay',
    ).toEqual([2, 3]);
  });

  it('missing from a backup is told of', async () => {
    await database.sequelize.query('DELETE FROM blobs WHERE sha256 = $1', { bind: [look] });
    await expect(checkWhole(database)).rejects.toThrow('Pictures of the recipes are missing');
  });
});
