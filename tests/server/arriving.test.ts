import { connect } from 'node:net';
import sharp from 'sharp';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { type Application, startApplication } from './application';

let application: Application;
beforeAll(async () => {
  application = await startApplication({ ownCluster: false, onlyMake: 'make-balloon-post-pilot' });
});
afterAll(async () => {
  await application.close();
});

/** Sends a body of 20 MB, a byte each half second; answers what came back. */
function sendSlowly(path: string): { answer: Promise<string>; isOver: () => boolean } {
  const { hostname, port, origin } = new URL(application.address);
  const socket = connect(Number(port), hostname);
  let heard = '';
  let over = false;
  socket.write(
    `POST ${path} HTTP/1.1\r\nHost: ${hostname}:${port}\r\nOrigin: ${origin}\r\nContent-Type: application/octet-stream\r\nContent-Length: 20971520\r\n\r\n`,
  );
  const drip = setInterval(() => socket.write('x'), 500);
  const answer = new Promise<string>((resolve) => {
    socket.on('data', (chunk) => {
      heard += chunk.toString();
    });
    socket.on('error', () => {});
    socket.on('close', () => {
      over = true;
      clearInterval(drip);
      resolve(heard);
    });
  });
  return { answer, isOver: () => over };
}

it('who sends slowly holds nobody up, and is let go in words', { timeout: 120_000 }, async () => {
  const slow = ['/api/originals', '/api/originals', '/api/originals', '/api/blobs', '/api/blobs', '/api/blobs'].map(sendSlowly);
  await new Promise((resolve) => setTimeout(resolve, 1_000));
  const png = await sharp({ create: { width: 300, height: 200, channels: 3, background: '#fff' } })
    .png()
    .toBuffer();
  const headers = { origin: application.address, 'content-type': 'application/octet-stream' };
  const quick = await fetch(`${application.address}/api/originals`, { method: 'POST', headers, body: new Uint8Array(png) });
  expect(quick.status).toBe(200);
  const large = await fetch(`${application.address}/api/blobs`, { method: 'POST', headers, body: new Uint8Array(9_000_000) });
  expect(large.status).toBe(200);
  const { sha256 } = (await large.json()) as { sha256: string };
  const back = await (await fetch(`${application.address}/api/blobs/${sha256}`)).arrayBuffer();
  expect(back.byteLength, 'kept in slices, and whole').toBe(9_000_000);
  for (const { answer } of slow) expect(await answer).toMatch(/^HTTP\/1.1 408 .*"message":"What was sent came too slowly/s);
});
