import { Buffer } from 'node:buffer';
import * as yauzl from 'yauzl';

/** Entries of a zip, read by a library that did not write it. */
export function unzipped(bytes: Uint8Array): Promise<{ name: string; method: number; bytes: Buffer }[]> {
  return new Promise((resolve, reject) => {
    yauzl.fromBuffer(Buffer.from(bytes), { lazyEntries: true }, (error, zip) => {
      if (error) return reject(error);
      const entries: { name: string; method: number; bytes: Buffer }[] = [];
      zip.on('entry', (entry: yauzl.Entry) => {
        zip.openReadStream(entry, (failed, stream) => {
          if (failed) return reject(failed);
          const chunks: Buffer[] = [];
          stream.on('data', (chunk: Buffer) => chunks.push(chunk));
          stream.on('end', () => {
            entries.push({ name: entry.fileName, method: entry.compressionMethod, bytes: Buffer.concat(chunks) });
            zip.readEntry();
          });
        });
      });
      zip.on('end', () => resolve(entries));
      zip.on('error', reject);
      zip.readEntry();
    });
  });
}
