/** The built application behind its guard, on loopback only. Started by scripts/server.sh. */
import { createServer } from 'node:http';
import { pathToFileURL } from 'node:url';
import { guardRequest } from '../src/server/http/guard';

// A log that cannot be written, on a full disk, must not end the server: what it says is lost, nothing else.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => {});

const port = Number(process.env.AQUACHROME_PORT ?? 4747);
process.env.ASTRO_NODE_AUTOSTART = 'disabled';
const entry = pathToFileURL(`${process.cwd()}/${process.env.AQUACHROME_DIST ?? 'dist'}/server/entry.mjs`).href;
const { handler } = (await import(entry)) as { handler: Parameters<typeof createServer>[1] };
if (!handler) throw new Error('The built server has no handler: build again with ./run demo.');

const server = createServer((request, response) => guardRequest(request, response, () => handler(request, response)));
server.headersTimeout = 20_000;
server.requestTimeout = 120_000;
server.keepAliveTimeout = 5_000;
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(error.code === 'EADDRINUSE' ? `Port ${port} is taken by another program.` : error.message);
  process.exit(1);
});
server.listen(port, '127.0.0.1', () => console.log(`Aquachrome answers at http://127.0.0.1:${port}`));

for (const signal of ['SIGTERM', 'SIGINT'] as const) {
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    // Whoever still sends after this long is cut off; a batch is whole or not at all.
    setTimeout(() => process.exit(0), 3_000).unref();
  });
}
