import { zlibSync } from 'fflate';
import sharp from 'sharp';
import type { Operation } from '#model/operation';
import { makeSchemaVersion } from '#model/make';
import type { Application } from './application';
import { type FileFigures, noFigures } from './file-rounds';
import { mutated } from './hostile-files';
import { madeUpPicture, madeUpTable } from '../made-up-make';
import { seeded } from '../seeded';

/** Region tables that are no tables, and tables with bits turned over: their packed bytes, or the text in them. */
export function* oddTables(count: number, seed: number): Generator<Uint8Array<ArrayBuffer>> {
  const random = seeded(seed);
  const ids = Array.from({ length: 60 }, (_, i) => `r${i + 1}`);
  const { table, bytes } = madeUpTable(ids);
  const text = Buffer.from(JSON.stringify(table.table));
  for (let number = 0; number < count; number++) {
    if (number % 3 === 0) yield new Uint8Array(mutated({ name: 'table', bytes: Buffer.from(bytes) }, random).bytes);
    else yield zlibSync(mutated({ name: 'table', bytes: text }, random).bytes, { level: 6 }) as Uint8Array<ArrayBuffer>;
  }
}

/** Names odd tables in edits of a make of the real server, while others ask for it; tells what became of them. */
export async function runTableRounds(application: Application, tables: Iterable<Uint8Array<ArrayBuffer>>): Promise<FileFigures> {
  const { address } = application;
  const figures = noFigures();
  const headers = { origin: address };
  const json = { ...headers, 'content-type': 'application/json' };
  const post = async (path: string, body: unknown) =>
    fetch(`${address}${path}`, { method: 'POST', headers: json, body: JSON.stringify(body), signal: AbortSignal.timeout(60_000) });
  const keep = async (bytes: Uint8Array<ArrayBuffer>): Promise<string> => {
    const answer = await fetch(`${address}/api/blobs`, {
      method: 'POST',
      headers: { ...headers, 'content-type': 'application/octet-stream' },
      body: bytes,
    });
    return ((await answer.json()) as { sha256: string }).sha256;
  };
  const health = async () => ((await (await fetch(`${address}/api/health`)).json()) as { processId: number }).processId;
  const first = await health();
  const id = crypto.randomUUID();
  await post('/api/makes', { id, name: 'Odd tables' });
  const grey = await keep(
    new Uint8Array(
      await sharp({ create: { width: 10, height: 10, channels: 3, background: '#fff' } })
        .png()
        .toBuffer(),
    ),
  );
  const row = madeUpPicture({
    original: { sha256: grey, mediaType: 'image/png', fileName: 'p.png' },
    grey: { sha256: grey, widthPx: 10, heightPx: 10 },
  });
  let revision = 0;
  const edit = async (operations: Operation[]) => {
    const batch = { schema: makeSchemaVersion, batchId: crypto.randomUUID(), baseRevision: revision, operations };
    const start = performance.now();
    const answer = await post(`/api/makes/${id}/batches`, batch);
    figures.longestMs = Math.max(figures.longestMs, Math.round(performance.now() - start));
    if (answer.ok) revision++;
    return { ok: answer.ok, status: answer.status, said: (await answer.json()) as { message?: string; remedy?: string; code?: string } };
  };
  await edit([{ kind: 'put', entity: 'picture', row }]);
  let going = true;
  const times: number[] = [];
  const others = (async () => {
    while (going) {
      const start = performance.now();
      await fetch(`${address}/api/makes`).then((answer) => answer.arrayBuffer());
      times.push(performance.now() - start);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  })();
  for (const bytes of tables) {
    const digest = await keep(bytes);
    const regionMap = { labelMap: digest, table: digest, widthPx: 10, heightPx: 10, count: 60, of: 'x' };
    const { ok, status, said } = await edit([{ kind: 'setRegionMap', pictureId: row.id, regionMap }]);
    figures.files++;
    if (ok) figures.taken++;
    else figures.refused++;
    if (!ok && (status >= 500 || !/\w{3}/.test(said.message ?? '') || !/\w{3}/.test(said.remedy ?? '')))
      figures.withoutWords.push(`${status} ${said.code} ${said.message}`);
    // Whatever was taken, the make is read, and goes back to having none.
    const read = await fetch(`${address}/api/makes/${id}`);
    if (!read.ok) figures.withoutWords.push(`the make answered ${read.status}`);
    if (ok) await edit([{ kind: 'setRegionMap', pictureId: row.id, regionMap: null }]);
  }
  going = false;
  await others;
  if ((await health().catch(() => 0)) !== first) figures.deaths++;
  times.sort((one, other) => one - other);
  figures.others = times.length;
  figures.othersP95Ms = Math.round(times[Math.floor(0.95 * (times.length - 1))] ?? 0);
  return figures;
}
