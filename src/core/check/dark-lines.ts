import { closeCells } from '#core/raster/cell-morphology';

/** An image of one channel, row-major, 0 dark to 255 light. */
export type Channel = { width: number; height: number; data: Float32Array };

/** The lightest of the channels of each pixel: ink of a colour leaves one of them light, black lines none. @param rgb row-major, three bytes a pixel. */
export function lightestChannel({ width, height, data }: { width: number; height: number; data: Uint8Array }): Channel {
  const lightest = new Float32Array(width * height);
  for (let pixel = 0, at = 0; pixel < lightest.length; pixel++, at += 3)
    lightest[pixel] = Math.max(data[at] as number, data[at + 1] as number, data[at + 2] as number);
  return { width, height, data: lightest };
}

/** Made smaller by a whole number, each pixel the mean of a square, so that its longer side has at most so many px. */
export function smallerChannel({ width, height, data }: Channel, mostPx: number): Channel & { times: number } {
  const times = Math.max(1, Math.ceil(Math.max(width, height) / mostPx));
  const [columns, rows] = [Math.max(1, Math.floor(width / times)), Math.max(1, Math.floor(height / times))];
  const means = new Float32Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      let sum = 0;
      for (let y = row * times; y < (row + 1) * times; y++)
        for (let x = column * times; x < (column + 1) * times; x++) sum += data[y * width + x] as number;
      means[row * columns + column] = sum / times ** 2;
    }
  }
  return { width: columns, height: rows, data: means, times };
}

/**
 * How much darker each pixel is than what lies round it: the closing less the image (black top-hat; Serra 1982, Image Analysis and Mathematical Morphology). Dark areas wider than the square are none.
 * @param reachPx half the side of the square.
 */
export function darkLines({ width, height, data }: Channel, reachPx: number): Float32Array {
  const closed = closeCells(data, width, height, reachPx);
  return closed.map((level, pixel) => Math.max(0, level - (data[pixel] as number)));
}

/** The level under which a share of the values lies. */
export function levelOfShare(values: Float32Array, share: number): number {
  const counts = new Uint32Array(1024);
  for (const value of values) counts[Math.min(1023, Math.floor(value * 4))]! += 1;
  let seen = 0;
  for (let level = 0; level < counts.length; level++) {
    seen += counts[level]!;
    if (seen >= share * values.length) return level / 4;
  }
  return 255;
}
