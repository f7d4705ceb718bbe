import { useCallback, useEffect, useState } from 'react';
import { type Station, stations } from '#core/make/progress';

/** Where on a make's screen one is: the station, and the picture by its id (null: the first). */
export type Address = {
  station: Station;
  pictureId: string | null;
  /** A station that was asked for and is none. */
  unknown: string | null;
};

/** "#light/picture-id": kept in the address, so that a reload and the browser's back button find it. */
export function writeAddress({ station, pictureId }: Pick<Address, 'station' | 'pictureId'>): string {
  return pictureId ? `#${station}/${pictureId}` : `#${station}`;
}

export function readAddress(hash: string): Address {
  const [wished, pictureId = null] = hash.slice(1).split('/');
  const station = stations.find((one) => one === wished);
  const unknown = station || !wished ? null : wished.slice(0, 40);
  return { station: station ?? 'elements', pictureId: pictureId || null, unknown };
}

export function useAddress(): [Address, (change: Partial<Address>) => void] {
  const [address, setAddress] = useState<Address>(() => readAddress(window.location.hash));
  useEffect(() => {
    const follow = () => setAddress(readAddress(window.location.hash));
    window.addEventListener('hashchange', follow);
    return () => window.removeEventListener('hashchange', follow);
  }, []);
  const go = useCallback((change: Partial<Address>) => {
    window.location.hash = writeAddress({ ...readAddress(window.location.hash), ...change });
  }, []);
  return [address, go];
}
