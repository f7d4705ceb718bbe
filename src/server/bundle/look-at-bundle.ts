import { dequal } from 'dequal/lite';
import type { LookedAtBundle, LookedAtMake, NeededMarker } from '#model/api/bundles';
import type { RackMarker } from '#model/marker';
import { recipeKind, sessionKind } from '#model/kept-kind';
import type { Make } from '#model/make';
import { matchRack } from '#core/bundle/match-rack';
import { matchSupplies } from '#core/bundle/match-supplies';
import { markersNamed, withOtherIds } from '#core/bundle/named-in-make';
import { blobsOfPicture } from '#core/make/blobs-named';
import { compareMakes } from '#core/make/compare';
import { withReadings } from '#core/markers/readings';
import type { Database } from '#server/db/database';
import { readStored } from '#server/store/make-rows';
import { readRack } from '#server/store/rack';
import { photosOf } from '#server/store/sessions';
import { readSupplies } from '#server/store/supplies';
import type { ReadBundle } from './read-bundle';
import { refusedZip } from './zip-in';

/** A make of a bundle as it would be here, and what is here of it. */
export type Standing = { make: Make; standing: LookedAtMake['standing']; here?: { make: Make; updatedAt: Date } };

/** What a bundle would do here. Reads only. */
export type Matched = {
  standings: Standing[];
  rack: ReturnType<typeof matchRack>;
  supplies: ReturnType<typeof matchSupplies>;
};

/** Whether a thing is there, and how it reads; null where there is none. */
async function hereOf(database: Database, id: string): Promise<{ make: Make; updatedAt: Date } | null> {
  if ((await database.makes.count({ where: { id } })) === 0) return null;
  const { row, make } = await readStored(database, id);
  return { make, updatedAt: row.updatedAt };
}

/** @throws ProblemError 422 when pictures that its makes name are neither in it nor here, or a make of the same name here cannot be read. */
export async function matchBundle(database: Database, bundle: ReadBundle): Promise<Matched> {
  const rack = matchRack(bundle.rack, await readRack(database));
  const supplies = matchSupplies(bundle.supplies, await readSupplies(database), () => crypto.randomUUID());
  const ids = { markers: rack.ids, schools: supplies.schoolIds };
  const standings: Standing[] = [];
  for (const { make: theirs } of bundle.makes) {
    const make = withOtherIds(theirs, ids);
    const here = await hereOf(database, make.id);
    const standing = !here ? 'new' : dequal(here.make, make) ? 'alike' : 'differs';
    standings.push({ make, standing, ...(here ? { here } : {}) });
  }
  return { standings, rack, supplies };
}

function neededOf(
  theirs: Make,
  bundle: ReadBundle,
  mine: ReadonlyMap<string, RackMarker>,
  ids: ReadonlyMap<string, string>,
): NeededMarker[] {
  const lines = new Map(bundle.rack.lines.map(({ id, name }) => [id, name]));
  const given = new Map(withReadings(bundle.rack).map((marker) => [marker.id, marker]));
  return [...markersNamed(theirs)].map(([id, code]) => {
    const own = mine.get(ids.get(id) ?? id);
    const told = given.get(id);
    const line = told && lines.get(told.lineId);
    return {
      code,
      ...(line ? { line } : {}),
      ...(told?.lab ? { lab: told.lab } : {}),
      has: own ? (own.owned ? 'owned' : 'listed') : 'not here',
    };
  });
}

const count = (kept: readonly { makeId: string }[], makeId: string): number => kept.filter((one) => one.makeId === makeId).length;

/** What a bundle holds, what is here of it, and what of it the rack can do. Nothing is changed. @param id under which it waits. */
export async function lookAtBundle(database: Database, bundle: ReadBundle, id: string): Promise<LookedAtBundle> {
  const { standings, rack, supplies } = await matchBundle(database, bundle);
  const mine = new Map((await readRack(database)).markers.map((marker) => [marker.id, marker]));
  const makes = standings.map(({ make, standing, here }, place): LookedAtMake => {
    const theirs = bundle.makes[place]?.make ?? make;
    return {
      ...{ id: make.id, name: make.name, standing, pictures: make.pictures.length, recipes: count(bundle.recipes, make.id) },
      sessions: count(bundle.sessions, make.id),
      elements: make.pictures.reduce((sum, { elements }) => sum + elements.length, 0),
      ...(here && {
        here: {
          name: here.make.name,
          updatedAt: here.updatedAt.toISOString(),
          changes: compareMakes(here.make, make)
            .slice(0, 8)
            .map(({ what, first, second }) => `${what}: here ${first}, theirs ${second}`),
        },
      }),
      markers: neededOf(theirs, bundle, mine, rack.ids),
    };
  });
  await checkBlobsThere(database, bundle);
  const own = new Set(makes.map((make) => make.id));
  return {
    id,
    makes,
    looseRecipes: bundle.recipes.filter(({ makeId }) => !own.has(makeId)).length,
    newMarkers: rack.fresh.markers.length,
    newLines: rack.fresh.lines.map(({ name }) => name),
    newSupplies: supplies.supplies.map(({ name }) => name),
    newSchools: supplies.schools.map(({ name }) => name),
    otherFiles: bundle.otherFiles,
  };
}

/** Digests of all blobs that a bundle needs, whoever has them. */
function namedBlobs({ makes, recipes, sessions }: ReadBundle): Set<string> {
  const made = new Set(makes.flatMap(({ blobs }) => blobs.map(({ sha256 }) => sha256)));
  const named = [
    ...makes.flatMap(({ make }) => make.pictures.flatMap(blobsOfPicture)),
    ...recipes.flatMap(({ kept, notes }) => [...recipeKind.blobsOf(kept), ...(notes.photo ? [notes.photo] : [])]),
    ...sessions.flatMap(({ head, entries }) => [...sessionKind.blobsOf(head), ...photosOf(entries)]),
  ];
  return new Set(named.filter((sha256) => !made.has(sha256)));
}

/** @throws ProblemError 422 when a picture is neither in the bundle nor here. */
export async function checkBlobsThere(database: Database, bundle: ReadBundle): Promise<void> {
  const given = new Set(bundle.blobs.map(({ sha256 }) => sha256));
  const missing = [...namedBlobs(bundle)].filter((sha256) => !given.has(sha256));
  if (missing.length === 0 || (await database.blobs.count({ where: { sha256: missing } })) === missing.length) return;
  throw refusedZip(
    'Pictures that it names are neither in it nor here.',
    'Nothing was changed. Have the whole make sent as one file (zip).',
  );
}
