import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Problem } from '#model/api/problem';

const readingMethods = new Set(['GET', 'HEAD', 'OPTIONS']);

export type GuardedRequest = { method: string; host: string | undefined; origin: string | undefined; fetchSite: string | undefined };

/**
 * Whether a request comes from this application's own pages. Host: only loopback names (a page elsewhere may point its
 * own name at 127.0.0.1). Every writing request needs an Origin equal to the Host, whatever its content type, and must not
 * come from another site.
 * @returns the problem, or null when the request may pass.
 */
export function checkRequest(request: GuardedRequest): Problem | null {
  const name = request.host?.replace(/:\d+$/, '');
  if (name !== '127.0.0.1' && name !== 'localhost') {
    return {
      code: 'foreign-host',
      message: 'This address is not served here.',
      remedy: 'Open Aquachrome at the address that ./run demo prints.',
    };
  }
  if (readingMethods.has(request.method)) return null;
  const fromHere = request.origin === `http://${request.host}`;
  const siteFits = request.fetchSite === undefined || request.fetchSite === 'same-origin';
  if (fromHere && siteFits) return null;
  return { code: 'foreign-origin', message: 'Only Aquachrome’s own pages may change anything.', remedy: 'Do it in Aquachrome itself.' };
}

const securityHeaders: Record<string, string> = {
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
  const problem = checkRequest({
    method: request.method ?? 'GET',
    host: header('host'),
    origin: header('origin'),
    fetchSite: header('sec-fetch-site'),
  });
  if (!problem) {
    next();
    return;
  }
  response.writeHead(403, { 'content-type': 'application/json' });
  response.end(JSON.stringify(problem));
  // What a refused sender still sends is read and dropped, so that it gets the answer.
  request.resume();
}
