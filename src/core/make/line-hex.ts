import type { Picture } from '#model/picture';

/** Colour of a picture's lines: as the maker says it, else as it was read; undefined: black. */
export function lineHexOf({ saidLineHex, grey }: Pick<Picture, 'saidLineHex' | 'grey'>): string | undefined {
  return saidLineHex ?? grey.lineHex;
}
