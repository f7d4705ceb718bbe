import { createHash } from 'node:crypto';
import * as z from 'zod/mini';
import {
  type BundledRecipe,
  type BundledSession,
  type BundledSupplies,
  type BundleManifest,
  bundledRecipeSchema,
  bundledSessionSchema,
  bundledSuppliesSchema,
  bundleManifestSchema,
  bundleVersion,
  mostBundleBytes,
  mostBundleEntries,
  mostBundleJsonBytes,
} from '#model/bundle';
import { makeFileVersion } from '#model/make-file';
import { type Make, makeSchemaVersion } from '#model/make';
import type { RackFile } from '#model/rack-file';
import type { UnknownFields } from '#model/unknown-fields';
import { mostBlobBytes, mostOriginalBytes } from '#model/api/originals';
import { makeFile } from '#core/bundle/make-file';
import { unknownFields } from '#core/bundle/unknown-fields';
import { checkJsonBounds } from '#core/bytes/json-bounds';
import { upgrade } from '#core/upgrade/upgrade';
import { type NewBlob, NewerSchemaError } from '#core/upgrade/upgraded';
import { openZip, refusedZip, type ZipIn } from './zip-in';

const bounds = { depth: 60, values: 3_000_000 };
/** Bytes that all JSON of a bundle may have together: they are in memory at once. */
const mostJsonBytes = 64 * 1024 * 1024;

export type BroughtMake = { make: Make; unknown: UnknownFields | undefined /** Blobs that an upgrade made. */; blobs: NewBlob[] };

/** What a bundle holds, read and sound in itself. Its blobs still lie in the zip. */
export type ReadBundle = {
  makes: BroughtMake[];
  recipes: BundledRecipe[];
  sessions: BundledSession[];
  rack: Pick<RackFile, 'lines' | 'markers' | 'readings'>;
  supplies: Pick<BundledSupplies, 'supplies' | 'schools'>;
  blobs: BundleManifest['blobs'];
  otherFiles: number;
  /** A blob of it, piece by piece. */
  pieces: (sha256: string) => AsyncIterable<Buffer>;
};

/** @throws ProblemError with what is wrong with it. */
function parsed(bytes: Uint8Array, what: string): unknown {
  try {
    checkJsonBounds(bytes, bounds);
    return JSON.parse(Buffer.from(bytes).toString('utf8'));
  } catch (error) {
    if (error instanceof RangeError) throw refusedZip(`${what} cannot be read: ${error.message}.`);
    throw refusedZip(`${what} is no valid JSON.`);
  }
}

function stated(value: unknown, format: string, version: number, what: string): void {
  const own = (value ?? {}) as { format?: unknown; version?: unknown };
  if (own.format !== format || typeof own.version !== 'number') throw refusedZip(`${what} is not what it should be.`);
  if (own.version > version)
    throw refusedZip('It was saved by a newer Aquachrome.', 'Nothing was changed. Update this one, then bring it in.');
}

/** Reads with a schema; what does not fit is told by its place. */
function fitting<T>(schema: z.ZodMiniType<T>, value: unknown, what: string): T {
  const read = schema.safeParse(value);
  if (read.success) return read.data;
  const issue = read.error.issues[0];
  throw refusedZip(`${what} does not fit: ${issue?.path.join('.') ?? ''} ${issue?.message ?? ''}`.trim().replace(/\.?$/, '.'));
}

/** A make of the text of its file, of today's schema or an older one. */
function readMakeFile(bytes: Uint8Array, what: string): BroughtMake {
  const value = parsed(bytes, what);
  stated(value, 'aquachrome-make', makeFileVersion, what);
  const own = (value as { make?: unknown }).make;
  try {
    const { value: make, blobs } = upgrade({ what: 'make', value: own });
    const isOfToday = (own as { schema?: unknown }).schema === makeSchemaVersion;
    return { make, blobs, unknown: isOfToday ? unknownFields(value, makeFile(make)) : undefined };
  } catch (error) {
    if (error instanceof NewerSchemaError)
      throw refusedZip(`${what} was written by a newer Aquachrome.`, 'Nothing was changed. Update this one, then bring it in.');
    if (error instanceof z.core.$ZodError) {
      const issue = error.issues[0];
      throw refusedZip(`${what} does not fit: ${issue?.path.join('.') ?? ''} ${issue?.message ?? ''}.`);
    }
    if (error instanceof RangeError) throw refusedZip(`${what} cannot be read: ${error.message}`);
    throw error;
  }
}

/** Whether every blob is what its name says. @param tell told how much was looked at, 0 to 1. */
async function checkDigests(zip: ZipIn, prefix: string, blobs: BundleManifest['blobs'], tell: (share: number) => void): Promise<void> {
  const total = blobs.reduce((sum, { bytes }) => sum + bytes, 0);
  let done = 0;
  for (const { sha256, mediaType, bytes } of blobs) {
    const most = mediaType === 'application/octet-stream' ? mostBlobBytes : mostOriginalBytes;
    if (bytes > most) throw refusedZip(`A picture in it has ${Math.round(bytes / 1024 / 1024)} MB; ${most / 1024 / 1024} MB fit.`);
    const name = `${prefix}blobs/${sha256}`;
    if (zip.sizes.get(name) !== bytes) throw refusedZip('The file misses a picture, or it is not as large as it says.');
    const hash = createHash('sha256');
    for await (const piece of zip.pieces(name)) {
      hash.update(piece);
      done += piece.length;
      tell(done / total);
    }
    if (hash.digest('hex') !== sha256) throw refusedZip('A picture in the file is damaged: it is not the one that its name says.');
  }
}

const manifestName = 'aquachrome.json';
/** The list that is there for people. */
const listName = 'READ ME.txt';

/** Where in the zip its list lies: a program that packed it again may have put all of it into a folder. */
function prefixOf(zip: ZipIn): string {
  const found = [...zip.sizes.keys()].filter((name) => name === manifestName || name.endsWith(`/${manifestName}`));
  const shortest = found.sort((one, other) => one.length - other.length)[0];
  if (shortest === undefined)
    throw refusedZip(
      'This zip holds no make of Aquachrome.',
      'Nothing was changed. Save a make as a file at the table, and bring that in.',
    );
  return shortest.slice(0, -manifestName.length);
}

async function readZip<T>(path: string, tell: (share: number) => void, work: (bundle: ReadBundle) => Promise<T>): Promise<T> {
  const zip = await openZip(path, { most: mostBundleEntries, mostBytes: mostBundleBytes });
  try {
    const prefix = prefixOf(zip);
    let left = mostJsonBytes;
    const read = async (name: string) => {
      const bytes = await zip.bytes(`${prefix}${name}`, Math.min(left, mostBundleJsonBytes));
      left -= bytes.length;
      return bytes;
    };
    const list = parsed(await read(manifestName), 'Its list');
    stated(list, 'aquachrome-bundle', bundleVersion, 'Its list');
    const manifest = fitting(bundleManifestSchema, list, 'Its list');
    const { sessions: named = [] } = manifest;
    const twice = [manifest.makes.map(({ id }) => id), manifest.recipes, named, manifest.blobs.map(({ sha256 }) => sha256)];
    if (twice.some((names) => new Set(names).size < names.length)) throw refusedZip('Its list names a thing twice.');
    const makes: BroughtMake[] = [];
    for (const { id, name } of manifest.makes) {
      const brought = readMakeFile(await read(`makes/${id}.json`), `The make ${name}`);
      if (brought.make.id !== id) throw refusedZip(`The make ${name} is another one than its list says.`);
      makes.push(brought);
    }
    const recipes: BundledRecipe[] = [];
    for (const id of manifest.recipes) {
      const value = parsed(await read(`recipes/${id}.json`), 'A recipe in it');
      stated(value, 'aquachrome-kept-recipe', bundleVersion, 'A recipe in it');
      const recipe = fitting(bundledRecipeSchema, value, 'A recipe in it');
      if (recipe.id !== id) throw refusedZip('A recipe in it is another one than its list says.');
      recipes.push(recipe);
    }
    const sessions: BundledSession[] = [];
    for (const id of named) {
      const value = parsed(await read(`sessions/${id}.json`), 'A sitting in it');
      stated(value, 'aquachrome-session', bundleVersion, 'A sitting in it');
      const session = fitting(bundledSessionSchema, value, 'A sitting in it');
      if (session.id !== id) throw refusedZip('A sitting in it is another one than its list says.');
      sessions.push(session);
    }
    const rackValue = parsed(await read('rack.json'), 'Its list of markers');
    const suppliesValue = parsed(await read('supplies.json'), 'Its list of papers and inks');
    stated(suppliesValue, 'aquachrome-supplies', bundleVersion, 'Its list of papers and inks');
    const rack = readRackOf(rackValue);
    const supplies = fitting(bundledSuppliesSchema, suppliesValue, 'Its list of papers and inks');
    await checkDigests(zip, prefix, manifest.blobs, tell);
    const ours =
      3 +
      manifest.makes.length +
      manifest.recipes.length +
      named.length +
      manifest.blobs.length +
      (zip.sizes.has(`${prefix}${listName}`) ? 1 : 0);
    return await work({
      ...{ makes, recipes, sessions, rack, supplies, blobs: manifest.blobs },
      otherFiles: zip.sizes.size - ours,
      pieces: (sha256) => zip.pieces(`${prefix}blobs/${sha256}`),
    });
  } finally {
    zip.close();
  }
}

function readRackOf(value: unknown): ReadBundle['rack'] {
  try {
    return upgrade({ what: 'rackFile', value }).value;
  } catch (error) {
    if (error instanceof z.core.$ZodError || error instanceof RangeError || error instanceof NewerSchemaError)
      throw refusedZip('Its list of markers cannot be read.');
    throw error;
  }
}

async function* noPieces(): AsyncGenerator<Buffer> {}

/**
 * Reads a file that holds makes, a bundle or a make alone (JSON), and works with it while it is open.
 * @param head its first bytes. @param tell told how much was looked at, 0 to 1.
 * @throws ProblemError 422 in words for whatever is wrong with it; nothing has been changed then.
 */
export async function withBundle<T>(
  { path, head, size }: { path: string; head: Uint8Array; size: number },
  readAll: () => Promise<Uint8Array>,
  work: (bundle: ReadBundle) => Promise<T>,
  tell: (share: number) => void = () => {},
): Promise<T> {
  const begin = Buffer.from(head).toString('latin1');
  if (begin.startsWith('PK')) return readZip(path, tell, work);
  if (!/^(\xef\xbb\xbf)?\s*\{/.test(begin))
    throw refusedZip('This is no make of Aquachrome.', 'Nothing was changed. Save a make as a file at the table, and bring that in.');
  if (size > mostBundleJsonBytes) throw refusedZip(`It has ${Math.round(size / 1024 / 1024)} MB; a make alone has less than 24.`);
  const make = readMakeFile(await readAll(), 'The make');
  const nothing = { lines: [], markers: [], readings: [] };
  return work({
    ...{ makes: [make], recipes: [], sessions: [], rack: nothing, supplies: { supplies: [], schools: [] }, blobs: [], otherFiles: 0 },
    pieces: noPieces,
  });
}
