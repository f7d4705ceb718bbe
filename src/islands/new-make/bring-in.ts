import * as z from 'zod/mini';
import { applyBatchAnswerSchema } from '#model/api/makes';
import { makeSchemaVersion } from '#model/make';
import type { Picture } from '#model/picture';
import { cleanText } from '#model/text';
import { fetchMake } from '#islands/shared/make-parts.ts';
import type { OriginalAnswer } from '#model/api/originals';
import { idSchema } from '#model/id';
import type { Batch, Operation } from '#model/operation';
import type { Preparation } from '#model/preparation';
import { decodeAt } from '#islands/shared/originals.ts';
import { CallProblem, call, jsonPost, keepBlob } from '#islands/shared/server-calls.ts';
import type { NamedAreas } from '#core/layers/elements-of-layers';
import { newColouring } from '#core/make/coloured';
import { lastTaken } from '#core/technique/goes-with';
import { fetchSupplies } from '#islands/shared/supplies-fetched.ts';

type Wish = {
  name: string;
  /** Of what is cut out. */
  widthMm: number;
  fileName: string;
  original: OriginalAnswer;
  /** Default: the whole original. */
  preparation?: Preparation | undefined;
  /** Areas that have names: they become elements. Default none. */
  areas?: NamedAreas | undefined;
};

/** Decodes the kept original at its width: the picture as a make takes it in. @throws CallProblem */
async function pictureOf({ name, widthMm, fileName, original, preparation }: Wish): Promise<Picture> {
  const grey = await decodeAt({ originalSha256: original.sha256, widthMm, preparation });
  const id = crypto.randomUUID();
  // Paper and line ink are those of last time, until the maker says otherwise.
  const { supplies } = await fetchSupplies();
  const [paper, lineInk] = [lastTaken('paper', supplies)?.name, lastTaken('line ink', supplies)?.name];
  return {
    id,
    name,
    widthMm,
    heightMm: grey.heightMm,
    original: { sha256: original.sha256, mediaType: original.mediaType, fileName: cleanText(fileName, 200) },
    ...(preparation && { preparation }),
    grey: { sha256: grey.sha256, widthPx: grey.widthPx, heightPx: grey.heightPx, ...(grey.lineHex ? { lineHex: grey.lineHex } : {}) },
    regionsGiven: 0,
    mends: [],
    elements: [],
    bodies: [],
    fronts: [],
    cuts: [],
    colourings: [{ ...newColouring(id), ...(paper ? { paper } : {}), ...(lineInk ? { lineInk } : {}) }],
  };
}

/** A picture with what follows from it at once. */
type Coming = { picture: Picture; follows: Operation[] };

/** The picture as a make takes it in, its named areas as elements. @throws CallProblem */
async function comingOf(wish: Wish): Promise<Coming> {
  const picture = await pictureOf(wish);
  if (!wish.areas) return { picture, follows: [] };
  // Whoever brings in plain line images needs none of it.
  const { elementsFromAreas } = await import('./layered');
  const { operations, blobs } = await elementsFromAreas(picture, wish.areas);
  for (const { bytes } of blobs) await keepBlob(bytes);
  return { picture, follows: operations };
}

async function putPicture(
  makeId: string,
  { picture, follows }: Coming,
  { revision, epoch }: { revision: number; epoch: string },
): Promise<void> {
  const batch: Batch = {
    schema: makeSchemaVersion,
    batchId: crypto.randomUUID(),
    baseRevision: revision,
    epoch,
    operations: [{ kind: 'put', entity: 'picture', row: picture }, ...follows],
    step: { id: crypto.randomUUID(), turn: 'do' },
  };
  await call(applyBatchAnswerSchema, `/api/makes/${makeId}/batches`, jsonPost(batch));
}

/** Starts a make with the picture; answers the make's id. @throws CallProblem */
export async function startMake(wish: Wish): Promise<string> {
  const coming = await comingOf(wish);
  const id = crypto.randomUUID();
  await call(z.object({ id: idSchema }), '/api/makes', jsonPost({ id, name: wish.name }));
  await putPicture(id, coming, await fetchMake(id));
  return id;
}

/** How often a make is read again when another window was first. */
const mostTries = 5;

/** Adds the picture to a make that is there; answers the picture's id. @throws CallProblem */
export async function addToMake(makeId: string, wish: Wish): Promise<string> {
  const coming = await comingOf(wish);
  for (let tries = 1; ; tries++) {
    const kept = await fetchMake(makeId);
    try {
      await putPicture(makeId, coming, kept);
      return coming.picture.id;
    } catch (error) {
      if (!(error instanceof CallProblem && error.status === 409) || tries >= mostTries) throw error;
    }
  }
}
