import { randomUUID } from 'node:crypto';
import { type FileHandle, open, unlink } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A file of no name: it is gone when it is closed, and when this process ends, however it ends. */
export type Scratch = {
  /** Under this path other processes of ours read it while it is open. */
  path: string;
  write: (bytes: Uint8Array) => Promise<void>;
  /** Bytes from a place on, as many as there are, at most so many. */
  read: (from: number, most: number) => Promise<Buffer>;
  close: () => Promise<void>;
};

async function writeAll(file: FileHandle, bytes: Uint8Array): Promise<void> {
  for (let done = 0; done < bytes.length; ) done += (await file.write(bytes, done)).bytesWritten;
}

export async function openScratch(): Promise<Scratch> {
  const name = join(tmpdir(), `aquachrome-${randomUUID()}`);
  const file = await open(name, 'wx+', 0o600);
  await unlink(name);
  return {
    path: `/proc/${process.pid}/fd/${file.fd}`,
    write: (bytes) => writeAll(file, bytes),
    read: async (from, most) => {
      const buffer = Buffer.alloc(most);
      const { bytesRead } = await file.read(buffer, 0, most, from);
      return buffer.subarray(0, bytesRead);
    },
    close: () => file.close(),
  };
}
