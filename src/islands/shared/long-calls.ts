import type * as z from 'zod/mini';
import { progressLineSchema } from '#model/api/bundles';
import { epochHeader } from '#model/api/epoch';
import { answerOf, ask, CallProblem, pageHistory, serverAway } from './server-calls';

type OnShare = (share: number) => void;

/**
 * Calls an endpoint that tells how far its work is, line by line, and checks what came of it.
 * @param onShare told the share that is done, 0 to 1. @throws CallProblem
 */
export async function callWithProgress<S extends z.ZodMiniType>(
  schema: S,
  path: string,
  init: RequestInit,
  onShare: OnShare,
): Promise<z.output<S>> {
  let last: unknown = null;
  const read = (line: string) => {
    if (line.trim() === '') return;
    last = JSON.parse(line);
    const told = progressLineSchema.safeParse(last);
    if (told.success && 'share' in told.data) onShare(told.data.share);
  };
  let response: Response;
  try {
    response = await ask(path, init);
    const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
    let text = '';
    for (let next = await reader?.read(); next && !next.done; next = await reader?.read()) {
      const lines = (text + next.value).split('\n');
      text = lines.pop() ?? '';
      for (const line of lines) read(line);
    }
    read(text);
  } catch {
    throw new CallProblem(0, serverAway);
  }
  if (!response.ok) return answerOf(schema, response.status, last);
  const told = progressLineSchema.safeParse(last);
  if (told.success && 'problem' in told.data) throw new CallProblem(told.data.status, told.data.problem, last);
  // An answer that ends before it says what came of it: the server went away in the middle.
  if (!told.success || !('done' in told.data)) throw new CallProblem(0, serverAway);
  return answerOf(schema, response.status, told.data.done);
}

/**
 * Sends a file as it lies on the disk. `fetch` does not tell how much of it has gone, so this is the older way.
 * @param onShare told the share that has gone, 0 to 1. @param signal ends it. @throws CallProblem
 */
export async function sendFile<S extends z.ZodMiniType>(
  schema: S,
  path: string,
  file: Blob,
  onShare: OnShare,
  signal: AbortSignal,
): Promise<z.output<S>> {
  const { status, text } = await new Promise<{ status: number; text: string }>((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('POST', path);
    request.setRequestHeader('content-type', 'application/octet-stream');
    const history = pageHistory();
    if (history) request.setRequestHeader(epochHeader, history);
    request.upload.onprogress = ({ loaded, total }) => onShare(total > 0 ? loaded / total : 0);
    request.onload = () => resolve({ status: request.status, text: request.responseText });
    request.onerror = () => reject(new CallProblem(0, serverAway));
    request.onabort = request.onerror;
    signal.addEventListener('abort', () => request.abort());
    request.send(file);
  });
  let body: unknown = null;
  try {
    body = JSON.parse(text);
  } catch {
    // No JSON is not understood, whatever it is.
  }
  return answerOf(schema, status, body);
}
