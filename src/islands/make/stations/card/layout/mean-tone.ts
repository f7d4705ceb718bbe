import type { Lab } from '#model/marker';
import { labOfHex } from '#core/colour/lab';
import type { Laid } from '#core/layout/laid';
import { inOwnFrame } from '#core/layout/shadow-outside';

const sizePx = 96;
const toLinear = (level: number): number => (level / 255 <= 0.04045 ? level / 255 / 12.92 : ((level / 255 + 0.055) / 1.055) ** 2.4);
const toLevel = (linear: number): number => Math.round(255 * (linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055));

/** The mean colour of a laid picture as it will look, within its outline, in linear light; null: none of it lies there. */
export async function meanTone(address: string, own: Laid): Promise<Lab | null> {
  const answer = await fetch(address);
  if (!answer.ok || !own.picture) return null;
  const image = await createImageBitmap(await answer.blob());
  const { widthMm, heightMm } = own.picture;
  const scale = sizePx / Math.max(widthMm, heightMm);
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(widthMm * scale)), Math.max(1, Math.round(heightMm * scale)));
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser draws no picture beside the screen.');
  context.beginPath();
  for (const [index, [x, y]] of inOwnFrame(own).entries()) context[index === 0 ? 'moveTo' : 'lineTo'](x * scale, y * scale);
  context.closePath();
  context.clip();
  context.drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  const sums = [0, 0, 0];
  let count = 0;
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3]! < 250) continue;
    for (const channel of [0, 1, 2] as const) sums[channel]! += toLinear(data[i + channel]!);
    count += 1;
  }
  if (count === 0) return null;
  return labOfHex(
    `#${sums
      .map((sum) =>
        toLevel(sum / count)
          .toString(16)
          .padStart(2, '0'),
      )
      .join('')}`,
  );
}
