import * as z from 'zod/mini';
import { needsOfMake } from '#core/card/needs-of-make';
import { downloadName } from '#core/make/download-name';
import { dayOf } from '#core/make/day-of';
import { idSchema } from '#model/id';
import { lineHexSchema } from '#model/line-hex';
import { database } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { pdfAnswer } from '#server/http/pdf-answer';
import { readBlob } from '#server/store/blobs';
import { readStored } from '#server/store/make-rows';

const askedSchema = z.object({ paper: z.enum(['a4', 'letter']), line: lineHexSchema });

/** The images that the cards of a make need, with their spares, to be printed instead of stamped: PDF. */
export const GET = endpoint(async ({ params, url, request }) => {
  const { paper, line } = askedSchema.parse(Object.fromEntries(url.searchParams));
  const { make } = await readStored(database(), idSchema.parse(params.id));
  return heavily(request.signal, async (asker) => {
    const counts = new Map<string, { pictureId: string; isMirrored: boolean; count: number }>();
    for (const { image, isMirrored = false, count } of needsOfMake(make).impressions) {
      const key = `${image} ${isMirrored}`;
      counts.set(key, { pictureId: image, isMirrored, count: count + (counts.get(key)?.count ?? 0) });
    }
    const images = [];
    for (const [id, { pictureId, isMirrored, count }] of counts) {
      const picture = make.pictures.find((own) => own.id === pictureId);
      if (!picture) continue;
      const { bytes: png } = await readBlob(database(), picture.grey.sha256);
      images.push({ ...{ id, name: picture.name, png, widthMm: picture.widthMm, heightMm: picture.heightMm }, count, isMirrored });
    }
    const title = `${make.name}: images to print`;
    const pdf = await workshop().work('printedImages', { title, images, lineHex: line, paper }, asker);
    return pdfAnswer(pdf, downloadName(make.name, 'images to print', dayOf(new Date()), 'pdf'), 'images-to-print.pdf');
  });
});
