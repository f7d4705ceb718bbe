/**
 * Reads the rows of a backup as pg_restore unpacks them, and counts: before they go anywhere. A packed file of a megabyte may hold a disk full. Ends with 1
 * and a line of words when there is more than may be. Started by scripts/data.sh: `dump-bounds.ts MEGABYTES`, all that may come out.
 */
import { mostOriginalBytes } from '../src/model/api/originals';

const mostBytes = Number(process.argv[2]) * 1024 * 1024;
/** A row of the table of pictures and readings: two signs a byte. */
const mostBlobRow = 2 * mostOriginalBytes + 4096;
/** Any other row: a document, the steps of a make. */
const mostRow = 48 * 1024 * 1024;

let total = 0;
let row = 0;
let most = mostRow;
/** The beginning of the line, as far as it tells which table its rows come from. */
let head = '';

function refuse(words: string): never {
  console.error(words);
  process.exit(1);
}

for await (const chunk of process.stdin as AsyncIterable<Buffer>) {
  total += chunk.length;
  if (total > mostBytes) refuse('The file holds more than there is room for on this machine.');
  for (let from = 0; from < chunk.length; ) {
    const end = chunk.indexOf(0x0a, from);
    const until = end < 0 ? chunk.length : end;
    if (head.length < 64) head += chunk.toString('latin1', from, Math.min(until, from + 64 - head.length));
    row += until - from;
    if (row > most) refuse('The file holds a row that is larger than any of Aquachrome’s.');
    if (end >= 0) {
      if (head.startsWith('COPY ')) most = head.startsWith('COPY public.blobs ') ? mostBlobRow : mostRow;
      row = 0;
      head = '';
    }
    from = until + 1;
  }
}
