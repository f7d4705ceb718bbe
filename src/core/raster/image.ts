/** Row-major raster of 0 and 1; 1 = set (a line pixel, or inside a mask). Pixel (column, row) has its centre at +0.5. */
export type BinaryImage = { width: number; height: number; data: Uint8Array; pxPerMm?: number | undefined };

/** Row-major raster, 0 black to 255 white. */
export type GreyImage = { width: number; height: number; data: Uint8Array; pxPerMm?: number | undefined };

/** @throws TypeError or RangeError when the raster's numbers do not fit together. */
export function assertRaster(image: BinaryImage | GreyImage, caller: string): void {
  if (!(image.data instanceof Uint8Array)) throw new TypeError(`${caller} expects image.data to be a Uint8Array`);
  const { width, height, data } = image;
  if (!Number.isInteger(width) || !Number.isInteger(height) || width < 1 || height < 1) {
    throw new RangeError(`${caller} expects a width and height in whole px from 1, got ${width} x ${height}`);
  }
  if (data.length !== width * height) {
    throw new RangeError(`${caller} expects width x height = ${width * height} px, got ${data.length}`);
  }
  if (image.pxPerMm !== undefined && !(image.pxPerMm > 0)) throw new RangeError(`${caller} expects pxPerMm over 0, got ${image.pxPerMm}`);
}

/** Value at an index known to be inside; typed arrays give undefined to the type checker only. */
export function at(values: ArrayLike<number>, index: number): number {
  return values[index] as number;
}
