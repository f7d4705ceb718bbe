import { describe, expect, it } from 'vitest';
import { digestOf } from '#core/make/digest';
import type { LaidDownBatch } from '#model/waiting';
import { readWaitingFile, writeWaitingFile } from './waiting-file';

const readText = (text: string) => readWaitingFile(new TextEncoder().encode(text));

const bytes = Uint8Array.from({ length: 20_000 }, (_, index) => (index * 37) % 256);
const batch: LaidDownBatch = {
  schema: 2,
  makeId: 'make-1',
  tabId: 'tab',
  batchId: 'b1',
  sequence: 0,
  expectedRevision: 3,
  operations: [{ kind: 'patch', entity: 'make', fields: { name: 'Ölfarbe 🎈' } }],
  blobs: [{ sha256: digestOf(bytes), bytes }],
  epoch: 'e',
};

describe('waiting edits as a file', () => {
  it('come back as they were, blobs to the byte', () => {
    expect(readText(writeWaitingFile([batch]))).toEqual([batch]);
  });

  it.each([
    ['something else', '{"format":"aquachrome-rack"}', /no waiting edits of Aquachrome/],
    ['a torn file', writeWaitingFile([batch]).slice(0, 900), /not whole/],
    ['a newer file', writeWaitingFile([batch]).replace('"version":1', '"version":2'), /newer Aquachrome/],
    ['a damaged blob', writeWaitingFile([{ ...batch, blobs: [{ sha256: 'a'.repeat(64), bytes }] }]), /damaged/],
    ['no edits', writeWaitingFile([]), /cannot be read/],
  ])('%s is refused in words', (_, text, words) => {
    expect(() => readText(text)).toThrow(words);
  });
});
