import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';

/** Digests of the blobs that a picture needs. */
export function blobsOfPicture({ original, grey, regionMap }: Picture): string[] {
  return [original.sha256, grey.sha256, ...(regionMap ? [regionMap.labelMap, regionMap.table] : [])];
}

/** Digests of the blobs that operations name: they must be kept before the operations are. */
export function blobsNamed(operations: readonly Operation[]): string[] {
  const named = operations.flatMap((operation) => {
    if (operation.kind === 'setRegionMap') return operation.regionMap ? [operation.regionMap.labelMap, operation.regionMap.table] : [];
    if (operation.kind === 'put' && operation.entity === 'picture') return blobsOfPicture(operation.row);
    if (operation.kind === 'patch' && operation.entity === 'picture') {
      const { grey } = operation.fields;
      return grey ? [grey.sha256] : [];
    }
    return [];
  });
  return [...new Set(named)];
}
