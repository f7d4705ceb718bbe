import type { Picture } from '#model/picture';
import { decodeRegionTable, indexTable } from '#core/make/region-tables';
import { soundPicture } from '#core/make/rules';
import { decodeLabelMap } from '#core/picture/label-map';
import type { Database } from '#server/db/database';
import { readBlob } from './blobs';

/** Width and height as the header of a PNG states them (PNG Third Edition, 11.2.2 IHDR); null for what is none. */
function pngSize(bytes: Buffer): [number, number] | null {
  return bytes.length >= 24 && bytes.toString('latin1', 1, 4) === 'PNG' ? [bytes.readUInt32BE(16), bytes.readUInt32BE(20)] : null;
}

/** What is wrong with a picture that its schema does not say: its areas, their map, the scan. @returns words, or null. */
export async function faultOfPicture(database: Database, picture: Picture): Promise<string | null> {
  const { grey, regionMap } = picture;
  const size = pngSize((await readBlob(database, grey.sha256)).bytes);
  if (size?.[0] !== grey.widthPx || size[1] !== grey.heightPx) return 'its scan is not the one that it tells of';
  if (!regionMap) {
    soundPicture(picture, undefined);
    return null;
  }
  const table = indexTable(decodeRegionTable((await readBlob(database, regionMap.table)).bytes));
  soundPicture(picture, table);
  if (table.table.regions.length !== regionMap.count) return 'its areas are not as many as it tells of';
  const labels = decodeLabelMap((await readBlob(database, regionMap.labelMap)).bytes, regionMap.widthPx, regionMap.heightPx);
  return labels.some((label) => label !== 0 && !table.byLabel.has(label)) ? 'its map of areas names areas that are not there' : null;
}
