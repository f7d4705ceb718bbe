import type * as z from 'zod/mini';
import { blobAnswerSchema } from '#model/api/originals';
import { epochHeader } from '#model/api/epoch';
import { type Problem, problemSchema } from '#model/api/problem';

/** A call to the server that failed: status 0 when it did not answer at all. `body` is the whole answer. */
export class CallProblem extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
    readonly body?: unknown,
  ) {
    super(problem.message);
  }

  /** Only what was refused in words is refused for good; all else (the server is away, or met what it did not foresee) may pass. */
  get mayPass(): boolean {
    const isRefusal = this.status >= 400 && this.status < 500 && ![408, 425, 429, 499].includes(this.status);
    return !isRefusal || this.problem === notUnderstood;
  }
}

export const serverAway: Problem = {
  code: 'server-away',
  message: 'Aquachrome’s server does not answer.',
  remedy: 'What you do is kept in this browser and sent when it is back. If it was stopped, start it with ./run demo.',
};

const notUnderstood: Problem = {
  code: 'not-understood',
  message: 'The server answered something this page does not understand.',
  remedy: 'Load the page again; it may be older than the server.',
};

/** The history of the data that this page was loaded with: it writes onto no other. */
let pageEpoch: string | null = null;

/** The history that this page means; null where it has not heard of one yet. */
export const pageHistory = (): string | null => pageEpoch;

/** A request that says which history it means, and learns it from the first answer. */
export async function ask(path: string, init: RequestInit): Promise<Response> {
  const headers = new Headers(init.headers);
  // An edit of a make says it itself: it may have waited since long before this page.
  if (pageEpoch && !path.endsWith('/batches')) headers.set(epochHeader, pageEpoch);
  const response = await fetch(path, { ...init, headers });
  pageEpoch ??= response.headers.get(epochHeader);
  return response;
}

/** What an endpoint answered, checked. @throws CallProblem */
export function answerOf<S extends z.ZodMiniType>(schema: S, status: number, body: unknown): z.output<S> {
  if (status >= 400) {
    const problem = problemSchema.safeParse(body);
    throw new CallProblem(status, problem.success ? problem.data : notUnderstood, body);
  }
  const answer = schema.safeParse(body);
  if (!answer.success) throw new CallProblem(status, notUnderstood, body);
  return answer.data;
}

/** Calls an endpoint and checks its answer. @throws CallProblem */
export async function call<S extends z.ZodMiniType>(schema: S, path: string, init: RequestInit = {}): Promise<z.output<S>> {
  let response: Response;
  let body: unknown;
  try {
    response = await ask(path, init);
    body = await response.json();
  } catch {
    throw new CallProblem(0, serverAway);
  }
  return answerOf(schema, response.status, body);
}

/** A POST of JSON. */
export function jsonPost(value: unknown): RequestInit {
  return { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(value) };
}

/** Has the server keep bytes; the same bytes again are the same blob. @throws CallProblem */
export async function keepBlob(bytes: Uint8Array<ArrayBuffer>): Promise<void> {
  await call(blobAnswerSchema, '/api/blobs', { method: 'POST', headers: { 'content-type': 'application/octet-stream' }, body: bytes });
}

/** Bytes of a blob. @throws CallProblem */
export function fetchBlob(sha256: string): Promise<Uint8Array<ArrayBuffer>> {
  return fetchBytes(`/api/blobs/${sha256}`);
}

/** The bytes of an answer that is no JSON. @throws CallProblem */
export async function fetchBytes(path: string): Promise<Uint8Array<ArrayBuffer>> {
  try {
    const response = await ask(path, {});
    if (response.ok) return new Uint8Array(await response.arrayBuffer());
    const problem = problemSchema.safeParse(await response.json());
    throw new CallProblem(response.status, problem.success ? problem.data : notUnderstood);
  } catch (error) {
    throw error instanceof CallProblem ? error : new CallProblem(0, serverAway);
  }
}

/** Errors whose words are made for makers; the message of any other is a program's. */
const ourErrors = new Set(['Error', 'RangeError', 'OperationError', 'NewerSchemaError', 'WorkerGoneError']);

/** The problem to show for anything caught. */
export function problemToShow(error: unknown): Problem {
  if (error instanceof CallProblem) return error.problem;
  const { name = '', message = '' } = error instanceof Error ? error : {};
  // Words of the browser or of a library say nothing to a maker: they go to the console.
  const isOurs = ourErrors.has(name) && message.includes(' ');
  if (!isOurs) console.error(error);
  return {
    code: 'unforeseen',
    message: isOurs ? message : 'Something went wrong in this page that was not foreseen.',
    remedy: 'Load the page again. What was kept is safe.',
  };
}
