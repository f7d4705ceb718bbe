import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import type { Scratch } from '#server/http/scratch';

/** A file that goes into a zip. `isPacked`: its bytes are packed already, packing them again gains nothing. */
export type ZipEntry = { name: string; isPacked: boolean; pieces: AsyncIterable<Uint8Array> | Iterable<Uint8Array> };

/** Packed at once; between two others get their turn. */
const pieceBytes = 256 * 1024;

/**
 * Writes files into a zip on the disk, one after the other and piece by piece: none of them is ever whole in memory.
 * @returns the bytes of the zip.
 */
export async function writeZip(file: Scratch, entries: AsyncIterable<ZipEntry>): Promise<number> {
  let waiting: Uint8Array[] = [];
  let failed: Error | null = null;
  let size = 0;
  const zip = new Zip((error, piece) => {
    if (error) failed = error;
    else waiting.push(piece);
  });
  const flush = async () => {
    if (failed) throw failed;
    const pieces = waiting;
    waiting = [];
    for (const piece of pieces) {
      size += piece.length;
      await file.write(piece);
    }
  };
  for await (const { name, isPacked, pieces } of entries) {
    const entry = isPacked ? new ZipPassThrough(name) : new ZipDeflate(name, { level: 6 });
    zip.add(entry);
    for await (const bytes of pieces)
      for (let from = 0; from < bytes.length; from += pieceBytes) {
        entry.push(bytes.slice(from, from + pieceBytes));
        await flush();
      }
    entry.push(new Uint8Array(), true);
    await flush();
  }
  zip.end();
  await flush();
  return size;
}
