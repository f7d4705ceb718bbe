import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Problem } from '#model/api/problem';
import { policy } from './policy';

const readingMethods = new Set(['GET', 'HEAD']);
const writingMethods = new Set(['POST', 'DELETE']);

export type GuardedRequest = {
  method: string;
  /** Path with its query, as sent. */
  url: string;
  host: string | undefined;
  origin: string | undefined;
  fetchSite: string | undefined;
  fetchMode: string | undefined;
  fetchDest: string | undefined;
};

export type Refusal = { status: number; problem: Problem };

/** Paths of the framework that nothing here uses. What they led to is not in the build either (astro.config.ts). */
const closedPaths = /^\/_(?!astro\/)/;

const foreign = (message: string, remedy: string): Refusal => ({ status: 403, problem: { code: 'foreign-origin', message, remedy } });

/**
 * Whether a request comes from this application's own pages. Host: only loopback names (a page elsewhere may point its
 * own name at 127.0.0.1). Every writing request needs an Origin equal to the Host, whatever its content type. What another site asks for is
 * answered only where it is a plain navigation: a link that somebody follows.
 * @returns the refusal, or null when the request may pass.
 */
export function checkRequest(request: GuardedRequest): Refusal | null {
  const { method, url, host, origin, fetchSite, fetchMode, fetchDest } = request;
  const name = host?.replace(/:\d+$/, '');
  if (name !== '127.0.0.1' && name !== 'localhost') {
    const remedy = 'Open Aquachrome at the address that ./run demo prints.';
    return { status: 403, problem: { code: 'foreign-host', message: 'This address is not served here.', remedy } };
  }
  if (!readingMethods.has(method) && !writingMethods.has(method)) {
    const remedy = 'Use GET, HEAD, POST or DELETE.';
    return { status: 405, problem: { code: 'method-not-allowed', message: `${method.slice(0, 20)} is not answered here.`, remedy } };
  }
  if (closedPaths.test(routedPath(url))) {
    return { status: 404, problem: { code: 'not-found', message: 'There is no such page.', remedy: 'Go to the table.' } };
  }
  const isOwn = fetchSite === undefined || fetchSite === 'same-origin' || fetchSite === 'none';
  if (readingMethods.has(method)) {
    const isNavigation = method === 'GET' && fetchMode === 'navigate' && fetchDest === 'document';
    if (isOwn || isNavigation) return null;
    return foreign('Another site asks for this.', 'Open it in Aquachrome itself.');
  }
  if (origin === `http://${host}` && isOwn && fetchSite !== 'none') return null;
  return foreign('Only Aquachrome’s own pages may change anything.', 'Do it in Aquachrome itself.');
}

/**
 * A path as the router will see it: an address is made of it (WHATWG URL: dot segments go, also written as escapes, and a stroke may lean to the
 * left), escapes are undone as often as there are any, and doubled strokes are one.
 */
function routedPath(url: string): string {
  let path = url;
  for (let turn = 0; turn < 8; turn++) {
    let next: string;
    try {
      next = decodeURIComponent(new URL(path.replace(/^[/\\]+/, '/'), 'http://127.0.0.1').pathname).replace(/[/\\]+/g, '/');
    } catch {
      return path;
    }
    if (next === path) return path;
    path = next;
  }
  // What is wrapped more often than that is nobody's link.
  return '/_';
}

const securityHeaders: Record<string, string> = {
  'content-security-policy': policy,
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
  'x-frame-options': 'DENY',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(self), geolocation=(), microphone=()',
};

/** The first thing every request meets, of files, pages and endpoints alike, in the built server and in ./run dev. */
export function guardRequest(request: IncomingMessage, response: ServerResponse, next: () => void): void {
  for (const [header, value] of Object.entries(securityHeaders)) response.setHeader(header, value);
  const header = (name: string): string | undefined => [request.headers[name]].flat()[0];
  const refusal = checkRequest({
    method: request.method ?? 'GET',
    url: request.url ?? '/',
    host: header('host'),
    origin: header('origin'),
    fetchSite: header('sec-fetch-site'),
    fetchMode: header('sec-fetch-mode'),
    fetchDest: header('sec-fetch-dest'),
  });
  if (!refusal) {
    next();
    return;
  }
  response.writeHead(refusal.status, {
    'content-type': 'application/json',
    ...(refusal.status === 405 ? { allow: 'GET, HEAD, POST, DELETE' } : {}),
  });
  response.end(JSON.stringify(refusal.problem));
  // What a refused sender still sends is read and dropped, so that it gets the answer.
  request.resume();
}
