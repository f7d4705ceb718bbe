import { describe, expect, it } from 'vitest';
import { checkRequest } from '#server/http/guard';

const own = { method: 'POST', host: '127.0.0.1:4747', origin: 'http://127.0.0.1:4747', fetchSite: 'same-origin' };

describe('the guard', () => {
  it('lets its own pages read and write', () => {
    expect(checkRequest(own)).toBeNull();
    expect(checkRequest({ ...own, method: 'GET', origin: undefined, fetchSite: 'none' })).toBeNull();
    expect(checkRequest({ ...own, host: 'localhost:4747', origin: 'http://localhost:4747' })).toBeNull();
  });

  it.each([
    ['another host name, even for reading', { ...own, method: 'GET', host: 'balloon.example:4747' }, 'foreign-host'],
    ['no host', { ...own, host: undefined }, 'foreign-host'],
    ['a page elsewhere', { ...own, origin: 'http://balloon.example' }, 'foreign-origin'],
    ['another port', { ...own, origin: 'http://127.0.0.1:9999' }, 'foreign-origin'],
    ['no origin', { ...own, origin: undefined }, 'foreign-origin'],
    ['a null origin', { ...own, origin: 'null' }, 'foreign-origin'],
    ['another site that forges its origin', { ...own, fetchSite: 'cross-site' }, 'foreign-origin'],
    ['another port of this machine', { ...own, fetchSite: 'same-site' }, 'foreign-origin'],
  ])('refuses %s', (_, request, code) => {
    expect(checkRequest(request)).toMatchObject({ code });
    if (request.method !== 'GET')
      for (const method of ['PUT', 'PATCH', 'DELETE']) expect(checkRequest({ ...request, method })).not.toBeNull();
  });
});
