import { type KeptMake, keptMakeSchema } from '#model/api/makes';
import type { Make } from '#model/make';
import type { Picture } from '#model/picture';
import { pictureById } from '#core/make/picture-lookup';
import { decodeRegionTable, type IndexedTable, indexTable } from '#core/make/region-tables';
import { call, fetchBlob } from './server-calls';

/** A kept make, read once. @throws CallProblem */
export function fetchMake(makeId: string): Promise<KeptMake> {
  return call(keptMakeSchema, `/api/makes/${makeId}`);
}

/** A picture of a kept make with its regions. @param pictureId null: the first. @throws CallProblem or RangeError */
export async function fetchPicture(
  makeId: string,
  pictureId: string | null,
): Promise<{ make: Make; picture: Picture | undefined; table: IndexedTable | undefined }> {
  const { document: make } = await fetchMake(makeId);
  const picture = pictureById(make, pictureId) ?? make.pictures[0];
  const digest = picture?.regionMap?.table;
  return { make, picture, table: digest ? indexTable(decodeRegionTable(await fetchBlob(digest))) : undefined };
}
