import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';

/** The name of a blob: SHA-256 (FIPS 180-4) of its bytes, 64 lower-case hex digits. */
export function digestOf(bytes: Uint8Array): string {
  return bytesToHex(sha256(bytes));
}
