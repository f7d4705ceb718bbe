import { makeSchemaVersion } from '#model/make';
import type { RackMarker } from '#model/marker';
import type { Operation } from '#model/operation';
import { openDatabase } from '#server/db/database';
import { readingsOf } from '../../src/core/markers/readings';
import { addToRack } from '#server/store/rack';
import { seeded } from '../seeded';
import type { Application } from './application';

/** Fills an application with copies of its first make and with made-up markers, as many as wished. */
export async function fillCrowd(application: Application, options: { makes: number; markers: number }): Promise<void> {
  const database = openDatabase(application.databaseUrl);
  const { sequelize } = database;
  const many = `generate_series(1, ${options.makes}) AS n`;
  await sequelize.query(`
    WITH first AS (SELECT * FROM makes ORDER BY id LIMIT 1)
    INSERT INTO makes (id, revision, head, summary, created_at, updated_at)
    SELECT 'crowd-' || n, 0,
      first.head || jsonb_build_object('id', 'crowd-' || n, 'name', 'Make of the crowd ' || n),
      first.summary || jsonb_build_object('id', 'crowd-' || n, 'name', 'Make of the crowd ' || n),
      now() - n * interval '1 minute', now() - n * interval '1 minute'
    FROM first, ${many}`);
  await sequelize.query(`
    WITH own AS (SELECT * FROM make_pictures WHERE make_id = (SELECT id FROM makes WHERE id NOT LIKE 'crowd-%' ORDER BY id LIMIT 1))
    INSERT INTO make_pictures (make_id, picture_id, place, document) SELECT 'crowd-' || n, own.picture_id, own.place, own.document FROM own, ${many}`);
  const random = seeded(17);
  const markers = Array.from({ length: options.markers }, (_, index): RackMarker => {
    const family = `CROWD${String.fromCharCode(65 + (index % 26))}${String.fromCharCode(65 + (Math.floor(index / 26) % 3))}`;
    return {
      id: `crowd-${index}`,
      lineId: 'crowd-line',
      code: `${family}${index}`,
      family,
      depth: index % 10,
      lab: { L: 15 + 80 * random(), a: 90 * random() - 45, b: 90 * random() - 45 },
      colourSource: 'picked',
      owned: random() < 0.8,
      count: 1,
      state: 'good',
    };
  });
  for (let from = 0; from < markers.length; from += 1000) {
    const some = markers.slice(from, from + 1000);
    await addToRack(database, {
      lines: [{ id: 'crowd-line', name: 'Crowd', rule: { parts: ['family', 'depth'] } }],
      markers: some,
      pairNotes: [],
      readings: readingsOf(some, '2026-09-05', (id) => id),
    });
  }
  await sequelize.close();
}

export type CrowdFigures = {
  reads: number;
  readP95Ms: number;
  edits: number;
  editP95Ms: number;
  failed: number;
  /** Sizes of answers in bytes. */
  listBytes: number;
  makeBytes: number;
  rackBytes: number;
};

/** Clients that each read lists and makes and edit a make of their own, for so long. */
export async function runCrowd(address: string, options: { clients: number; seconds: number }): Promise<CrowdFigures> {
  const figures: CrowdFigures = { reads: 0, readP95Ms: 0, edits: 0, editP95Ms: 0, failed: 0, listBytes: 0, makeBytes: 0, rackBytes: 0 };
  const reads: number[] = [];
  const edits: number[] = [];
  const until = performance.now() + options.seconds * 1000;
  const timed = async (times: number[], path: string, init: RequestInit = {}): Promise<string> => {
    const start = performance.now();
    const answer = await fetch(`${address}${path}`, init);
    const body = await answer.text();
    times.push(performance.now() - start);
    if (!answer.ok) figures.failed++;
    return body;
  };
  const read = (path: string) => timed(reads, path);
  figures.listBytes = (await read('/api/makes')).length;
  figures.makeBytes = (await read('/api/makes/crowd-1')).length;
  figures.rackBytes = (await read('/api/rack')).length;
  const client = async (number: number) => {
    const random = seeded(number);
    const id = `crowd-${number + 1}`;
    let { revision } = JSON.parse(await read(`/api/makes/${id}`)) as { revision: number };
    for (let turn = 0; performance.now() < until; turn++) {
      await read(random() < 0.5 ? '/api/makes?most=20' : `/api/makes?find=${encodeURIComponent(`crowd ${Math.floor(random() * 999)}`)}`);
      await read(`/api/makes/crowd-${1 + Math.floor(random() * 900)}`);
      const operation: Operation = {
        kind: 'patch',
        entity: 'make',
        fields: { lamp: { kind: 'distant', azimuthDeg: turn % 360, heightDeg: 40 } },
      };
      const batch = {
        schema: makeSchemaVersion,
        batchId: crypto.randomUUID(),
        baseRevision: revision,
        operations: [operation],
        step: { id: crypto.randomUUID(), turn: 'do' },
      };
      const headers = { 'content-type': 'application/json', origin: address };
      const answer = JSON.parse(await timed(edits, `/api/makes/${id}/batches`, { method: 'POST', headers, body: JSON.stringify(batch) }));
      revision = (answer as { revision?: number }).revision ?? revision;
      // A maker thinks between two acts.
      await new Promise((resolve) => setTimeout(resolve, 200 + random() * 600));
    }
  };
  await Promise.all(Array.from({ length: options.clients }, (_, number) => client(number)));
  const p95 = (times: number[]) => Math.round(times.sort((a, b) => a - b)[Math.floor(0.95 * (times.length - 1))] ?? 0);
  return { ...figures, reads: reads.length, readP95Ms: p95(reads), edits: edits.length, editP95Ms: p95(edits) };
}
