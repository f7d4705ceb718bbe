import { useCallback, useEffect, useState } from 'react';
import { addressOf, type MakePlace } from '#islands/shared/make-address.ts';
import { stations } from './stations/all-stations';

/** Where on a make's screen one is: the station, the picture by its id (null: the first), and its colouring (null: the first). */
export type Address = MakePlace & {
  /** A station that was asked for and is none. */
  unknown: string | null;
};

export function readAddress(hash: string): Address {
  const [wished, pictureId = null, colouringId = null] = hash.slice(1).split('/');
  const station = stations.find(({ id }) => id === wished)?.id;
  const unknown = station || !wished ? null : wished.slice(0, 40);
  return { station: station ?? 'elements', pictureId: pictureId || null, colouringId: colouringId || null, unknown };
}

export function useAddress(): [Address, (change: Partial<Address>) => void] {
  const [address, setAddress] = useState<Address>(() => readAddress(window.location.hash));
  useEffect(() => {
    const follow = () => setAddress(readAddress(window.location.hash));
    window.addEventListener('hashchange', follow);
    return () => window.removeEventListener('hashchange', follow);
  }, []);
  const go = useCallback((change: Partial<Address>) => {
    window.location.hash = addressOf({ ...readAddress(window.location.hash), ...change });
  }, []);
  return [address, go];
}
