import sharp from 'sharp';
import { makeSchemaVersion } from '../../src/model/make';
import type { Operation } from '../../src/model/operation';
import { usualReading } from '../../src/model/reading';
import { treat } from '../../src/core/make/coloured';
import { readingKey } from '../../src/core/make/reading-key';
import { encodeRegionTable } from '../../src/core/make/region-tables';
import { encodeLabelMap } from '../../src/core/picture/label-map';
import { readRegions } from '../../src/core/picture/read-picture';
import { toRegionTable } from '../../src/core/picture/region-table';
import { usualPxPerMm } from '../../src/core/raster/resolution';
import type { Database } from '../../src/server/db/database';
import { applyBatch } from '../../src/server/store/apply-batch';
import { keepBlob } from '../../src/server/store/blobs';
import { createMake } from '../../src/server/store/makes';
import { madeUpPicture } from '../../tests/made-up-make';
import { badger, pageOf40 } from './scenes';

/** Keeps an A4 page of forty badgers as a make of its own, "page", with its areas in ten elements with ladders. @returns how many areas it has, and its size in px. */
export async function keepPageOf40(database: Database): Promise<{ areas: number; width: number; height: number }> {
  const { width, height, labels } = pageOf40(await badger());
  const pxPerMm = usualPxPerMm;
  // Lines where two labels meet: the page read as any other picture.
  const data = new Uint8Array(width * height);
  for (let i = width; i < data.length; i++) if (labels[i] !== labels[i - 1] || labels[i] !== labels[i - width]) data[i] = 1;
  const reading = readRegions(
    { width, height, data, pxPerMm },
    { ...usualReading, settings: { ...usualReading.settings, readMarks: false } },
  );
  const png = await sharp(Buffer.from(data.map((ink) => (ink ? 0 : 255))), { raw: { width, height, channels: 1 } })
    .png()
    .toBuffer();
  const grey = await keepBlob(database, 'image/png;aquachrome=grey', png);
  const frame = { widthMm: width / pxPerMm, heightMm: height / pxPerMm };
  const table = toRegionTable(reading, { pxPerMm, frame, given: 0 });
  const bare = madeUpPicture({
    ...frame,
    original: { sha256: grey, mediaType: 'image/png', fileName: 'page.png' },
    grey: { sha256: grey, widthPx: width, heightPx: height },
  });
  const keep = (bytes: Uint8Array) => keepBlob(database, 'application/octet-stream', bytes);
  const regionMap = {
    labelMap: await keep(encodeLabelMap(reading.found.labels)),
    table: await keep(encodeRegionTable(table)),
    widthPx: width,
    heightPx: height,
    count: table.regions.length,
    of: readingKey(bare),
  };
  const elements = Array.from({ length: 10 }, (_, number) => ({
    id: `e${number}`,
    name: `Element ${number + 1}`,
    regionIds: table.regions.filter((_region, index) => index % 12 === number).map(({ id }) => id),
  }));
  const ladder = { rungs: ['one', 'two', 'three'].map((code) => ({ markerId: code, code })) };
  const operations: Operation[] = [
    { kind: 'put', entity: 'picture', row: { ...bare, regionMap, elements } },
    ...elements.map(({ id }) => treat({ pictureId: bare.id, colouringId: bare.colourings[0]?.id ?? '' }, id, { ladder })),
  ];
  await createMake(database, { id: 'page', name: 'A4' });
  await applyBatch(database, 'page', { schema: makeSchemaVersion, batchId: 'page', baseRevision: 0, operations });
  return { areas: table.regions.length, width, height };
}
