import { readdirSync, readFileSync } from 'node:fs';
import type { Application } from './application';
import type { NamedFile } from './hostile-files';

export type FileFigures = {
  files: number;
  taken: number;
  refused: number;
  /** Answers of another kind than an acceptance or a refusal in words; what must stay 0 with the next two. */
  withoutWords: string[];
  /** Requests that took more than 25 s, waiting included. */
  hangs: string[];
  deaths: number;
  longestMs: number;
  /** Other requests meanwhile. */
  others: number;
  othersP95Ms: number;
  /** Memory of the server and of all processes it has started, in MB. */
  peakMb: number;
};

export const noFigures = (): FileFigures => ({
  files: 0,
  taken: 0,
  refused: 0,
  withoutWords: [],
  hangs: [],
  deaths: 0,
  longestMs: 0,
  others: 0,
  othersP95Ms: 0,
  peakMb: 0,
});

/** Memory held by a process and its children, in bytes. */
function familyBytes(pid: number): number {
  let sum = 0;
  try {
    sum = Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) * 4096;
    for (const thread of readdirSync(`/proc/${pid}/task`)) {
      for (const child of readFileSync(`/proc/${pid}/task/${thread}/children`, 'utf8').trim().split(' '))
        if (child) sum += familyBytes(Number(child));
    }
  } catch {
    // It has ended meanwhile.
  }
  return sum;
}

/**
 * Sends files to the real server, several at once, each as far as it gets: looked at, and when it is taken, decoded and previewed. Meanwhile
 * other requests are timed.
 */
export async function runFileRounds(
  application: Application,
  files: AsyncIterable<NamedFile> | Iterable<NamedFile>,
  options: { atOnce?: number; onFile?: (figures: FileFigures) => void } = {},
): Promise<FileFigures> {
  const { address } = application;
  const { atOnce = 4 } = options;
  const headers = { origin: address };
  const figures = noFigures();
  const health = async () => ((await (await fetch(`${address}/api/health`)).json()) as { processId: number }).processId;
  const first = await health();
  const times: number[] = [];
  let going = true;
  const watch = setInterval(() => {
    figures.peakMb = Math.max(figures.peakMb, Math.round(familyBytes(first) / 1024 / 1024));
  }, 100);
  const others = (async () => {
    while (going) {
      for (const path of ['/api/makes', '/api/rack', '/']) {
        const start = performance.now();
        await fetch(`${address}${path}`, { signal: AbortSignal.timeout(20_000) }).then(
          (answer) => answer.arrayBuffer(),
          () => null,
        );
        times.push(performance.now() - start);
      }
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  })();

  const ask = async (file: NamedFile, path: string, init: RequestInit): Promise<unknown> => {
    const start = performance.now();
    try {
      const answer = await fetch(`${address}${path}`, { ...init, signal: AbortSignal.timeout(60_000) });
      const isJson = (answer.headers.get('content-type') ?? '').startsWith('application/json');
      const body: unknown = isJson ? await answer.json() : await answer.arrayBuffer();
      if (answer.ok) return body;
      const { message = '', remedy = '', code = '' } = (isJson ? body : {}) as { message?: string; remedy?: string; code?: string };
      if (answer.status >= 500 && code !== 'busy' ? true : !/\w{3}/.test(message) || !/\w{3}/.test(remedy))
        figures.withoutWords.push(`${file.name}: ${answer.status} ${code}`);
    } catch (error) {
      figures.withoutWords.push(`${file.name}: ${String(error).slice(0, 80)}`);
    } finally {
      const took = performance.now() - start;
      figures.longestMs = Math.max(figures.longestMs, Math.round(took));
      if (took > 25_000) figures.hangs.push(`${file.name}, ${path}: ${Math.round(took)} ms`);
    }
    return null;
  };
  const send = async (file: NamedFile): Promise<void> => {
    const json = { ...headers, 'content-type': 'application/json' };
    const octets = { ...headers, 'content-type': 'application/octet-stream' };
    const facts = (await ask(file, '/api/originals', { method: 'POST', headers: octets, body: new Uint8Array(file.bytes) })) as {
      sha256: string;
    } | null;
    figures.files++;
    if (facts) {
      figures.taken++;
      await ask(file, `/api/originals/${facts.sha256}/preview`, {});
      await ask(file, '/api/pictures', {
        method: 'POST',
        headers: json,
        body: JSON.stringify({ originalSha256: facts.sha256, widthMm: 60 }),
      });
    } else figures.refused++;
    options.onFile?.(figures);
  };
  const queue = (async function* () {
    yield* files;
  })();
  await Promise.all(
    Array.from({ length: atOnce }, async () => {
      for (let next = await queue.next(); !next.done; next = await queue.next()) await send(next.value);
    }),
  );
  going = false;
  clearInterval(watch);
  await others;
  if ((await health().catch(() => 0)) !== first) figures.deaths++;
  times.sort((a, b) => a - b);
  figures.others = times.length;
  figures.othersP95Ms = Math.round(times[Math.floor(0.95 * (times.length - 1))] ?? 0);
  return figures;
}
