import { crc32, deflateRawSync } from 'node:zlib';

/** A file of a zip as it is to be written, true or not. */
export type RawEntry = {
  name: string;
  bytes: Buffer;
  /** Default: not packed. */
  isPacked?: boolean;
  /** What is said of its size, packed or not. Default: the truth. */
  saysBytes?: number;
  /** Bit 0 of the general purpose flags. */
  isLocked?: boolean;
};

/** A zip (APPNOTE 6.3.10, 4.3.7, 4.3.12 and 4.3.16) written byte by byte, so that it can say what no library would write. */
export function rawZip(entries: readonly RawEntry[]): Buffer {
  const parts: Buffer[] = [];
  const central: Buffer[] = [];
  let at = 0;
  for (const { name, bytes, isPacked = false, saysBytes = bytes.length, isLocked = false } of entries) {
    const packed = isPacked ? deflateRawSync(bytes) : bytes;
    const [nameBytes, crc] = [Buffer.from(name), crc32(bytes)];
    const common = Buffer.alloc(26);
    common.writeUInt16LE(20, 0);
    common.writeUInt16LE(0x0800 | (isLocked ? 1 : 0), 2);
    common.writeUInt16LE(isPacked ? 8 : 0, 4);
    common.writeUInt32LE(crc, 10);
    common.writeUInt32LE(isPacked ? packed.length : saysBytes, 14);
    common.writeUInt32LE(saysBytes, 18);
    common.writeUInt16LE(nameBytes.length, 22);
    const rest = Buffer.alloc(14);
    rest.writeUInt32LE(at, 10);
    central.push(Buffer.from('504b01021400', 'hex'), common, rest, nameBytes);
    const local = Buffer.concat([Buffer.from('504b0304', 'hex'), common, nameBytes, packed]);
    parts.push(local);
    at += local.length;
  }
  const list = Buffer.concat(central);
  const end = Buffer.alloc(18);
  end.writeUInt16LE(Math.min(entries.length, 0xffff), 4);
  end.writeUInt16LE(Math.min(entries.length, 0xffff), 6);
  end.writeUInt32LE(list.length, 8);
  end.writeUInt32LE(at, 12);
  return Buffer.concat([...parts, list, Buffer.from('504b0506', 'hex'), end]);
}
