import type * as z from 'zod/mini';
import { ProblemError } from './problem';

/** Bytes a JSON request may have. */
const mostJsonBytes = 4 * 1024 * 1024;

function tooLarge(mostBytes: number): ProblemError {
  const limit = `${Math.round(mostBytes / 1024 / 1024)} MB`;
  return new ProblemError(413, {
    code: 'too-large',
    message: `This is larger than the ${limit} that fit.`,
    remedy: 'Save the picture smaller: 300 dots per inch at its size on paper is all that is used.',
  });
}

/** Reads a body as it streams in, never holding more than the limit. @throws ProblemError 413 beyond it. */
export async function readBytes(request: Request, mostBytes: number): Promise<Uint8Array> {
  if (Number(request.headers.get('content-length') ?? 0) > mostBytes) throw tooLarge(mostBytes);
  const chunks: Uint8Array[] = [];
  let total = 0;
  for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    total += chunk.length;
    if (total > mostBytes) throw tooLarge(mostBytes);
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

/** Reads and checks a JSON body. @throws ProblemError or ZodError when it does not fit. */
export async function readJson<S extends z.ZodMiniType>(request: Request, schema: S): Promise<z.output<S>> {
  if (!/^application\/json\b/.test(request.headers.get('content-type') ?? '')) {
    throw new ProblemError(415, {
      code: 'not-json',
      message: 'This endpoint takes JSON.',
      remedy: 'Send it with content-type application/json.',
    });
  }
  const text = Buffer.from(await readBytes(request, mostJsonBytes)).toString('utf8');
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
