/** Loads the demo data into an empty database; leaves any other as it is. */
import { readFile } from 'node:fs/promises';
import { QueryTypes } from 'sequelize';
import sharp from 'sharp';
import { makeSchemaVersion } from '#model/make';
import type { DrawerItem } from '#model/drawer';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import { encodeLabelMap } from '#core/picture/label-map';
import { newColouring, treat } from '#core/make/coloured';
import { digestOf } from '#core/make/digest';
import { readingKey } from '#core/make/reading-key';
import { encodeRegionTable } from '#core/make/region-tables';
import { toRegionTable } from '#core/picture/region-table';
import { readLines, readRegions } from '#core/picture/read-picture';
import { usualReading } from '#model/reading';
import { type Database, openDatabase } from '#server/db/database';
import { decodeGrey, inspectOriginal } from '#server/decode/original';
import { keepBlob } from '#server/store/blobs';
import { applyBatch } from '#server/store/apply-batch';
import { createMake } from '#server/store/makes';
import { addToRack } from '#server/store/rack';
import { changeDrawer } from '#server/store/drawer';
import { changeSupplies } from '#server/store/supplies';
import { inWords } from '../scripts/in-words';
import { type DemoMake, demoMakes } from './balloon-post';
import { demoRack } from './marker-lines';
import { demoDrawer, drawerOfPicture } from './drawer';
import { demoSupplies } from './supplies';
import { renderScan, turnedPlace } from './scan';

/** Pictures, regions and elements of a demo make, as the operations a maker would have made; and the stamp and die that it is made with. */
async function broughtIn(database: Database, make: DemoMake): Promise<{ operations: Operation[]; drawer: DrawerItem[] }> {
  const { id: pictureId, name, file } = make.picture;
  const drawing = await readFile(new URL(`line-images/${file}`, import.meta.url));
  const { scan, unitsPerMm } = make.picture;
  const bytes = scan ? await renderScan(drawing, { ...scan, widthMm: make.picture.widthMm }) : drawing;
  const { widthMm: statedMm, mediaType } = await inspectOriginal(bytes);
  const widthMm = statedMm ?? make.picture.widthMm;
  const { png, widthPx, heightPx, heightMm } = await decodeGrey(bytes, widthMm);
  const { data } = await sharp(png).extractChannel(0).raw().toBuffer({ resolveWithObject: true });
  const pxPerMm = widthPx / widthMm;
  const lines = readLines({ width: widthPx, height: heightPx, data: new Uint8Array(data), pxPerMm }, usualReading.settings);
  const reading = readRegions(lines, usualReading);
  const { found } = reading;
  const table = toRegionTable(reading, { pxPerMm, frame: { widthMm, heightMm }, given: 0 });
  const tableBytes = encodeRegionTable(table);
  await keepBlob(database, 'application/octet-stream', tableBytes);
  const labelMap = await keepBlob(database, 'application/octet-stream', encodeLabelMap(found.labels));
  const drawnSize = await sharp(drawing).metadata();
  const drawnMm = [make.picture.widthMm, (make.picture.widthMm * drawnSize.height) / drawnSize.width] as const;
  const regionAt = ([x, y]: readonly [number, number]): string => {
    const drawn = [x / unitsPerMm, y / unitsPerMm] as const;
    const [xMm, yMm] = scan ? turnedPlace(drawn, drawnMm, scan.turnDeg) : drawn;
    const label = found.labels[Math.floor(yMm * pxPerMm) * widthPx + Math.floor(xMm * pxPerMm)];
    const region = table.regions.find((candidate) => candidate.label === label);
    if (!region) throw new Error(`Demo make "${make.name}": no region at ${x}, ${y} of ${file}.`);
    return region.id;
  };
  const markers = new Map(demoRack().markers.map((marker) => [marker.code, marker]));
  const rung = (code: string) => {
    const marker = markers.get(code);
    if (!marker) throw new Error(`Demo make "${make.name}": no marker ${code}.`);
    return { markerId: marker.id, code };
  };
  const colouringId = pictureId;
  const elements = make.elements.flatMap(({ name: of, points, codes }, index): Operation[] => {
    const id = `${pictureId}-element-${index + 1}`;
    const row = { id, name: of, regionIds: [...new Set(points.map(regionAt))] };
    const gathered: Operation = { kind: 'put', entity: 'element', pictureId, index, row };
    return [gathered, ...(codes ? [treat({ pictureId, colouringId }, id, { ladder: { rungs: codes.map(rung) } })] : [])];
  });
  const fileName = scan ? file.replace('.svg', ' scan.png') : file;
  const original = { sha256: await keepBlob(database, mediaType, bytes), mediaType, fileName };
  const grey = { sha256: await keepBlob(database, 'image/png;aquachrome=grey', png), widthPx, heightPx };
  const bare: Picture = {
    id: pictureId,
    name,
    widthMm,
    heightMm,
    original,
    grey,
    regionsGiven: 0,
    mends: [],
    elements: [],
    bodies: [],
    fronts: [],
    cuts: [],
    colourings: [newColouring(colouringId)],
  };
  const regionMap = {
    labelMap,
    table: digestOf(tableBytes),
    widthPx,
    heightPx,
    count: table.regions.length,
    of: readingKey(bare),
  };
  const lamp: Operation[] = make.lamp ? [{ kind: 'patch', entity: 'make', fields: { lamp: { ...make.lamp, pictureId } } }] : [];
  const drawer = drawerOfPicture(
    { id: pictureId, name, isInlay: make.isInlay === true },
    { widthMm, heightMm, original, grey },
    { labels: found.labels, lines: lines.data, width: widthPx, height: heightPx, pxPerMm },
  );
  return { operations: [{ kind: 'put', entity: 'picture', row: { ...bare, regionMap } }, ...elements, ...lamp], drawer };
}

const onceName = 'demo-data';

/**
 * Loads the demo data once in the life of a database. A first start that was cut short goes on where it stopped, since every
 * step may be done twice; a demo make that the maker deleted does not come back.
 * @returns whether anything was loaded.
 */
export async function loadDemo(database: Database, makes: readonly DemoMake[] = demoMakes): Promise<boolean> {
  const { sequelize } = database;
  const done = await sequelize.query('SELECT 1 FROM once_done WHERE name = :name', {
    replacements: { name: onceName },
    type: QueryTypes.SELECT,
  });
  if (done.length > 0) return false;
  await addToRack(database, demoRack());
  await changeSupplies(database, demoSupplies);
  await changeDrawer(database, { items: demoDrawer });
  for (const make of makes) {
    await createMake(database, { id: make.id, name: make.name });
    const { operations, drawer } = await broughtIn(database, make);
    await applyBatch(database, make.id, { schema: makeSchemaVersion, batchId: `demo-${make.id}`, baseRevision: 0, operations });
    await changeDrawer(database, { items: drawer });
  }
  await sequelize.query('INSERT INTO once_done (name) VALUES (:name) ON CONFLICT DO NOTHING', { replacements: { name: onceName } });
  return true;
}

if (process.argv[1]?.endsWith('demo/load.ts')) {
  await inWords(async () => {
    const database = openDatabase(process.env.AQUACHROME_DATABASE_URL ?? '', { patient: true });
    // Given the ids of makes, it loads only those: tests start it often.
    const wanted = [...process.argv.slice(2), ...(process.env.AQUACHROME_DEMO_MAKES ?? '').split(' ')].filter((id) => id !== '');
    const makes = wanted.length > 0 ? demoMakes.filter(({ id }) => wanted.includes(id)) : demoMakes;
    try {
      if (await loadDemo(database, makes)) console.log('Demo data loaded.');
    } finally {
      await database.sequelize.close();
    }
  });
}
