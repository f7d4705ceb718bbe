import { request as httpRequest } from 'node:http';
import { expect, test } from './application';
import { imagePaths } from '../server/image-paths';

type Answer = { status: number; headers: Record<string, string | string[] | undefined>; body: string };

/** A request with any Host and Origin, which a browser or fetch would not send. */
function raw(
  address: string,
  path: string,
  options: { method?: string; headers?: Record<string, string>; body?: string | Buffer } = {},
): Promise<Answer> {
  const { hostname, port, host } = new URL(address);
  return new Promise((resolve, reject) => {
    const request = httpRequest(
      { hostname, port, path, method: options.method ?? 'GET', headers: { host, ...options.headers } },
      (response) => {
        const chunks: Buffer[] = [];
        response.on('data', (chunk: Buffer) => chunks.push(chunk));
        response.on('end', () =>
          resolve({ status: response.statusCode ?? 0, headers: response.headers, body: Buffer.concat(chunks).toString() }),
        );
      },
    );
    request.on('error', reject);
    request.end(options.body);
  });
}

test('only the application’s own pages may write, whatever the content type', async ({ shared }) => {
  const { address } = shared;
  const json = { 'content-type': 'application/json' };
  const make = JSON.stringify({ id: 'guard-test', name: 'Guard' });
  const foreign: Record<string, string>[] = [
    {},
    { origin: 'http://balloon.example' },
    { origin: 'null' },
    { origin: address, 'sec-fetch-site': 'cross-site' },
  ];
  for (const headers of foreign) {
    const answer = await raw(address, '/api/makes', { method: 'POST', headers: { ...json, ...headers }, body: make });
    expect(answer.status).toBe(403);
    expect(JSON.parse(answer.body)).toMatchObject({ code: 'foreign-origin', message: expect.any(String), remedy: expect.any(String) });
  }
  expect(
    (await raw(address, '/api/makes/make-balloon-post-pilot', { method: 'DELETE', headers: { origin: 'http://balloon.example' } })).status,
  ).toBe(403);
  expect((await raw(address, '/', { headers: { host: 'balloon.example' } })).status).toBe(403);
  expect((await raw(address, '/icon.svg', { headers: { host: 'balloon.example' } })).status).toBe(403);
  expect((await raw(address, '/api/makes', { method: 'POST', headers: { ...json, origin: address }, body: make })).status).toBe(200);
  expect((await raw(address, '/api/makes/guard-test', { method: 'DELETE', headers: { origin: address } })).status).toBe(200);
});

test('every error has the one documented shape', async ({ shared }) => {
  const { address } = shared;
  const origin = { origin: address };
  const json = { ...origin, 'content-type': 'application/json' };
  const post = (path: string, body: string | Buffer, headers: Record<string, string> = json) =>
    raw(address, path, { method: 'POST', headers, body });
  const cases: [Answer, number, string][] = [
    [await raw(address, '/api/makes/none'), 404, 'not-found'],
    [await raw(address, `/api/blobs/${'0'.repeat(64)}`), 404, 'not-found'],
    [await raw(address, '/api/blobs/..%2f..%2fetc'), 400, 'bad-request'],
    [await post('/api/makes', '{"id": "x"'), 400, 'bad-json'],
    [await post('/api/makes', '{"id": "../x", "name": "n"}'), 400, 'bad-request'],
    [await post('/api/makes', 'id=x', { ...origin, 'content-type': 'text/plain' }), 415, 'not-json'],
    [await post('/api/makes', `{"name": "${'x'.repeat(5_000_000)}"}`), 413, 'too-large'],
    [
      await post(
        '/api/makes/make-balloon-post-pilot/batches',
        JSON.stringify({ batchId: 'b', baseRevision: 0, operations: [{ kind: 'renameMake', name: 'x' }] }),
      ),
      409,
      'conflict',
    ],
    [await post('/api/originals', Buffer.from('no picture'), origin), 422, 'unreadable-picture'],
  ];
  for (const [answer, status, code] of cases) {
    expect(answer.status).toBe(status);
    const problem = JSON.parse(answer.body);
    expect(problem).toMatchObject({ code, message: expect.stringMatching(/\w/), remedy: expect.stringMatching(/\w/) });
  }
});

test('pages carry a strict policy, files their safe headers, originals never run', async ({ page, shared }) => {
  const response = await page.goto(shared.address);
  const policy = response?.headers()['content-security-policy'] ?? '';
  expect(policy).toMatch(/default-src 'self'/);
  expect(policy).toMatch(/script-src 'self'[^;]*'sha256-/);
  expect(policy).not.toMatch(/script-src[^;]*'unsafe/);
  expect(policy).toMatch(/style-src 'self' 'unsafe-inline'/);
  expect(policy).toMatch(/frame-ancestors 'none'/);
  await expect(page.getByRole('heading', { name: 'On the table' })).toBeVisible();
  // Every answer carries the policy and the other headers: files, endpoints, what is not there, what is refused.
  const script = /\/_astro\/[^"]+\.js/.exec((await raw(shared.address, '/')).body)?.[0] ?? '';
  for (const path of ['/icon.svg', script, '/api/makes', '/api/makes/none', '/no-such-page', '/_image?href=/icon.svg']) {
    const { headers } = await raw(shared.address, path);
    expect(headers['content-security-policy'], path).toMatch(/default-src 'self'.*frame-ancestors 'none'/);
    expect(headers['x-content-type-options'], path).toBe('nosniff');
    expect(headers['x-frame-options'], path).toBe('DENY');
  }
  // What begins with no stroke is no request at all.
  for (const path of imagePaths.filter((one) => one.startsWith('/'))) expect((await raw(shared.address, path)).status, path).toBe(404);
  expect((await raw(shared.address, '/api/makes', { method: 'TRACE' })).status).toBe(405);
  const fromElsewhere = { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors', 'sec-fetch-dest': 'image' };
  expect((await raw(shared.address, '/api/makes', { headers: fromElsewhere })).status).toBe(403);
  const icon = await raw(shared.address, '/icon.svg');
  expect(icon.headers['x-content-type-options']).toBe('nosniff');
  const { makes } = JSON.parse((await raw(shared.address, '/api/makes')).body);
  expect(makes.map(({ summary }: { summary: { id: string } }) => summary.id)).toContain('make-balloon-post-pilot');
  const { document } = JSON.parse((await raw(shared.address, '/api/makes/make-balloon-post-pilot')).body);
  const original = document.pictures[0].original.sha256;
  const kept = await raw(shared.address, `/api/blobs/${original}`);
  expect(kept.headers['content-type']).toBe('application/octet-stream');
  expect(kept.headers['content-disposition']).toBe('attachment');
});
