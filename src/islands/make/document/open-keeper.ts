import { applyBatchAnswerSchema, type KeptMake, keptMakeSchema } from '#model/api/makes';
import { openOutbox, type Outbox } from '#islands/shared/outbox.ts';
import { call, fetchBlob, jsonPost, keepBlob } from '#islands/shared/server-calls.ts';
import { writeWaitingFile } from '#workers/waiting-file';
import { Keeper } from './keeper';

const askMake = (makeId: string): Promise<KeptMake> => call(keptMakeSchema, `/api/makes/${makeId}`);

/** Keeps the make on this installation's server. @param asked the make, which was asked for before there was a keeper. */
function keeperOf(
  makeId: string,
  asked: Promise<KeptMake>,
  outbox: Outbox,
  onChange: ConstructorParameters<typeof Keeper>[1]['onChange'],
): Keeper {
  let first: Promise<KeptMake> | null = asked;
  return new Keeper(makeId, {
    outbox,
    onChange,
    read: () => {
      const read = first ?? askMake(makeId);
      first = null;
      return read;
    },
    blobOf: fetchBlob,
    send: async (batch, blobs) => {
      for (const { bytes } of blobs) await keepBlob(bytes);
      return call(applyBatchAnswerSchema, `/api/makes/${makeId}/batches`, jsonPost(batch));
    },
  });
}

// One outbox a page: a second would find the first holding the lock of this tab and take it for another tab.
let outbox: Promise<Outbox> | undefined;

/** Asks for a make and opens what keeps its edits: what it needs comes with it, while the rack is being fetched. @throws CallProblem */
export async function openKeeper(
  makeId: string,
  onChange: ConstructorParameters<typeof Keeper>[1]['onChange'],
): Promise<{ keeper: Keeper; waitingFile: () => string }> {
  const asked = askMake(makeId);
  asked.catch(() => {});
  outbox ??= openOutbox().catch((error: unknown) => {
    outbox = undefined;
    throw error;
  });
  const keeper = keeperOf(makeId, asked, await outbox, onChange);
  return { keeper, waitingFile: () => writeWaitingFile(keeper.waitingBatches()) };
}
