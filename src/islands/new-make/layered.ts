import { transfer } from 'comlink';
import type { OriginalAnswer } from '#model/api/originals';
import type { Picture } from '#model/picture';
import type { Operation } from '#model/operation';
import type { WaitingBlob } from '#model/waiting';
import { fileHeadBytes, fileKind } from '#core/bundle/file-kind';
import { elementsOfLayers, type NamedAreas } from '#core/layers/elements-of-layers';
import { newMake } from '#core/make/new-make';
import { livingWorker } from '#islands/shared/living-worker.ts';
import { PictureReader } from '#islands/shared/picture-reader.ts';
import { fetchBlob } from '#islands/shared/server-calls.ts';
import type { LayeredPicture, LayeredPictureApi } from '#workers/layered-picture.worker';

/** What a layered picture gives beside its line image. `isDrawn`: its lines were drawn along its areas. */
export type Layered = { areas: NamedAreas; isDrawn: boolean; original: OriginalAnswer };

/** What a file is taken for, by its first bytes. */
export async function kindOfFile(file: File) {
  return fileKind(new Uint8Array(await file.slice(0, fileHeadBytes).arrayBuffer()), file.name);
}

/** Reads a layered picture, or a drawing whose shapes are areas, beside the page; null where it has no named areas. @throws RangeError in words */
export async function readLayered(file: File): Promise<LayeredPicture | null> {
  const worker = livingWorker<LayeredPictureApi>({
    what: 'What reads layered pictures',
    create: (name) => new Worker(new URL('../../workers/layered-picture.worker.ts', import.meta.url), { type: 'module', name }),
  });
  try {
    const bytes = new Uint8Array(await file.arrayBuffer());
    return await worker.ask((api) => api.read(file.name, transfer(bytes, [bytes.buffer])));
  } finally {
    worker.close();
  }
}

/**
 * Finds the areas of a picture that no make has yet, and puts those that lie in named areas into elements of those names.
 * @returns what is to follow the put of the picture, and the blobs that it names. @throws CallProblem
 */
export async function elementsFromAreas(picture: Picture, areas: NamedAreas): Promise<{ operations: Operation[]; blobs: WaitingBlob[] }> {
  const reader = new PictureReader(fetchBlob);
  try {
    const { operations, blobs, tables, labels } = await reader.read(picture, undefined, () => {});
    const [table] = tables.values();
    const made = operations({ ...newMake({ id: 'not-yet', name: 'Not yet' }), pictures: [picture] }) ?? [];
    const found = table ? elementsOfLayers(areas, { ...labels, regions: table.table.regions }) : [];
    const named = found.map((row): Operation => {
      return { kind: 'put', entity: 'element', pictureId: picture.id, row: { id: crypto.randomUUID(), ...row } };
    });
    return { operations: [...made, ...named], blobs };
  } finally {
    reader.close();
  }
}
