/** A process that does one job at a time for workshop.ts: it may be ended at any moment, and nothing else suffers. */
import sharp from 'sharp';
import { decodeKeptBandMap } from '#core/recipe/kept-band-map';
import { layoutPdf } from '#server/formats/layout-pdf';
import { cardPdf } from '#server/formats/card-pdf';
import { printedImagesPdf } from '#server/formats/printed-images';
import { recipePdf } from '#server/formats/recipe-sheet/recipe-sheet';
import { thumbnailPng } from '#server/formats/thumbnail';
import { trueSizePdf } from '#server/formats/true-size';
import { ProblemError } from '#server/http/problem';
import { readRegionTable } from '#core/make/region-tables';
import type { JobMessage, JobReply } from './jobs';
import { decodeGrey, inspectOriginal, previewOriginal } from './original';
import { readyPhoto } from './photo';
import { NeedsRoomError } from './room';

// One thread each, and nothing kept between pictures: two of these share a machine with the application.
sharp.concurrency(1);
sharp.cache(false);

function answer(message: JobMessage): Promise<unknown> {
  switch (message.name) {
    case 'inspect':
      return inspectOriginal(message.asked.source, message.roomBytes);
    case 'decodeGrey':
      return decodeGrey(message.asked.source, message.asked.widthMm, message.asked.preparation, message.roomBytes);
    case 'photo':
      return readyPhoto(message.asked.source);
    case 'preview':
      return previewOriginal(message.asked.source, message.roomBytes);
    case 'trueSize':
      return trueSizePdf(message.asked.picture, message.asked.paper);
    case 'cardLayout':
      return layoutPdf(message.asked);
    case 'cardPlan':
      return cardPdf(message.asked.make, message.asked.beside, message.asked.paper, message.asked.unit);
    case 'printedImages':
      return printedImagesPdf(message.asked);
    case 'recipeSheet': {
      const { bandMap, look, ...of } = message.asked.of;
      return recipePdf(
        {
          ...of,
          ...(bandMap ? { bandMap: decodeKeptBandMap(bandMap.bytes, bandMap) } : {}),
          ...(look ? { look } : {}),
        },
        message.asked.wish,
      );
    }
    case 'checkTable':
      readRegionTable(message.asked.text);
      return Promise.resolve(true);
    case 'thumbnail':
      return thumbnailPng(message.asked);
  }
}

process.on('message', (message: JobMessage) => {
  const reply = (value: JobReply) => void process.send?.(value);
  answer(message).then(
    (value) => reply({ kind: 'answer', answer: value }),
    (error: unknown) => {
      if (error instanceof NeedsRoomError) reply({ kind: 'needsRoom', bytes: error.bytes });
      else if (error instanceof ProblemError) reply({ kind: 'problem', status: error.status, problem: error.problem });
      else reply({ kind: 'error', message: error instanceof Error ? error.message : String(error) });
    },
  );
});
// Now, with everything loaded: the time of a job counts from here.
process.send?.({ kind: 'ready' } satisfies JobReply);
// The application is gone: nobody waits for an answer any more.
process.on('disconnect', () => process.exit(0));
