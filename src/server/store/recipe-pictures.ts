import type { Database } from '#server/db/database';
import { notFound } from '#server/http/problem';
import { readBlob } from './blobs';
import { readRecipe } from './recipes';

/** How pictures begin that a browser shows and cannot run: JPEG (ISO/IEC 10918-1), PNG (ISO/IEC 15948), WebP (RFC 9649). */
const begins: readonly (readonly [RegExp, string])[] = [
  [/^ffd8ff/, 'image/jpeg'],
  [/^89504e470d0a1a0a/, 'image/png'],
  [/^52494646.{8}57454250/, 'image/webp'],
];

/** A blob that is shown as a picture: none is but these. */
async function pictureResponse(database: Database, sha256: string | undefined, caching: string): Promise<Response> {
  if (!sha256) throw notFound('picture of this recipe');
  const { bytes } = await readBlob(database, sha256);
  const head = bytes.toString('hex', 0, 12);
  const mediaType = begins.find(([begin]) => begin.test(head))?.[1];
  if (!mediaType) throw notFound('picture of this recipe');
  return new Response(new Uint8Array(bytes), { headers: { 'content-type': mediaType, 'cache-control': caching } });
}

/** What a kept recipe was expected to look like; it never changes. @throws ProblemError 404 where none was kept. */
export async function lookOfRecipe(database: Database, id: string): Promise<Response> {
  const { kept } = await readRecipe(database, id);
  return pictureResponse(database, kept.pictures.look?.sha256, 'private, max-age=31536000, immutable');
}

/** The photo of the finished piece. @throws ProblemError 404 where there is none. */
export async function photoOfRecipe(database: Database, id: string): Promise<Response> {
  const { notes } = await readRecipe(database, id);
  return pictureResponse(database, notes.photo, 'no-store');
}
