import type { Database } from '#server/db/database';
import { notFound } from '#server/http/problem';
import { readBlob } from './blobs';
import { readRecipe } from './recipes';

/** How a JPEG begins (ISO/IEC 10918-1, SOI and the next marker). */
const jpegBegins = 'ffd8ff';

/** A blob that is shown as a picture: only a JPEG is. */
async function jpegResponse(database: Database, sha256: string | undefined, caching: string): Promise<Response> {
  if (!sha256) throw notFound('picture of this recipe');
  const { bytes } = await readBlob(database, sha256);
  if (bytes.toString('hex', 0, 3) !== jpegBegins) throw notFound('picture of this recipe');
  return new Response(new Uint8Array(bytes), { headers: { 'content-type': 'image/jpeg', 'cache-control': caching } });
}

/** What a kept recipe was expected to look like; it never changes. @throws ProblemError 404 where none was kept. */
export async function lookOfRecipe(database: Database, id: string): Promise<Response> {
  const { kept } = await readRecipe(database, id);
  return jpegResponse(database, kept.pictures.look?.sha256, 'private, max-age=31536000, immutable');
}

/** The photo of the finished piece. @throws ProblemError 404 where there is none. */
export async function photoOfRecipe(database: Database, id: string): Promise<Response> {
  const { notes } = await readRecipe(database, id);
  return jpegResponse(database, notes.photo, 'no-store');
}
