import { useEffect, useState } from 'react';
import type { Picture } from '#model/picture';

/** Size of the small copy of a picture's original: its proportions are the original's. */
export function useOriginalSize(picture: Picture | undefined): { widthPx: number; heightPx: number } | null {
  const [size, setSize] = useState<{ widthPx: number; heightPx: number } | null>(null);
  const sha256 = picture?.original.sha256;
  useEffect(() => {
    if (!sha256) return;
    let current = true;
    const image = new Image();
    image.onload = () => current && setSize({ widthPx: image.naturalWidth, heightPx: image.naturalHeight });
    image.src = `/api/originals/${sha256}/preview`;
    return () => {
      current = false;
    };
  }, [sha256]);
  return size;
}
