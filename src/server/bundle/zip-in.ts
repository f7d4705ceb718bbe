import type { Readable } from 'node:stream';
import { type Entry, openPromise, type ZipFile } from 'yauzl';
import { ProblemError } from '#server/http/problem';

export type ZipLimits = { /** Files in it. */ most: number /** Bytes of all of them together, unpacked. */; mostBytes: number };

/** A zip that waits to be read: its files by their names. */
export type ZipIn = {
  sizes: ReadonlyMap<string, number>;
  /** A small file of it, whole. @throws ProblemError */
  bytes: (name: string, most: number) => Promise<Buffer>;
  /** A file of it, piece by piece. @throws ProblemError */
  pieces: (name: string) => AsyncIterable<Buffer>;
  close: () => void;
};

const mega = (bytes: number): string => `${Math.round(bytes / 1024 / 1024)} MB`;

export function refusedZip(message: string, remedy = 'Nothing was changed.'): ProblemError {
  return new ProblemError(422, { code: 'refused-file', message, remedy });
}

const damaged = (): ProblemError => refusedZip('The file is damaged or ends too early.', 'Nothing was changed. Have it sent again.');

/** What the reader of zips throws, in words. */
function inWords(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  const message = error instanceof Error ? error.message : String(error);
  if (/relative path|absolute path|invalid characters/i.test(message))
    return refusedZip('The file holds a name that leads out of its folder. Such files are not opened.');
  if (/too many bytes|not enough bytes|size/i.test(message)) return refusedZip('A file in it is not as large as it says.');
  if (/compression method|encrypt/i.test(message)) return refusedZip('A file in it is locked or packed in a way that is not read here.');
  return damaged();
}

function checkEntry(entry: Entry, sizes: ReadonlyMap<string, Entry>): void {
  if (entry.isEncrypted()) throw refusedZip('A file in it is locked with a password.');
  if (sizes.has(entry.fileName)) throw refusedZip(`Two files in it have one name: ${entry.fileName.slice(0, 80)}.`);
}

async function entriesOf(zip: ZipFile, { most, mostBytes }: ZipLimits): Promise<Map<string, Entry>> {
  if (zip.entryCount > most) throw refusedZip(`It holds ${zip.entryCount.toLocaleString('en')} files; ${most.toLocaleString('en')} fit.`);
  const entries = new Map<string, Entry>();
  let total = 0;
  for await (const entry of zip.eachEntry()) {
    if (entry.fileName.endsWith('/')) continue;
    checkEntry(entry, entries);
    total += entry.uncompressedSize;
    if (total > mostBytes) throw refusedZip(`Unpacked it is larger than the ${mega(mostBytes)} that fit.`);
    entries.set(entry.fileName, entry);
  }
  return entries;
}

/**
 * Opens a zip (APPNOTE 6.3, as yauzl reads it) on the disk and looks at the list of its files. Names that lead elsewhere, two files of one name, more files or bytes than
 * fit are refused before anything is unpacked.
 * @throws ProblemError 422
 */
export async function openZip(path: string, limits: ZipLimits): Promise<ZipIn> {
  const zip = await openPromise(path, { autoClose: false, strictFileNames: true }).catch((error: unknown) => {
    throw inWords(error);
  });
  try {
    const entries = await entriesOf(zip, limits);
    const entryOf = (name: string): Entry => {
      const entry = entries.get(name);
      if (!entry) throw refusedZip(`The file misses a part of itself: ${name}.`, 'Nothing was changed. Have it sent again.');
      return entry;
    };
    async function* pieces(name: string): AsyncGenerator<Buffer> {
      let stream: Readable | undefined;
      try {
        stream = await zip.openReadStreamPromise(entryOf(name));
        for await (const piece of stream) yield piece as Buffer;
      } catch (error) {
        throw inWords(error);
      } finally {
        stream?.destroy();
      }
    }
    return {
      sizes: new Map([...entries].map(([name, { uncompressedSize }]) => [name, uncompressedSize])),
      pieces,
      bytes: async (name, most) => {
        if (entryOf(name).uncompressedSize > most) throw refusedZip(`${name} in it is larger than the ${mega(most)} that fit.`);
        const all: Buffer[] = [];
        for await (const piece of pieces(name)) all.push(piece);
        return Buffer.concat(all);
      },
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw inWords(error);
  }
}
