/** Pixels that are looked at together: runs of line work and paper are long beside them. */
const pixelsPerWord = 4;
const allSet = 0x01010101;

/** The same pixels as words of four; a copy when the array does not begin at a word. */
export function wordsOf(data: Uint8Array): Uint32Array {
  const aligned = data.byteOffset % pixelsPerWord === 0 ? data : data.slice();
  return new Uint32Array(aligned.buffer, aligned.byteOffset, Math.floor(data.length / pixelsPerWord));
}

/**
 * The first index from `from` on at which the pixels stop being set (or, for isSet false, being 0); `to` at the latest.
 * @param words what wordsOf gave for the same data.
 */
export function runEnd(data: Uint8Array, words: Uint32Array, isSet: boolean, from: number, to: number): number {
  let i = from;
  while (i < to && i % pixelsPerWord !== 0) {
    if ((data[i] !== 0) !== isSet) return i;
    i++;
  }
  const word = isSet ? allSet : 0;
  const lastWord = Math.floor(to / pixelsPerWord);
  let next = i / pixelsPerWord;
  while (next < lastWord && words[next] === word) next++;
  i = Math.max(i, next * pixelsPerWord);
  while (i < to && (data[i] !== 0) === isSet) i++;
  return i;
}

/** Stretches of rows, gathered one after the other: first pixel and the pixel after the last. */
export class RunList {
  private ends = new Int32Array(4096);
  private used = 0;

  /** Twice the count of stretches. */
  get length(): number {
    return this.used;
  }

  add(start: number, end: number): void {
    if (this.used === this.ends.length) {
      const larger = new Int32Array(2 * this.used);
      larger.set(this.ends);
      this.ends = larger;
    }
    this.ends[this.used++] = start;
    this.ends[this.used++] = end;
  }

  all(): Int32Array {
    return this.ends.slice(0, this.used);
  }
}

/** The stretches of rows whose pixels are set (or, for isSet false, are 0), in reading order. */
export function runsOf(data: Uint8Array, width: number, isSet = true): Int32Array {
  const words = wordsOf(data);
  const runs = new RunList();
  for (let rowStart = 0; rowStart < data.length; rowStart += width) {
    const rowEnd = rowStart + width;
    let start = runEnd(data, words, !isSet, rowStart, rowEnd);
    while (start < rowEnd) {
      const end = runEnd(data, words, isSet, start, rowEnd);
      runs.add(start, end);
      start = runEnd(data, words, !isSet, end, rowEnd);
    }
  }
  return runs.all();
}
