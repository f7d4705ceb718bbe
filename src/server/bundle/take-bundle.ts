import type { CollisionWish, TakeBundle, TakenBundle } from '#model/api/bundles';
import type { BundleManifest } from '#model/bundle';
import type { BundledRecipe, BundledSession } from '#model/bundle';
import { recipeKind, sessionKind } from '#model/kept-kind';
import { type Make, mostMakeName } from '#model/make';
import type { UnknownFields } from '#model/unknown-fields';
import { blobsOfPicture } from '#core/make/blobs-named';
import { freshName } from '#core/make/fresh-name';
import { OperationError } from '#core/make/operation-error';
import { summaryOf } from '#core/make/summary';
import type { Transaction } from 'sequelize';
import type { Database } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import { heavily } from '#server/http/heavy';
import { ProblemError } from '#server/http/problem';
import { openScratch } from '#server/http/scratch';
import { keepArrived, keepBlob } from '#server/store/blobs';
import { faultOfPicture } from '#server/store/fault-of-picture';
import { readStored, writeChanged } from '#server/store/make-rows';
import { addToRack } from '#server/store/rack';
import { bringRecipe } from '#server/store/recipes';
import { readTables } from '#server/store/region-tables';
import { type BroughtSession, bringSession, photosOf } from '#server/store/sessions';
import { addSupplies } from '#server/store/supplies';
import { holdOffSweep } from '#server/store/sweep-lock';
import { checkBlobsThere, type Matched, matchBundle, type Standing } from './look-at-bundle';
import type { ReadBundle } from './read-bundle';
import { refusedZip } from './zip-in';

/** Pixels a picture may have, as those that come one by one (decode/original.ts). */
const mostPixels = 72_000_000;

type Became = TakenBundle['makes'][number]['became'];
/** A make of the bundle, and what becomes of it. `as`: as it comes in. */
type Planned = { from: string; as: Make; became: Became; unknown: UnknownFields | undefined };

const becomes: Record<CollisionWish, Became> = { both: 'another', mine: 'left out', theirs: 'in place' };

function becameOf({ make, standing }: Standing, { wishes, without = [] }: TakeBundle): Became {
  if (without.includes(make.id)) return 'left out';
  if (standing === 'new') return 'new';
  if (standing === 'alike') return 'was here';
  const wish = wishes[make.id];
  if (wish) return becomes[wish];
  throw new ProblemError(409, {
    code: 'is-there',
    message: `${make.name} is here too, and differs.`,
    remedy: 'Nothing was changed. Say which is to stay, or both.',
  });
}

function planned({ standings }: Matched, bundle: ReadBundle, asked: TakeBundle): Planned[] {
  const names = new Set(standings.flatMap(({ here }) => (here ? [here.make.name] : [])));
  return standings.map((standing, place) => {
    const became = becameOf(standing, asked);
    const { make } = standing;
    const as =
      became === 'another'
        ? {
            ...make,
            id: crypto.randomUUID(),
            name: names.has(make.name) ? freshName(make.name, names, { most: mostMakeName, from: 2 }) : make.name,
          }
        : make;
    return { from: make.id, as, became, unknown: bundle.makes[place]?.unknown };
  });
}

const comesIn = ({ became }: Planned): boolean => became === 'new' || became === 'another' || became === 'in place';

/** Recipes that come in with their makes; those of a make that is left out stay away with it. */
function recipesFor(plan: readonly Planned[], recipes: readonly BundledRecipe[]): { recipe: BundledRecipe; of: Planned | null }[] {
  const byId = new Map(plan.map((one) => [one.from, one]));
  return recipes.flatMap((recipe) => {
    const of = byId.get(recipe.makeId) ?? null;
    return of?.became === 'left out' ? [] : [{ recipe, of }];
  });
}

/** Sessions that come in with their makes, under the name that the make has here. */
function sessionsFor(plan: readonly Planned[], sessions: readonly BundledSession[]): BroughtSession[] {
  const byId = new Map(plan.map((one) => [one.from, one]));
  return sessions.flatMap(({ id, makeId, head, entries }) => {
    const of = byId.get(makeId);
    return !of || of.became === 'left out' ? [] : [{ id, make: { id: of.as.id, name: of.as.name }, head, entries }];
  });
}

/** Keeps one blob of the bundle. A picture is looked at first, as one that is dropped on the table is. @throws ProblemError 422 */
async function keepOne(database: Database, bundle: ReadBundle, { sha256, mediaType }: BundleManifest['blobs'][number]): Promise<void> {
  const file = await openScratch();
  try {
    let size = 0;
    for await (const piece of bundle.pieces(sha256)) {
      size += piece.length;
      await file.write(piece);
    }
    if (mediaType !== 'application/octet-stream') {
      const facts = await heavily(new AbortController().signal, (asker) => workshop().work('inspect', { source: file.path }, asker));
      if (facts.mediaType !== mediaType) throw refusedZip('A picture in it is of another kind than it says.');
    }
    await keepArrived(database, mediaType, { file, size, sha256 });
  } finally {
    await file.close();
  }
}

/** Whether the pictures of a make hold together; its blobs are kept. @throws ProblemError 422 */
async function checkPictures(database: Database, { name, pictures }: Make): Promise<void> {
  if (new Set(pictures.map(({ id }) => id)).size < pictures.length) throw refusedZip(`${name} holds a picture twice.`);
  for (const picture of pictures) {
    const { grey, regionMap } = picture;
    if ([grey, ...(regionMap ? [regionMap] : [])].some(({ widthPx, heightPx }) => widthPx * heightPx > mostPixels))
      throw refusedZip(`The picture ${picture.name} has more than ${mostPixels / 1e6} million pixels.`);
    try {
      if (regionMap) await readTables(database, [regionMap.table]);
      const fault = await faultOfPicture(database, picture);
      if (fault) throw refusedZip(`Of the picture ${picture.name}, ${fault}.`);
    } catch (error) {
      if (!(error instanceof OperationError || error instanceof RangeError)) throw error;
      throw refusedZip(`The picture ${picture.name} cannot be read: ${error.message}`);
    }
  }
}

async function putMake(database: Database, { as, became, unknown }: Planned, transaction: Transaction): Promise<void> {
  const unknownFields = unknown ?? null;
  if (became === 'in place') {
    const stored = await readStored(database, as.id, transaction);
    stored.row.revision += 1;
    stored.row.unknownFields = unknownFields;
    await writeChanged(database, stored, as, transaction);
    await stored.row.save({ transaction });
    // They would not fit what is there now.
    await database.makeSteps.destroy({ where: { makeId: as.id }, transaction });
    return;
  }
  const { pictures, ...head } = as;
  await database.makes.create({ id: as.id, revision: 0, head, summary: summaryOf(as), unknownFields }, { transaction });
  const rows = pictures.map((document, place) => ({ makeId: as.id, pictureId: document.id, place, document }));
  await database.makePictures.bulkCreate(rows, { transaction });
}

/**
 * Takes in what a bundle holds, as the maker says: all of it in one transaction, or nothing. Only pictures are kept before, which nothing names until then and the sweep
 * frees.
 * @param tell told how much of it is done, 0 to 1.
 * @throws ProblemError 409 where a make differs and nobody said what becomes of it; 422 when something in it is not sound.
 */
export async function takeBundle(
  database: Database,
  bundle: ReadBundle,
  asked: TakeBundle,
  tell: (share: number) => void = () => {},
): Promise<TakenBundle> {
  await checkBlobsThere(database, bundle);
  const matched = await matchBundle(database, bundle);
  const plan = planned(matched, bundle, asked);
  const makes = plan.filter(comesIn);
  const recipes = recipesFor(plan, bundle.recipes);
  const sessions = sessionsFor(plan, bundle.sessions);
  const needed = new Set([
    ...makes.flatMap(({ as }) => as.pictures.flatMap(blobsOfPicture)),
    ...recipes.flatMap(({ recipe: { kept, notes } }) => [...recipeKind.blobsOf(kept), ...(notes.photo ? [notes.photo] : [])]),
    ...sessions.flatMap(({ head, entries }) => [...sessionKind.blobsOf(head), ...photosOf(entries)]),
  ]);
  const coming = bundle.blobs.filter(({ sha256 }) => needed.has(sha256));
  const total = coming.reduce((sum, { bytes }) => sum + bytes, 0);
  let done = 0;
  for (const blob of coming) {
    await keepOne(database, bundle, blob);
    done += blob.bytes;
    tell((0.9 * done) / total);
  }
  for (const { blobs } of bundle.makes) for (const { bytes } of blobs) await keepBlob(database, 'application/octet-stream', bytes);
  for (const { as } of makes) await checkPictures(database, as);
  tell(0.95);
  const { fresh } = matched.rack;
  const isAnythingIn = makes.length > 0;
  const put = await database.sequelize.transaction(async (transaction) => {
    await holdOffSweep(database.sequelize, transaction);
    if ((await database.blobs.count({ where: { sha256: [...needed] }, transaction })) < needed.size)
      throw refusedZip('Pictures that it names are neither in it nor here.');
    for (const make of makes) await putMake(database, make, transaction);
    let count = 0;
    for (const { recipe, of } of recipes) {
      const { id, kept, notes, unknown } = recipe;
      const make = of ? { id: of.as.id, name: of.as.name } : recipe.makeId === '' ? null : { id: recipe.makeId, name: recipe.makeName };
      if (await bringRecipe(database, { id, make, kept, notes, unknown, keptAt: new Date(recipe.keptAt) }, transaction)) count++;
    }
    let sittings = 0;
    for (const session of sessions) if (await bringSession(database, session, transaction)) sittings++;
    if (isAnythingIn) {
      await addToRack(database, { ...fresh, pairNotes: [] }, transaction);
      await addSupplies(database, matched.supplies, transaction);
    }
    return { recipes: count, sessions: sittings };
  });
  tell(1);
  return {
    makes: plan.map(({ as, became }) => ({ id: as.id, name: as.name, became })),
    ...put,
    markers: isAnythingIn ? fresh.markers.length : 0,
    supplies: isAnythingIn ? matched.supplies.supplies.length : 0,
  };
}
