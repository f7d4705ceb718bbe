import { fetchBlob } from './server-calls';

/** Lines are darker than this. */
const darkest = 160;

/** Where a kept grey PNG is dark: 1 there, else 0, row by row. @throws CallProblem, or Error in words where the browser gives no canvas. */
export async function darkPixels(sha256: string): Promise<{ width: number; height: number; dark: Uint16Array }> {
  const bitmap = await createImageBitmap(new Blob([await fetchBlob(sha256)], { type: 'image/png' }));
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext('2d');
  if (!context) throw new Error('This browser gives no canvas to read the image on. Another browser does.');
  context.drawImage(bitmap, 0, 0);
  const { data } = context.getImageData(0, 0, width, height);
  const dark = new Uint16Array(width * height);
  for (let pixel = 0; pixel < dark.length; pixel++) dark[pixel] = (data[4 * pixel] ?? 255) < darkest ? 1 : 0;
  return { width, height, dark };
}
