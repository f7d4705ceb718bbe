import Ajv2020 from 'ajv/dist/2020';
import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { KeptRecipe } from '#model/kept-recipe';
import type { Make } from '#model/make';
import { applyBatch } from '#server/store/apply-batch';
import { makeSchemaVersion } from '#model/make';
import { gather } from '#server/bundle/gather';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { keepBlob } from '#server/store/blobs';
import { checkWhole } from '#server/store/check-whole';
import { listMakes, readMake } from '#server/store/makes';
import { changeRack, readRack } from '#server/store/rack';
import { findRecipes } from '#server/store/recipe-finds';
import { keepRecipe, readRecipe } from '#server/store/recipes';
import { printKept } from '#server/store/recipe-sheets';
import { changeSupplies, readSupplies } from '#server/store/supplies';
import { madeUpWritten, madeUpWrittenElement } from '../made-up-recipe';
import { bundleOf, everythingIn, filesOf, lookedAt, taken } from './bundle-parts';
import { freshDatabase, testClusterUrl } from './cluster';
import { databaseWithDemo } from './prepared';

const pilotId = 'make-balloon-post-pilot';
const lanternId = 'make-balloon-post-lantern';
const opened: Database[] = [];
async function withDemo(): Promise<Database> {
  const database = openDatabase(await databaseWithDemo());
  opened.push(database);
  return database;
}
async function empty(): Promise<Database> {
  const database = openDatabase(await freshDatabase(testClusterUrl()));
  opened.push(database);
  await migrate(database.sequelize);
  return database;
}
const documentOf = async (database: Database, id: string): Promise<Make> => (await readMake(database, id)).document;

async function edited(database: Database, id: string, operations: object[]): Promise<void> {
  const { revision } = await readMake(database, id);
  await applyBatch(database, id, { schema: makeSchemaVersion, batchId: crypto.randomUUID(), baseRevision: revision, operations } as never);
}

let sender: Database;
let zip: Buffer;
beforeAll(async () => {
  sender = await withDemo();
  // A kept version with its look and a photo, and a paper and a school of the sender's own.
  const make = await documentOf(sender, pilotId);
  const picture = make.pictures[0] as Make['pictures'][number];
  const colouring = picture.colourings[0] as Make['pictures'][number]['colourings'][number];
  const jpeg = await sharp({ create: { width: 64, height: 80, channels: 3, background: '#fa8' } })
    .jpeg()
    .toBuffer();
  const look = await keepBlob(sender, 'application/octet-stream', jpeg);
  const photo = await keepBlob(sender, 'application/octet-stream', Buffer.from('ffd8ff11ffd9', 'hex'));
  const kept: Omit<KeptRecipe, 'number'> = {
    recipe: madeUpWritten(
      [madeUpWrittenElement('Scarf', [88, 62, 36])],
      { line: 'Larkmere' },
      { make: make.name, writtenOn: '2026-11-01' },
    ),
    pictures: { look: { sha256: look, widthPx: 64, heightPx: 80 } },
    of: { pictureId: picture.id, colouringId: colouring.id },
  };
  for (const id of ['version-one', 'version-two'])
    await keepRecipe(sender, {
      id,
      make: { id: make.id, name: make.name },
      kept,
      notes: { photo, tags: ['spring'], nextTime: ['lighter'] },
    });
  const school = { id: 'own-school', name: 'Two strokes', suits: 'fur', ladders: 'lightToDark' as const, marks: await ownMarks() };
  await changeSupplies(sender, {
    supplies: [{ id: 'own-paper', kind: 'paper', name: 'Hollow Mill smooth', takenTurn: 9 }],
    schools: [school],
  });
  await edited(sender, pilotId, [
    { kind: 'patch', entity: 'make', fields: { school: 'own-school', ...madeUpCards(picture.id, colouring) } },
    { kind: 'patch', entity: 'colouring', pictureId: picture.id, id: colouring.id, fields: { paper: 'Hollow Mill smooth' } },
  ]);
  zip = (await bundleOf(sender, [pilotId, lanternId])).bytes;
}, 300_000);
afterAll(async () => {
  for (const database of opened) await database.sequelize.close();
});

/** Cards with all that a piece may have: a ring with a second die through it, words, loose pieces, a window, a spread, and what is done. */
function madeUpCards(
  pictureId: string,
  { id: colouringId, treatments }: Make['pictures'][number]['colourings'][number],
): Pick<Make, 'cards' | 'drawn' | 'cardPlan' | 'pieceRows'> {
  const square = (side: number): [number, number][] => [
    [0, 0],
    [side, 0],
    [side, side],
    [0, side],
  ];
  const die = (id: string, side: number) => ({
    id,
    kind: 'die' as const,
    does: 'cuts' as const,
    name: `Square ${side}`,
    outline: square(side),
  });
  return {
    drawn: [
      { ...die('outer', 60), inlays: [{ name: 'piece 1', outline: square(9) }] },
      die('inner', 40),
      { id: 'said', kind: 'words', name: 'Fair winds', widthMm: 40, heightMm: 6, ink: 'Umber heat-set' },
    ],
    pieceRows: [{ id: 'row', name: 'Flags', count: 5, seed: 1, ladders: treatments.flatMap(({ ladder }) => ladder ?? []).slice(0, 2) }],
    cards: [
      {
        ...{ id: 'card', name: 'The card', copies: 3 },
        pieces: [
          {
            ...{ id: 'ring', image: { kind: 'picture', pictureId, colouringId }, count: 2, isTwoSided: true, paper: 'Hollow Mill smooth' },
            cut: { by: 'die', drawnId: 'outer', through: [{ drawnId: 'inner', when: 'at once', xMm: 0, yMm: -3 }] },
          },
          { id: 'words', image: { kind: 'words', drawnId: 'said' }, cut: { by: 'panel' }, count: 1 },
          {
            id: 'flags',
            image: { kind: 'row', rowId: 'row' },
            cut: { by: 'hand', rim: 'dark edge', rimMm: 0 },
            count: 5,
            perImpression: 2,
          },
          { id: 'window', image: { kind: 'plain' }, cut: { by: 'window', drawnId: 'inner', xMm: 0, yMm: 12 }, count: 1 },
        ],
        spread: { widthMm: 100, heightMm: 140, gapMm: 2, seed: 4, pieceIds: ['flags'], kinds: 2, free: { widthMm: 40, heightMm: 30 } },
      },
    ],
    cardPlan: { spares: 2, gapMm: 3, done: [{ key: 'ring', stamped: 1, coloured: 1, cut: 1, again: 2 }] },
  };
}

async function ownMarks() {
  const { readySchools } = await import('#core/technique/schools');
  return readySchools[0]?.marks ?? [];
}

describe('makes as one zip', () => {
  it('says in words what is in it, and holds JSON that fits the shipped schema', async () => {
    const files = await filesOf(zip);
    expect([...files.keys()].slice(0, 2)).toEqual(['aquachrome.json', 'READ ME.txt']);
    const list = files.get('READ ME.txt')?.toString('utf8') ?? '';
    const { name, pictures } = await documentOf(sender, pilotId);
    for (const words of [name, pictures[0]?.name ?? '', pictures[0]?.original.sha256 ?? '', 'version 2 of 2026-11-01', 'Hollow Mill'])
      expect(list.includes(words), words).toBe(words !== 'Hollow Mill');
    const sent = JSON.parse(files.get(`makes/${pilotId}.json`)?.toString('utf8') ?? '') as { make: Make };
    expect(sent.make.cards?.[0]?.pieces.map(({ cut }) => cut.by)).toEqual(['die', 'panel', 'hand', 'window']);
    const validate = new Ajv2020({ strict: false }).compile(JSON.parse(readFileSync('public/schema/make-1.json', 'utf8')));
    for (const id of [pilotId, lanternId]) {
      expect(validate(JSON.parse(files.get(`makes/${id}.json`)?.toString('utf8') ?? '')), JSON.stringify(validate.errors)).toBe(true);
    }
    expect(validate({ format: 'aquachrome-make', version: 1, make: { schema: 4, id: 'x' } })).toBe(false);
    // What it cost and how many there are is nobody else's.
    expect(files.get('rack.json')?.toString('utf8')).not.toMatch(/"price"|"count"|"events"|"wanted"|"owned": true/);
  });

  it('brings all of it into an empty installation: what goes out of that again is the same, file by file', async () => {
    const receiver = await empty();
    const looked = await lookedAt(receiver, zip);
    expect(looked.makes.map(({ standing, recipes }) => [standing, recipes])).toEqual([
      ['new', 2],
      ['new', 0],
    ]);
    expect(looked.makes[0]?.markers.every(({ has, lab }) => has === 'not here' && lab)).toBe(true);
    expect(looked.newSupplies).toContain('Hollow Mill smooth');
    const came = await taken(receiver, zip);
    expect(came).toMatchObject({ recipes: 2, markers: looked.newMarkers });
    expect(came.markers).toBeGreaterThan(3);
    for (const id of [pilotId, lanternId]) expect(await documentOf(receiver, id)).toEqual(await documentOf(sender, id));
    const { keptAt, notes, versions } = await readRecipe(receiver, 'version-two');
    expect({ keptAt, notes, versions }).toEqual(
      await readRecipe(sender, 'version-two').then((one) => ({ keptAt: one.keptAt, notes: one.notes, versions: one.versions })),
    );
    expect((await findRecipes(receiver, { words: 'scarf', terms: [{ kind: 'tag', term: 'spring' }] })).total).toBe(2);
    // Its sheet is the same to the byte.
    const sheet = async (database: Database) =>
      Buffer.from(
        await (await printKept(database, 'version-two', { paper: 'A4', sheet: 'desk' }, { askedAt: performance.now() })).arrayBuffer(),
      );
    const printed = await sheet(receiver);
    expect(printed.toString('latin1', 0, 5)).toBe('%PDF-');
    expect(printed.equals(await sheet(sender))).toBe(true);
    expect((await readRack(receiver)).markers.every(({ owned }) => !owned)).toBe(true);
    expect((await checkWhole(receiver)).makes).toBe(2);
    const [first, again] = await Promise.all([zip, (await bundleOf(receiver, [pilotId, lanternId])).bytes].map((bytes) => filesOf(bytes)));
    expect([...(again?.keys() ?? [])]).toEqual([...(first?.keys() ?? [])]);
    for (const [name, bytes] of first ?? []) {
      if (name === 'supplies.json') continue;
      expect(again?.get(name)?.equals(bytes) || sameJson(again?.get(name), bytes), name).toBe(true);
    }
    // The same file again: all of it is here.
    const before = await everythingIn(receiver);
    expect((await taken(receiver, zip)).makes.map(({ became }) => became)).toEqual(['was here', 'was here']);
    expect(await everythingIn(receiver)).toBe(before);
  });

  it('knows the markers, papers and schools of a smaller rack by their codes and names, and adds the rest as not owned', async () => {
    const receiver = await empty();
    const theirs = await gather(sender, [pilotId]);
    const [line] = theirs.rack.lines;
    const [one, two] = theirs.rack.markers.filter(({ lineId }) => lineId === line?.id);
    if (!line || !one || !two) throw new Error('no markers');
    const own = { ...line, id: 'my-line', name: ` ${line.name.toUpperCase()}` };
    await changeRack(receiver, {
      lines: [own],
      markers: [
        { id: 'mine-1', lineId: 'my-line', code: one.code.toLowerCase(), owned: true, state: 'good' },
        { id: 'mine-2', lineId: 'my-line', code: two.code, owned: false, state: 'good' },
      ],
      readings: [{ id: 'my-reading', markerId: 'mine-1', coats: 1, lab: { L: 11, a: 2, b: 3 }, source: 'measured' }],
    });
    const pilotZip = (await bundleOf(sender, [pilotId])).bytes;
    const looked = await lookedAt(receiver, pilotZip);
    const has = new Map(looked.makes[0]?.markers.map(({ code, has: own2 }) => [code, own2]));
    expect([has.get(one.code), has.get(two.code)]).toEqual(['owned', 'listed']);
    expect([...has.values()].filter((word) => word === 'not here')).toHaveLength(theirs.rack.markers.length - 2);
    expect(looked.newMarkers).toBe(theirs.rack.markers.length - 2);
    await taken(receiver, pilotZip);
    const rack = await readRack(receiver);
    expect(rack.markers.filter(({ owned }) => owned).map(({ id }) => id)).toEqual(['mine-1']);
    expect(rack.lines.filter(({ name }) => name.trim().toLowerCase() === line.name.toLowerCase())).toHaveLength(1);
    // The colour that was measured here stays.
    expect(rack.readings.filter(({ markerId }) => markerId === 'mine-1').map(({ lab }) => lab.L)).toEqual([11]);
    const text = JSON.stringify(await documentOf(receiver, pilotId));
    expect(text).toContain('"mine-1"');
    expect(text).not.toContain(`"${one.id}"`);
    const { supplies, schools } = await readSupplies(receiver);
    expect(supplies.find(({ name }) => name === 'Hollow Mill smooth')?.takenTurn).toBeUndefined();
    expect(schools.map(({ id }) => id)).toContain('own-school');
  });

  it('asks about a make that is here and differs; keeps both, mine or theirs, and nothing else is touched', async () => {
    const receiver = await withDemo();
    await taken(receiver, zip, { wishes: { [pilotId]: 'theirs', [lanternId]: 'theirs' } });
    await edited(receiver, pilotId, [{ kind: 'patch', entity: 'make', fields: { name: 'My own pilot' } }]);
    const looked = await lookedAt(receiver, zip);
    expect(looked.makes.map(({ standing }) => standing)).toEqual(['differs', 'alike']);
    expect(looked.makes[0]?.here?.changes[0]).toMatch(/Name.*My own pilot/);
    const before = await everythingIn(receiver);
    await expect(taken(receiver, zip)).rejects.toMatchObject({ status: 409 });
    expect((await taken(receiver, zip, { wishes: { [pilotId]: 'mine' } })).makes[0]?.became).toBe('left out');
    expect(await everythingIn(receiver)).toBe(before);

    const both = await taken(receiver, zip, { wishes: { [pilotId]: 'both' } });
    const other = both.makes[0] as (typeof both.makes)[number];
    expect(other.became).toBe('another');
    expect(other.id).not.toBe(pilotId);
    expect({ ...(await documentOf(receiver, other.id)), id: pilotId }).toEqual(await documentOf(sender, pilotId));
    expect((await documentOf(receiver, pilotId)).name).toBe('My own pilot');
    // Its versions stand with it, the first ones stay where they were.
    for (const makeId of [pilotId, other.id]) expect((await findRecipes(receiver, { makeId })).total).toBe(2);

    const { revision } = await readMake(receiver, pilotId);
    expect((await taken(receiver, zip, { wishes: { [pilotId]: 'theirs' } })).makes[0]).toMatchObject({ became: 'in place', id: pilotId });
    const after = await readMake(receiver, pilotId);
    expect(after.document).toEqual(await documentOf(sender, pilotId));
    expect(after.revision).toBe(revision + 1);
    expect(after.steps).toEqual({ undo: [], redo: [] });
    expect((await listMakes(receiver, { find: 'My own pilot' })).total).toBe(0);
    expect((await findRecipes(receiver, { makeId: pilotId })).total).toBe(2);
    await checkWhole(receiver);
  });

  it('numbers a version that came beside others as the next one', async () => {
    const receiver = await empty();
    await taken(receiver, zip);
    const { kept } = await readRecipe(receiver, 'version-one');
    const make = await documentOf(receiver, pilotId);
    await keepRecipe(receiver, { id: 'my-three', make: { id: make.id, name: make.name }, kept });
    const { kept: theirs } = await readRecipe(sender, 'version-one');
    await keepRecipe(sender, { id: 'their-three', make: { id: make.id, name: make.name }, kept: theirs });
    await taken(receiver, (await bundleOf(sender, [pilotId])).bytes);
    expect((await readRecipe(receiver, 'my-three')).versions.map(({ id, number }) => [id, number])).toEqual([
      ['version-one', 1],
      ['version-two', 2],
      ['my-three', 3],
      ['their-three', 4],
    ]);
  });
});

describe('a make as a text', () => {
  it('out and in is the same; what it says beyond our schema goes out with it again, edited or not; an older one is upgraded', async () => {
    const receiver = await withDemo();
    const files = await filesOf((await bundleOf(receiver, [pilotId])).bytes);
    const text = JSON.parse(files.get(`makes/${pilotId}.json`)?.toString('utf8') ?? '') as { make: Make & Record<string, unknown> };
    const own = structuredClone(text) as typeof text & Record<string, unknown>;
    own.madeWith = { program: 'another', version: [7] };
    own.make.mood = 'quiet';
    const element = own.make.pictures[0]?.elements[1] as unknown as Record<string, unknown>;
    element.glitter = true;
    const gone = own.make.pictures[0]?.elements[0] as unknown as Record<string, unknown>;
    gone.glitter = false;
    await taken(receiver, Buffer.from(JSON.stringify(own)), { wishes: {} });
    // The same make: nothing was to be done, and nothing is.
    expect(await documentOf(receiver, pilotId)).toEqual(text.make);
    own.make.name = 'Sent back';
    await taken(receiver, Buffer.from(JSON.stringify(own)), { wishes: { [pilotId]: 'theirs' } });
    const out = async () =>
      JSON.parse((await filesOf((await bundleOf(receiver, [pilotId])).bytes)).get(`makes/${pilotId}.json`)?.toString('utf8') ?? '');
    expect(await out()).toEqual(own);
    const picture = own.make.pictures[0] as Make['pictures'][number];
    await edited(receiver, pilotId, [
      { kind: 'remove', entity: 'element', pictureId: picture.id, id: String(gone.id) },
      { kind: 'patch', entity: 'make', fields: { name: 'Edited since' } },
    ]);
    const after = await out();
    expect(after.madeWith).toEqual(own.madeWith);
    expect([after.make.name, after.make.mood]).toEqual(['Edited since', 'quiet']);
    expect(
      after.make.pictures[0].elements.map((one: Record<string, unknown>) => one.glitter).filter((value: unknown) => value !== undefined),
    ).toEqual([true]);

    // Of schema 3: as it stood then (core/upgrade/from-3.ts).
    const third = structuredClone(text.make) as Record<string, unknown>;
    third.schema = 3;
    third.id = 'from-3';
    const came = await taken(receiver, Buffer.from(JSON.stringify({ ...text, make: third })));
    expect(came.makes[0]?.became).toBe('new');
    expect((await documentOf(receiver, 'from-3')).schema).toBe(makeSchemaVersion);
  });

  it('without its pictures here it is refused in words', async () => {
    const receiver = await empty();
    const files = await filesOf(zip);
    await expect(taken(receiver, files.get(`makes/${pilotId}.json`) as Buffer)).rejects.toThrow(/neither in it nor here/);
    await expect(lookedAt(receiver, files.get(`makes/${pilotId}.json`) as Buffer)).rejects.toThrow(/neither in it nor here/);
  });
});

/** Whether two texts are the same JSON; the order of names is the database's. */
function sameJson(one: Buffer | undefined, other: Buffer): boolean {
  try {
    expect(JSON.parse(one?.toString('utf8') ?? '')).toEqual(JSON.parse(other.toString('utf8')));
    return true;
  } catch {
    return false;
  }
}
