import { createHash } from 'node:crypto';
import type * as z from 'zod/mini';
import { ProblemError } from './problem';
import { openScratch, type Scratch } from './scratch';
import { tooBusy } from './turns';

/** Bytes a JSON request may have. */
const mostJsonBytes = 4 * 1024 * 1024;
/** What a sender must keep up after its first seconds, on this very machine. */
const leastBytesPerSecond = 64 * 1024;
const graceMs = 5_000;
/** Large bodies on their way at once; they wait on the disk, not in memory. */
const mostArriving = 60;
let arriving = 0;

function tooLarge(mostBytes: number): ProblemError {
  const limit = `${Math.round(mostBytes / 1024 / 1024)} MB`;
  return new ProblemError(413, {
    code: 'too-large',
    message: `This is larger than the ${limit} that fit.`,
    remedy: 'Save the picture smaller: 300 dots per inch at its size on paper is all that is used.',
  });
}

function tooSlow(): ProblemError {
  return new ProblemError(408, {
    code: 'too-slow',
    message: 'What was sent came too slowly.',
    remedy: 'Nothing was changed. Send it again.',
  });
}

/**
 * Reads a body as it streams in, piece by piece, and lets go of one that does not keep up.
 * @throws ProblemError 413 beyond the limit, 408 when it comes too slowly.
 */
async function readPieces(request: Request, mostBytes: number, take: (piece: Uint8Array) => Promise<void> | void): Promise<void> {
  if (Number(request.headers.get('content-length') ?? 0) > mostBytes) throw tooLarge(mostBytes);
  const reader = request.body?.getReader() as ReadableStreamDefaultReader<Uint8Array> | undefined;
  if (!reader) return;
  const started = performance.now();
  let total = 0;
  let watch: ReturnType<typeof setInterval> | undefined;
  const slow = new Promise<never>((_, reject) => {
    watch = setInterval(() => {
      const seconds = (performance.now() - started - graceMs) / 1000;
      if (seconds > 0 && total < seconds * leastBytesPerSecond) reject(tooSlow());
    }, 500);
  });
  // Whoever takes the pieces may be slower than the rate: what counts is what is waited for from the sender.
  slow.catch(() => {});
  try {
    for (let next = await Promise.race([reader.read(), slow]); !next.done; next = await Promise.race([reader.read(), slow])) {
      total += next.value.length;
      if (total > mostBytes) throw tooLarge(mostBytes);
      await take(next.value);
    }
  } catch (error) {
    void reader.cancel().catch(() => {});
    throw error;
  } finally {
    clearInterval(watch);
  }
}

/** Reads a small body into memory. @throws ProblemError 413 or 408 */
export async function readBytes(request: Request, mostBytes: number): Promise<Uint8Array> {
  const pieces: Uint8Array[] = [];
  await readPieces(request, mostBytes, (piece) => void pieces.push(piece));
  return Buffer.concat(pieces);
}

/** A large body that is there: on the disk, with its size and SHA-256. */
export type Arrived = { file: Scratch; size: number; sha256: string };

/** @throws ProblemError 503 when too many are on their way. */
async function counted<T>(work: () => Promise<T>): Promise<T> {
  if (arriving >= mostArriving) throw tooBusy();
  arriving++;
  try {
    return await work();
  } finally {
    arriving--;
  }
}

async function ontoDisk(request: Request, mostBytes: number): Promise<Arrived> {
  const file = await openScratch();
  try {
    const hash = createHash('sha256');
    let size = 0;
    await readPieces(request, mostBytes, async (piece) => {
      hash.update(piece);
      size += piece.length;
      await file.write(piece);
    });
    return { file, size, sha256: hash.digest('hex') };
  } catch (error) {
    await file.close();
    throw error;
  }
}

/**
 * Reads a large body onto the disk; whoever takes it closes the file.
 * @throws ProblemError 413 or 408; 503 when too many are on their way.
 */
export function takeArrived(request: Request, mostBytes: number): Promise<Arrived> {
  return counted(() => ontoDisk(request, mostBytes));
}

/** The same, and works with it; the file is gone afterwards. @throws ProblemError as `takeArrived` */
export function withArrived<T>(request: Request, mostBytes: number, work: (arrived: Arrived) => Promise<T>): Promise<T> {
  return counted(async () => {
    const arrived = await ontoDisk(request, mostBytes);
    try {
      return await work(arrived);
    } finally {
      await arrived.file.close();
    }
  });
}

/** Reads and checks a JSON body. @throws ProblemError or ZodError when it does not fit. */
export async function readJson<S extends z.ZodMiniType>(request: Request, schema: S, mostBytes = mostJsonBytes): Promise<z.output<S>> {
  if (!/^application\/json\b/.test(request.headers.get('content-type') ?? '')) {
    throw new ProblemError(415, {
      code: 'not-json',
      message: 'This endpoint takes JSON.',
      remedy: 'Send it with content-type application/json.',
    });
  }
  const text = Buffer.from(await readBytes(request, mostBytes)).toString('utf8');
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new ProblemError(400, {
      code: 'bad-json',
      message: 'The request is not valid JSON.',
      remedy: 'Correct it and send it again; nothing was changed.',
    });
  }
  return schema.parse(value);
}
