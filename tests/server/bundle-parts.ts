import type { LookedAtBundle, TakeBundle, TakenBundle, WrittenBundle } from '#model/api/bundles';
import { withBundle } from '#server/bundle/read-bundle';
import { lookAtBundle } from '#server/bundle/look-at-bundle';
import { takeBundle } from '#server/bundle/take-bundle';
import { writeBundle, writtenBundle } from '#server/bundle/write-bundle';
import type { Database } from '#server/db/database';
import { openScratch } from '#server/http/scratch';
import { unzipped } from '../unzipped';

/** Makes as a zip, as it is fetched. */
export async function bundleOf(
  database: Database,
  ids: readonly string[],
  on = '2026-11-30',
): Promise<{ bytes: Buffer; told: WrittenBundle }> {
  const told = await writeBundle(database, ids, on);
  const { body, size } = await writtenBundle(told.id);
  const bytes = Buffer.from(await new Response(body).arrayBuffer());
  if (bytes.length !== size) throw new Error(`It said ${size} bytes and has ${bytes.length}.`);
  return { bytes, told };
}

/** Files of a zip by their names. */
export async function filesOf(zip: Uint8Array): Promise<Map<string, Buffer>> {
  return new Map((await unzipped(zip)).map(({ name, bytes }) => [name, bytes]));
}

async function reading<T>(bytes: Uint8Array, work: Parameters<typeof withBundle<T>>[2]): Promise<T> {
  const file = await openScratch();
  try {
    await file.write(bytes);
    return await withBundle({ path: file.path, head: bytes.subarray(0, 64), size: bytes.length }, async () => bytes, work);
  } finally {
    await file.close();
  }
}

export const lookedAt = (database: Database, bytes: Uint8Array): Promise<LookedAtBundle> =>
  reading(bytes, (bundle) => lookAtBundle(database, bundle, 'here'));

export const taken = (
  database: Database,
  bytes: Uint8Array,
  asked: TakeBundle = { wishes: {} },
  tell?: (share: number) => void,
): Promise<TakenBundle> => reading(bytes, (bundle) => takeBundle(database, bundle, asked, tell));

/** All that a make, its recipes, the rack and what lies beside it say: to see whether anything was changed. */
export async function everythingIn(database: Database): Promise<string> {
  const tables = [
    'makes',
    'make_pictures',
    'make_steps',
    'kept_recipes',
    'recipe_notes',
    'sessions',
    'session_entries',
    'markers',
    'marker_lines',
    'colour_readings',
    'supplies',
    'own_schools',
    'drawer',
  ];
  const all: unknown[] = [];
  for (const table of tables) {
    const [rows] = await database.sequelize.query(`SELECT * FROM ${table} ORDER BY 1, 2`);
    all.push([table, rows]);
  }
  return JSON.stringify(all);
}
