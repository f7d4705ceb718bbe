import { strToU8 } from 'fflate';
import * as z from 'zod/mini';
import { sha256Schema } from '#model/id';
import { digestOf } from '#core/make/digest';
import { type LaidDownBatch, laidDownSchema } from '#model/waiting';
import { checkJsonBounds } from '#core/bytes/json-bounds';
import { mostWaitingBytes } from './file-limits';
import { toBase64 } from './base64';

const fileFormat = 'aquachrome-waiting';
export const waitingFileVersion = 1;

const fileSchema = z.object({
  format: z.literal(fileFormat),
  version: z.literal(waitingFileVersion),
  batches: z
    .array(z.extend(z.omit(laidDownSchema, { blobs: true }), { blobs: z.array(z.object({ sha256: sha256Schema, base64: z.string() })) }))
    .check(z.minLength(1), z.maxLength(20_000)),
});

/** Edits that wait in this browser, with their blobs, as a file that another address of the application reads. */
export function writeWaitingFile(batches: readonly LaidDownBatch[]): string {
  const told = batches.map((batch) => ({
    ...batch,
    blobs: batch.blobs.map(({ sha256, bytes }) => ({ sha256, base64: toBase64(bytes) })),
  }));
  return JSON.stringify({ format: fileFormat, version: waitingFileVersion, batches: told });
}

/** Null for what is no base64. */
function bytesOf(base64: string): Uint8Array<ArrayBuffer> | null {
  try {
    return strToU8(atob(base64), true) as Uint8Array<ArrayBuffer>;
  } catch {
    return null;
  }
}

const waitingBounds = { depth: 24, values: 8_000_000 };

/** @throws RangeError that says what is wrong with the file. */
export function readWaitingFile(bytes: Uint8Array): LaidDownBatch[] {
  if (bytes.length > mostWaitingBytes) throw new RangeError('The file is larger than 200 MB: waiting edits never are.');
  let value: unknown;
  try {
    checkJsonBounds(bytes, waitingBounds);
    value = JSON.parse(new TextDecoder('utf-8').decode(bytes));
  } catch (error) {
    if (error instanceof RangeError) throw new RangeError(`This file holds no waiting edits of Aquachrome: ${error.message}.`);
    throw new RangeError('This file holds no waiting edits: it is not whole. Save it again where the edits wait.');
  }
  const version = (value as { version?: unknown } | null)?.version;
  if ((value as { format?: unknown } | null)?.format !== fileFormat)
    throw new RangeError('This file holds no waiting edits of Aquachrome.');
  if (typeof version === 'number' && version > waitingFileVersion)
    throw new RangeError('This file was written by a newer Aquachrome. Update this one; until then keep the file.');
  const file = fileSchema.safeParse(value);
  if (!file.success) throw new RangeError('The waiting edits in this file cannot be read. Save it again where the edits wait.');
  return file.data.batches.map((batch) => ({
    ...batch,
    blobs: batch.blobs.map(({ sha256, base64 }) => {
      const bytes = bytesOf(base64);
      if (!bytes || digestOf(bytes) !== sha256)
        throw new RangeError('A picture in this file is damaged. Save it again where the edits wait.');
      return { sha256, bytes };
    }),
  }));
}
