import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';

/** Digests of the blobs that a picture, or what is changed of one, needs. */
export function blobsOfPicture({ original, grey, regionMap }: Partial<Pick<Picture, 'original' | 'grey' | 'regionMap'>>): string[] {
  return [original?.sha256, grey?.sha256, regionMap?.labelMap, regionMap?.table].filter((digest) => digest !== undefined);
}

/** Digests of the blobs that operations name: they must be kept before the operations are. */
export function blobsNamed(operations: readonly Operation[]): string[] {
  const named = operations.flatMap((operation) => {
    if (operation.kind === 'setRegionMap') return blobsOfPicture({ regionMap: operation.regionMap ?? undefined });
    if (operation.kind === 'put' && operation.entity === 'picture') return blobsOfPicture(operation.row);
    return operation.kind === 'patch' && operation.entity === 'picture' ? blobsOfPicture(operation.fields) : [];
  });
  return [...new Set(named)];
}
