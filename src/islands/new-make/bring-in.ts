import { z } from 'zod';
import { applyBatchAnswerSchema } from '#model/api/makes';
import { decodeAnswerSchema, type OriginalAnswer, originalAnswerSchema } from '#model/api/originals';
import { idSchema } from '#model/id';
import type { Batch } from '#model/operation';
import type { Preparation } from '#model/preparation';
import { call, jsonPost } from '#islands/shared/server-calls.ts';

/** Sends a file to be looked at and kept. @throws CallProblem that says what is wrong with it. */
export async function bringIn(file: File): Promise<OriginalAnswer> {
  return call(originalAnswerSchema, '/api/originals', {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: file,
  });
}

type Wish = {
  name: string;
  /** Of what is cut out. */
  widthMm: number;
  fileName: string;
  original: OriginalAnswer;
  /** Default: the whole original. */
  preparation?: Preparation | undefined;
};

/** Decodes the kept original at its width and starts a make with it; answers the make's id. @throws CallProblem */
export async function startMake({ name, widthMm, fileName, original, preparation }: Wish): Promise<string> {
  const grey = await call(decodeAnswerSchema, '/api/pictures', jsonPost({ originalSha256: original.sha256, widthMm, preparation }));
  const id = crypto.randomUUID();
  await call(z.object({ id: idSchema }), '/api/makes', jsonPost({ id, name }));
  const batch: Batch = {
    batchId: crypto.randomUUID(),
    baseRevision: 0,
    operations: [
      {
        kind: 'addPicture',
        index: 0,
        picture: {
          id: crypto.randomUUID(),
          name,
          widthMm,
          heightMm: grey.heightMm,
          original: { sha256: original.sha256, mediaType: original.mediaType, fileName: fileName.slice(-200) },
          ...(preparation && { preparation }),
          grey: { sha256: grey.sha256, widthPx: grey.widthPx, heightPx: grey.heightPx },
          elements: [],
        },
      },
    ],
  };
  await call(applyBatchAnswerSchema, `/api/makes/${id}/batches`, jsonPost(batch));
  return id;
}
