import { Unzlib } from 'fflate';

/** Packed bytes taken at once: zlib makes at most 1,032 of one, so that no piece makes more than 17 MB before it is counted. */
const pieceBytes = 16 * 1024;

/** What was packed holds more than it may. `unpacked`: bytes that had come out when it was given up. */
export class TooMuchPackedError extends RangeError {
  constructor(
    most: number,
    readonly unpacked: number,
  ) {
    super(`More than ${Math.ceil(most / 1024 / 1024)} MB were packed.`);
  }
}

/**
 * Unpacks deflated bytes (zlib, RFC 1950), and never much more than they may hold: what goes on beyond is given up there.
 * @param most bytes that may come out.
 * @throws TooMuchPackedError when more would come out; RangeError when they are no such bytes or end too early.
 */
export function unpackWithin(packed: Uint8Array, most: number): Uint8Array<ArrayBuffer> {
  const chunks: Uint8Array[] = [];
  let total = 0;
  let ended = false;
  const stream = new Unzlib((chunk, final) => {
    total += chunk.length;
    if (total > most) throw new TooMuchPackedError(most, total);
    chunks.push(chunk);
    ended ||= final;
  });
  try {
    for (let start = 0; start < packed.length; start += pieceBytes) {
      stream.push(packed.subarray(start, start + pieceBytes), start + pieceBytes >= packed.length);
    }
  } catch (error) {
    if (error instanceof TooMuchPackedError) throw error;
    throw new RangeError('they were not packed as they should be, or end too early');
  }
  if (!ended) throw new RangeError('they end too early');
  const bytes = new Uint8Array(total);
  let at = 0;
  for (const chunk of chunks) {
    bytes.set(chunk, at);
    at += chunk.length;
  }
  return bytes;
}
