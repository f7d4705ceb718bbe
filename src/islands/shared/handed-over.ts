import { type DBSchema, openDB } from 'idb';
import { useEffect, useEffectEvent } from 'react';

interface HandedSchema extends DBSchema {
  files: { key: string; value: { file: File; at: number } };
}

/** What nobody has taken after so long was left. */
const mostMs = 10 * 60 * 1000;
const theFile = 'file';

async function database() {
  return openDB<HandedSchema>('aquachrome-handed-over', 1, { upgrade: (db) => void db.createObjectStore('files') });
}

/** Whether a file was handed over to this page. */
export const isHandedOver = (): boolean => new URLSearchParams(window.location.search).has('handed');

/** Lays a file down for another page, and goes there. */
export async function handOver(file: File, to: string): Promise<void> {
  const db = await database();
  await db.put('files', { file, at: Date.now() }, theFile);
  db.close();
  const address = new URL(to, window.location.href);
  address.searchParams.set('handed', '1');
  window.location.assign(address);
}

/** The file that was handed over to this page, once; null where there is none. */
async function takeHandedOver(): Promise<File | null> {
  const db = await database();
  const handed = await db.get('files', theFile);
  await db.delete('files', theFile);
  db.close();
  return handed && Date.now() - handed.at < mostMs ? handed.file : null;
}

/** Takes the file that was handed over to this page, if one was. A reload does not take it again. */
export function useHandedOver(onFile: (file: File) => void, onProblem: (error: unknown) => void): void {
  const take = useEffectEvent(onFile);
  const tell = useEffectEvent(onProblem);
  useEffect(() => {
    if (!isHandedOver()) return;
    const address = new URL(window.location.href);
    address.searchParams.delete('handed');
    window.history.replaceState(null, '', address);
    takeHandedOver().then((file) => file && take(file), tell);
  }, []);
}
