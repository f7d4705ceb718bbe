/**
 * Prints what a mend and a lamp move cost in bytes on a made-up picture of about 500 regions: npm run bench:bytes. What the database writes is
 * told by its write-ahead log, in a throwaway cluster.
 */
import { QueryTypes } from 'sequelize';
import { makeSchemaVersion } from '../src/model/make';
import type { Operation } from '../src/model/operation';
import { usualReading } from '../src/model/reading';
import { digestOf } from '../src/core/make/digest';
import { readingKey } from '../src/core/make/reading-key';
import { encodeRegionTable, indexTable } from '../src/core/make/region-tables';
import { encodeLabelMap } from '../src/core/picture/label-map';
import { inheritedAssignments, matchRegions } from '../src/core/picture/match-regions';
import { readRegions } from '../src/core/picture/read-picture';
import { toRegionTable } from '../src/core/picture/region-table';
import { openDatabase } from '../src/server/db/database';
import { migrate } from '../src/server/db/migrate';
import { applyBatch, type SentBatch } from '../src/server/store/apply-batch';
import { keepBlob } from '../src/server/store/blobs';
import { createMake, readMake } from '../src/server/store/makes';
import { madeUpPicture } from '../tests/made-up-make';
import { freshDatabase, startCluster } from '../tests/server/cluster';

const pxPerMm = 10;
const [width, height, cell] = [2000, 1600, 78];
const data = new Uint8Array(width * height);
for (let y = 20; y < height - 20; y++)
  for (let x = 20; x < width - 20; x++) if ((x - 20) % cell < 5 || (y - 20) % cell < 5) data[y * width + x] = 1;
const lines = { width, height, data, pxPerMm };
const frame = { widthMm: width / pxPerMm, heightMm: height / pxPerMm };

const cluster = await startCluster({ durable: true });
const database = openDatabase(await freshDatabase(cluster.url));
await migrate(database.sequelize);
const keep = (bytes: Uint8Array) => keepBlob(database, 'application/octet-stream', bytes);

const first = readRegions(lines, usualReading);
const table = toRegionTable(first, { pxPerMm, frame, given: 0 });
const elements = Array.from({ length: 10 }, (_, number) => ({
  id: crypto.randomUUID(),
  name: `Element ${number + 1}`,
  regionIds: table.regions.filter((_region, index) => index % 10 === number).map(({ id }) => id),
}));
const grey = await keep(new Uint8Array([1]));
const bare = madeUpPicture({
  ...frame,
  original: { sha256: grey, mediaType: 'image/png', fileName: 'boxes.png' },
  grey: { sha256: grey, widthPx: width, heightPx: height },
});
const mapOf = async (labels: Uint16Array, bytes: Uint8Array, of: string, count: number) => ({
  labelMap: await keep(encodeLabelMap(labels)),
  table: await keep(bytes),
  widthPx: width,
  heightPx: height,
  count,
  of,
});
const regionMap = await mapOf(first.found.labels, encodeRegionTable(table), readingKey(bare), table.regions.length);
const makeId = 'bytes';
await createMake(database, { id: makeId, name: 'Bytes' });

/** Sends a batch; answers its size as it is sent, and the bytes that the database wrote. */
async function send(operations: Operation[], turn: 'do' | 'follow', id: string): Promise<{ sent: number; written: number }> {
  const { revision } = await readMake(database, makeId);
  const batch: SentBatch = {
    schema: makeSchemaVersion,
    batchId: crypto.randomUUID(),
    baseRevision: revision,
    operations,
    step: { id, turn },
  };
  const position = async () => {
    const [row] = await database.sequelize.query<{ at: string }>("SELECT pg_current_wal_insert_lsn() - '0/0' AS at", {
      type: QueryTypes.SELECT,
    });
    return Number(row?.at);
  };
  // The first touch of a page after a checkpoint writes the page whole: the same edit is what counts, so a checkpoint comes well before.
  const before = await position();
  await applyBatch(database, makeId, batch);
  return { sent: JSON.stringify(batch).length, written: (await position()) - before };
}

const put = await send([{ kind: 'put', entity: 'picture', row: { ...bare, regionMap, elements } }], 'do', 'put');
const lamps: { sent: number; written: number }[] = [];
for (const azimuthDeg of [300, 310, 320, 330, 340]) {
  const lamp = { kind: 'distant' as const, azimuthDeg, heightDeg: 40 };
  lamps.push(await send([{ kind: 'patch', entity: 'make', fields: { lamp } }], 'do', `lamp-${azimuthDeg}`));
}
const victim = table.regions[200];
if (!victim) throw new Error('The picture has too few regions.');
const [left, , wide] = victim.boundsMm;
const mend = {
  kind: 'divide' as const,
  id: crypto.randomUUID(),
  points: [
    [left - 0.2, victim.insideMm[1]],
    [left + wide + 0.2, victim.insideMm[1]],
  ] as [number, number][],
};
const second = readRegions(lines, { ...usualReading, mends: [mend] });
const match = matchRegions({ labels: first.found.labels, width, height, regions: table.regions }, second.found);
const given = table.regions.length;
const mended = toRegionTable(second, { pxPerMm, frame, given, before: { elements, table: indexTable(table), match } });
const mendedBytes = encodeRegionTable(mended);
const pictureId = bare.id;
const touch = { kind: 'touch' as const, id: mend.id, tool: 'divide' as const, points: [victim.insideMm] };
const key = readingKey({ ...bare, mends: [mend] });
const stroke = await send([{ kind: 'put', entity: 'mend', pictureId, row: touch }], 'do', 'mend');
const newMap = await mapOf(second.found.labels, mendedBytes, key, mended.regions.length);
const reading = await send(
  [
    { kind: 'put', entity: 'mend', pictureId, row: mend },
    { kind: 'setRegionMap', pictureId, regionMap: newMap, givenBefore: given },
    { kind: 'assignRegions', pictureId, assignments: inheritedAssignments({ elements }, mended, match) },
  ],
  'follow',
  'mend',
);
const { document } = await readMake(database, makeId);
const row = (name: string, bytes: number) => console.log(`| ${name} | ${bytes.toLocaleString('en')} |`);
console.log(`${table.regions.length} regions in ${elements.length} elements\n\n| what | bytes |\n| --- | --- |`);
row('the make as a document', JSON.stringify(document).length);
row('a mend: its stroke, as sent', stroke.sent);
row('a mend: its reading, as sent', reading.sent);
row('a mend: region table, a blob beside it', mendedBytes.length);
row('a mend: label map, a blob beside it', encodeLabelMap(second.found.labels).length);
row('a mend: written by the database, without its blobs', stroke.written + reading.written);
row('a lamp move, as sent', lamps[0]?.sent ?? 0);
row('a lamp move, written by the database (median of 5)', lamps.map(({ written }) => written).sort((a, b) => a - b)[2] ?? 0);
row('bringing the picture in, as sent', put.sent);
if (digestOf(mendedBytes) !== newMap.table) throw new Error('The blob is not named by its digest.');
await database.sequelize.close();
await cluster.stop();
