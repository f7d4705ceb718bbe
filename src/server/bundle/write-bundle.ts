import { type BundleManifest, bundleVersion, mostBundleBytes } from '#model/bundle';
import type { WrittenBundle } from '#model/api/bundles';
import { bundleList } from '#core/bundle/bundle-list';
import { makeFile } from '#core/bundle/make-file';
import type { Database } from '#server/db/database';
import { holdFiles } from '#server/http/held-files';
import { notFound, ProblemError } from '#server/http/problem';
import { openScratch } from '#server/http/scratch';
import { blobPieces } from '#server/store/blobs';
import { type Gathered, gather } from './gather';
import { writeZip, type ZipEntry } from './zip-out';

/** Bundles that were put together and wait to be fetched, for an hour. */
const written = holdFiles<null>({ most: 4, forMs: 60 * 60 * 1000 });

const json = (name: string, value: object): ZipEntry => ({ name, isPacked: false, pieces: [Buffer.from(JSON.stringify(value, null, 1))] });

/** What is worth packing: the other kinds are packed already. */
const isPacked = (mediaType: string): boolean => !['image/svg+xml', 'image/tiff'].includes(mediaType);

async function* entriesOf(
  database: Database,
  { makes, recipes, sessions, rack, supplies, blobs }: Gathered,
  writtenOn: string,
  tell: (share: number) => void,
): AsyncGenerator<ZipEntry> {
  const manifest: BundleManifest = {
    format: 'aquachrome-bundle',
    version: bundleVersion,
    writtenOn,
    makes: makes.map(({ make: { id, name } }) => ({ id, name })),
    recipes: recipes.map(({ id }) => id),
    ...(sessions.length > 0 ? { sessions: sessions.map(({ id }) => id) } : {}),
    blobs,
  };
  const listed = recipes.map(({ id, makeId, kept }) => ({ id, makeId, number: kept.number, writtenOn: kept.recipe.writtenOn }));
  const list = bundleList(
    makes.map(({ make }) => make),
    listed,
    writtenOn,
  );
  yield json('aquachrome.json', manifest);
  yield { name: 'READ ME.txt', isPacked: false, pieces: [Buffer.from(list)] };
  for (const { make, unknown } of makes) yield json(`makes/${make.id}.json`, makeFile(make, unknown));
  for (const recipe of recipes) yield json(`recipes/${recipe.id}.json`, recipe);
  for (const session of sessions) yield json(`sessions/${session.id}.json`, session);
  yield json('rack.json', rack);
  yield json('supplies.json', supplies);
  const total = blobs.reduce((sum, { bytes }) => sum + bytes, 0);
  let done = 0;
  for (const { sha256, mediaType } of blobs) {
    async function* told() {
      for await (const piece of blobPieces(database, sha256)) {
        yield piece;
        done += piece.length;
        tell(done / total);
      }
    }
    yield { name: `blobs/${sha256}`, isPacked: isPacked(mediaType), pieces: told() };
  }
}

/**
 * Puts makes with all that belongs to them into one zip, which then waits to be fetched.
 * @param writtenOn the day. @param tell told how much of it is done, 0 to 1.
 * @throws ProblemError 404 when a make is not there, 413 when they are too large together, 422 when a part cannot be read.
 */
export async function writeBundle(
  database: Database,
  ids: readonly string[],
  writtenOn: string,
  tell: (share: number) => void = () => {},
): Promise<WrittenBundle> {
  const gathered = await gather(database, ids);
  const bytes = gathered.blobs.reduce((sum, blob) => sum + blob.bytes, 0);
  if (bytes > mostBundleBytes)
    throw new ProblemError(413, {
      code: 'too-large',
      message: `Together they have ${Math.round(bytes / 1024 / 1024)} MB; ${mostBundleBytes / 1024 / 1024} MB fit into one file.`,
      remedy: 'Send them in several files.',
    });
  const file = await openScratch();
  try {
    const size = await writeZip(file, entriesOf(database, gathered, writtenOn, tell));
    return {
      id: written.hold(file, size, null),
      bytes: size,
      makes: gathered.makes.length,
      pictures: gathered.makes.reduce((sum, { make }) => sum + make.pictures.length, 0),
      recipes: gathered.recipes.length,
      sessions: gathered.sessions.length,
      markers: gathered.rack.markers.length,
    };
  } catch (error) {
    await file.close();
    throw error;
  }
}

/** Bytes of one read of a bundle that goes out. */
const fetchedBytes = 256 * 1024;

/** A bundle that waits, as a stream. @throws ProblemError 404 when it does not wait any more. */
export async function writtenBundle(id: string): Promise<{ body: ReadableStream<Uint8Array>; size: number }> {
  return new Promise((resolve, reject) => {
    const done = written.using(id, ({ file, size }) => {
      // It stays as long as somebody fetches it.
      return new Promise<true>((isDone) => {
        let from = 0;
        const body = new ReadableStream<Uint8Array>({
          pull: async (controller) => {
            try {
              const piece = await file.read(from, Math.min(fetchedBytes, size - from));
              from += piece.length;
              if (piece.length > 0) controller.enqueue(piece);
              if (from < size) return;
              controller.close();
            } catch (error) {
              controller.error(error);
            }
            isDone(true);
          },
          cancel: () => isDone(true),
        });
        resolve({ body, size });
      });
    });
    done.then((found) => {
      if (found === null) reject(notFound('file that waits here'));
    }, reject);
  });
}
