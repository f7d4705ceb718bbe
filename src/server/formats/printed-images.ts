import sharp from 'sharp';
import { printSheets } from '#core/passes/print-sheets';
import { decoding } from '#server/decode/decoding';
import { ProblemError } from '#server/http/problem';
import { openPdf, ptPerMm } from './pdf-document';
import { type PaperId, paperSizes } from './true-size';

/** What a printer leaves white round a sheet, and between two images so that each can be cut out by itself. */
const [marginMm, gapMm] = [8, 5] as const;

export type ImageToPrint = {
  id: string;
  name: string;
  png: Uint8Array;
  widthMm: number;
  heightMm: number;
  count: number;
  isMirrored: boolean;
};

/** A line image on clear ground, its black in another colour. @param png grey, 8 bit: 0 is line. */
async function inLineColour(png: Uint8Array, lineHex: string, isMirrored: boolean): Promise<Buffer> {
  const grey = sharp(png).extractChannel(0);
  const { data, info } = await (isMirrored ? grey.flop() : grey).raw().toBuffer({ resolveWithObject: true });
  const channels = [1, 3, 5].map((place) => Number.parseInt(lineHex.slice(place, place + 2), 16));
  const rgb = Buffer.alloc(3 * data.length);
  for (let pixel = 0; pixel < data.length; pixel++) {
    const ink = 1 - (data[pixel] ?? 255) / 255;
    for (const [channel, value] of channels.entries()) rgb[3 * pixel + channel] = Math.round(255 + (value - 255) * ink);
  }
  return sharp(rgb, { raw: { width: info.width, height: info.height, channels: 3 } })
    .png()
    .toBuffer();
}

/** Images to be printed instead of stamped, several to a sheet, at true size, their lines in a colour: PDF. @throws ProblemError 422 where one is larger than the sheet. */
export async function printedImagesPdf({
  title,
  images,
  lineHex,
  paper,
}: {
  title: string;
  images: ImageToPrint[];
  lineHex: string;
  paper: PaperId;
}): Promise<Uint8Array> {
  const page = paperSizes[paper];
  const sheet = { widthMm: page.widthMm - 2 * marginMm, heightMm: page.heightMm - 2 * marginMm - 6 };
  const found = printSheets({ sheet, gapMm, images });
  if ('problem' in found) {
    const words = images.reduce((text, { id, name }) => text.replaceAll(id, name), found.problem);
    throw new ProblemError(422, {
      code: 'larger-than-sheet',
      message: words,
      remedy: 'Print it by itself at Picture, at true size: that takes a sheet of its own.',
    });
  }
  const pdf = openPdf({ title });
  const inks = new Map<string, Buffer>();
  for (const { id, png, isMirrored } of images) inks.set(id, await inLineColour(png, lineHex, isMirrored));
  for (const [place, laid] of found.sheets.entries()) {
    pdf.addPage(page.widthMm, page.heightMm);
    for (const { id, xMm, yMm, turnedDeg } of laid) {
      const image = images.find((own) => own.id === id);
      const ink = inks.get(id);
      if (!image || !ink) continue;
      const [left, top] = [(marginMm + xMm) * ptPerMm, (marginMm + yMm) * ptPerMm];
      const [wide, high] = [image.widthMm * ptPerMm, image.heightMm * ptPerMm];
      pdf.doc.save();
      // Turned about its own left top, then moved so that it lies where its box does.
      if (turnedDeg === 90) pdf.doc.translate(left + high, top).rotate(90);
      else if (turnedDeg === 180) pdf.doc.translate(left + wide, top + high).rotate(180);
      else if (turnedDeg === 270) pdf.doc.translate(left, top + wide).rotate(270);
      else pdf.doc.translate(left, top);
      await decoding((async () => pdf.doc.image(ink, 0, 0, { width: wide, height: high }))());
      pdf.doc.restore();
    }
    const words = `${title}, sheet ${place + 1} of ${found.sheets.length}. Print at 100 %, not "fit to page", with ink that alcohol does not loosen: try it on a scrap.`;
    pdf.write(words, { xMm: marginMm, yMm: page.heightMm - marginMm + 2, sizePt: 8 });
  }
  if (found.sheets.length === 0) {
    pdf.addPage(page.widthMm, page.heightMm);
    pdf.write('No image is needed: every piece is plain.', { xMm: marginMm, yMm: marginMm + 6, sizePt: 11 });
  }
  return pdf.bytes();
}
