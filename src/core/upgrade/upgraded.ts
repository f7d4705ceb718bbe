/** Bytes that a value of today names and that are to be kept beside it. */
export type NewBlob = { sha256: string; bytes: Uint8Array<ArrayBuffer> };

export type Upgraded<T> = { value: T; blobs: NewBlob[] };

/** Something was written by a newer Aquachrome: it is refused, never dropped. */
export class NewerSchemaError extends RangeError {
  constructor(what: string) {
    super(`${what} was written by a newer Aquachrome. Update this one; until then it is left as it is.`);
  }
}
