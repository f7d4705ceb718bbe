/** Longest side of a photo that is kept: it is looked at on a screen. */
const mostPx = 1600;

/** A photo made small, upright, as a JPEG. @throws RangeError in words where the browser cannot read it. */
export async function smallJpeg(file: File): Promise<Uint8Array<ArrayBuffer>> {
  const image = await createImageBitmap(file).catch(() => {
    throw new RangeError('This browser cannot read that picture. Save it as JPEG or PNG and bring it in again.');
  });
  const scale = Math.min(1, mostPx / Math.max(image.width, image.height));
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(image.width * scale)), Math.max(1, Math.round(image.height * scale)));
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser draws no picture beside the screen.');
  context.imageSmoothingQuality = 'high';
  context.drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  return new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 })).arrayBuffer());
}
