import type { Mend } from '#model/reading';
import { tintLines } from '#core/colour/line-colour';
import { paperHex } from '#ui/colours.ts';

/** Width of a drawn bit of line on the screen: that of a usual stamp's line. */
const drawnLineMm = 0.4;

type Shown = { mends: readonly Mend[]; widthMm: number; lineHex: string | undefined; readHex: string };

/** The scan in the colour of its ink, with the bits of line that were drawn, and without those that were rubbed out, as the regions are read. */
export function linesAsShown(scan: ImageBitmap, { mends, widthMm, lineHex, readHex }: Shown): ImageBitmap {
  if (mends.length === 0 && !lineHex) return scan;
  const canvas = new OffscreenCanvas(scan.width, scan.height);
  const context = canvas.getContext('2d', { willReadFrequently: lineHex !== undefined });
  if (!context) return scan;
  const pxPerMm = scan.width / widthMm;
  context.drawImage(scan, 0, 0);
  if (lineHex) {
    const image = context.getImageData(0, 0, canvas.width, canvas.height);
    tintLines(image.data, lineHex, readHex);
    context.putImageData(image, 0, 0);
  }
  context.lineCap = 'round';
  context.lineJoin = 'round';
  for (const mend of mends) {
    if (mend.kind !== 'line' && mend.kind !== 'rub') continue;
    context.strokeStyle = mend.kind === 'rub' ? paperHex : (lineHex ?? 'black');
    context.lineWidth = pxPerMm * (mend.kind === 'rub' ? mend.widthMm : drawnLineMm);
    context.beginPath();
    for (const [x, y] of mend.points) context.lineTo(x * pxPerMm, y * pxPerMm);
    context.stroke();
  }
  return canvas.transferToImageBitmap();
}
