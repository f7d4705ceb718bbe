import { describe, expect, it } from 'vitest';
import { checkRequest } from '#server/http/guard';

import { imagePaths } from './image-paths';

const own = {
  method: 'POST',
  url: '/api/makes',
  fetchMode: 'cors',
  fetchDest: 'empty',
  host: '127.0.0.1:4747',
  origin: 'http://127.0.0.1:4747',
  fetchSite: 'same-origin',
};

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
    expect(checkRequest(request)).toMatchObject({ status: 403, problem: { code } });
    if (request.method !== 'GET')
      for (const method of ['PUT', 'PATCH', 'DELETE']) expect(checkRequest({ ...request, method })).not.toBeNull();
  });

  it('answers what another site asks for only where it is a link that somebody follows', () => {
    const read = { ...own, method: 'GET', origin: undefined, fetchSite: 'cross-site' };
    expect(checkRequest({ ...read, fetchMode: 'navigate', fetchDest: 'document' })).toBeNull();
    for (const [fetchMode, fetchDest] of [
      ['no-cors', 'image'],
      ['no-cors', 'script'],
      ['cors', 'empty'],
      ['navigate', 'iframe'],
      ['navigate', 'embed'],
    ] as const)
      expect(checkRequest({ ...read, fetchMode, fetchDest })).toMatchObject({ status: 403 });
    expect(checkRequest({ ...read, fetchSite: 'same-site', fetchMode: 'no-cors', fetchDest: 'image' })).toMatchObject({ status: 403 });
  });

  it('keeps the framework’s image endpoint closed, however it is written, and answers no odd methods', () => {
    const read = { ...own, method: 'GET', origin: undefined };
    for (const url of imagePaths) expect(checkRequest({ ...read, url }), url).toMatchObject({ status: 404 });
    for (const url of ['/', '/rack', '/_astro/page.js', '/makes/a/pull-list?x=/_image', '/api/blobs/..%2e'])
      expect(checkRequest({ ...read, url }), url).toBeNull();
    for (const method of ['TRACE', 'OPTIONS', 'PUT', 'PATCH', 'CONNECT', 'BREW'])
      expect(checkRequest({ ...own, method })).toMatchObject({ status: 405 });
  });
});
