import { QueryTypes } from 'sequelize';
import {
  type BundledRecipe,
  type BundledSession,
  type BundledSupplies,
  type BundleManifest,
  bundledMediaTypes,
  bundleVersion,
} from '#model/bundle';
import type { KeptRecipe } from '#model/kept-recipe';
import { recipeKind, sessionKind } from '#model/kept-kind';
import type { Make } from '#model/make';
import { type RackFile, rackFileVersion } from '#model/rack-file';
import { recipeNotesSchema } from '#model/kept-recipe';
import { type UnknownFields, unknownFieldsSchema } from '#model/unknown-fields';
import { markerToSend } from '#core/bundle/match-rack';
import { markersNamed, schoolsNamed, suppliesNamed } from '#core/bundle/named-in-make';
import { blobsOfPicture } from '#core/make/blobs-named';
import { counted } from '#core/make/counted';
import type { Database } from '#server/db/database';
import { ProblemError } from '#server/http/problem';
import { readKept } from '#server/store/kept';
import { readStored } from '#server/store/make-rows';
import { readRack } from '#server/store/rack';
import { photosOf, readSession } from '#server/store/sessions';
import { readSupplies } from '#server/store/supplies';

/** All that belongs to some makes, as it goes out. */
export type Gathered = {
  makes: { make: Make; unknown: UnknownFields | null }[];
  recipes: BundledRecipe[];
  sessions: BundledSession[];
  rack: RackFile;
  supplies: BundledSupplies;
  blobs: BundleManifest['blobs'];
};

async function recipesOf(database: Database, makeId: string): Promise<BundledRecipe[]> {
  const { rows, unreadable } = await readKept(database, recipeKind, makeId);
  if (unreadable.length > 0)
    throw new ProblemError(422, {
      code: 'unreadable',
      message: `Of its kept recipes ${counted(unreadable.length, 'one', 'some')} cannot be read.`,
      remedy: 'Throw that away at Recipes, or send the make without it as a backup (./run backup FILE).',
    });
  const beside = await database.sequelize.query<{ id: string; notes: unknown; unknown: unknown }>(
    `SELECT k.id, n.document AS notes, k.unknown_fields AS unknown FROM kept_recipes k LEFT JOIN recipe_notes n ON n.recipe_id = k.id
     WHERE k.make_id = :makeId`,
    { replacements: { makeId }, type: QueryTypes.SELECT },
  );
  const own = new Map(beside.map((row) => [row.id, row]));
  return rows.map(({ id, makeId: of, makeName, document, createdAt }) => {
    const { notes, unknown } = own.get(id) ?? {};
    return {
      format: 'aquachrome-kept-recipe',
      version: bundleVersion,
      ...{ id, makeId: of, makeName, keptAt: createdAt.toISOString(), kept: document as KeptRecipe },
      notes: recipeNotesSchema.parse(notes ?? {}),
      ...(unknown ? { unknown: unknownFieldsSchema.parse(unknown) } : {}),
    };
  });
}

async function sessionsOf(database: Database, makeId: string): Promise<BundledSession[]> {
  const { rows, unreadable } = await readKept(database, sessionKind, makeId);
  if (unreadable.length > 0)
    throw new ProblemError(422, {
      code: 'unreadable',
      message: `Of its sittings ${counted(unreadable.length, 'one', 'some')} cannot be read.`,
      remedy: 'Send the make without them as a backup (./run backup FILE).',
    });
  return Promise.all(
    rows.map(async ({ id, makeName }): Promise<BundledSession> => {
      const { head, entries } = await readSession(database, id);
      return { format: 'aquachrome-session', version: bundleVersion, ...{ id, makeId, makeName, head, entries } };
    }),
  );
}

/** @throws ProblemError 422 when one of them is not kept (any more). */
async function blobsNamed(database: Database, digests: readonly string[]): Promise<Gathered['blobs']> {
  const rows = await database.sequelize.query<{ sha256: string; mediaType: string; bytes: number }>(
    'SELECT sha256, media_type AS "mediaType", length(bytes) AS bytes FROM blobs WHERE sha256 = ANY ($1::text[]) ORDER BY sha256',
    { bind: [[...new Set(digests)]], type: QueryTypes.SELECT },
  );
  if (rows.length < new Set(digests).size)
    throw new ProblemError(422, {
      code: 'pictures-missing',
      message: 'A picture that belongs to it is missing here.',
      remedy: 'An older backup may hold it whole. Nothing was written.',
    });
  return rows.map(({ sha256, mediaType, bytes }) => ({
    sha256,
    mediaType: bundledMediaTypes.find((one) => one === mediaType) ?? 'application/octet-stream',
    bytes: Number(bytes),
  }));
}

/** Reads everything that belongs to makes. @throws ProblemError 404 when one is not there, 422 when a part of it cannot be read. */
export async function gather(database: Database, ids: readonly string[]): Promise<Gathered> {
  const makes: Gathered['makes'] = [];
  const recipes: BundledRecipe[] = [];
  const sessions: BundledSession[] = [];
  for (const id of new Set(ids)) {
    const { row, make } = await readStored(database, id);
    makes.push({ make, unknown: row.unknownFields });
    recipes.push(...(await recipesOf(database, id)));
    sessions.push(...(await sessionsOf(database, id)));
  }
  const rack = await readRack(database);
  const named = new Set(makes.flatMap(({ make }) => [...markersNamed(make).keys()]));
  const markers = rack.markers.filter(({ id }) => named.has(id));
  const lines = new Set(markers.map(({ lineId }) => lineId));
  const beside = await readSupplies(database);
  const [supplies, schools] = [
    new Set(makes.flatMap(({ make }) => [...suppliesNamed(make)])),
    new Set(makes.flatMap(({ make }) => [...schoolsNamed(make)])),
  ];
  const digests = [
    ...makes.flatMap(({ make }) => make.pictures.flatMap(blobsOfPicture)),
    ...recipes.flatMap(({ kept, notes }) => [...recipeKind.blobsOf(kept), ...(notes.photo ? [notes.photo] : [])]),
    ...sessions.flatMap(({ head, entries }) => [...sessionKind.blobsOf(head), ...photosOf(entries)]),
  ];
  return {
    makes,
    recipes,
    sessions,
    rack: {
      format: 'aquachrome-rack',
      version: rackFileVersion,
      lines: rack.lines.filter(({ id }) => lines.has(id)),
      markers: markers.map(markerToSend),
      pairNotes: [],
      readings: rack.readings.filter(({ markerId }) => named.has(markerId)),
    },
    supplies: {
      format: 'aquachrome-supplies',
      version: bundleVersion,
      supplies: beside.supplies.filter(({ name }) => supplies.has(name)),
      schools: beside.schools.filter(({ id }) => schools.has(id)),
    },
    blobs: await blobsNamed(database, digests),
  };
}
