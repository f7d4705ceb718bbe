import type { Picture } from '#model/picture';
import type { IndexedTable } from './region-tables';

/** Px of its raster along a mm of a picture, as it is cut out now. */
export function pxPerMmOfPicture({ grey, widthMm }: Pick<Picture, 'grey' | 'widthMm'>): number {
  return grey.widthPx / widthMm;
}

/** The same as it was when it was read: px of the label map along a mm of what was cut out then. */
export function pxPerMmOfTable({ table }: IndexedTable): number {
  return table.widthPx / table.frame.widthMm;
}
