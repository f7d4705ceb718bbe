import { type EntityKind, entryOf } from '#model/entity';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import { listsWithin, valueAt } from './rows';

const own = (kind: EntityKind, row: object): string[] =>
  (entryOf(kind).blobs ?? []).map((path) => valueAt(row, path)).filter((digest) => typeof digest === 'string');

/** Digests of the blobs that a row needs, and all that stands within it. */
export function blobsOfRow(kind: EntityKind, row: object): string[] {
  return [...own(kind, row), ...listsWithin(kind, row).flatMap((list) => list.rows.flatMap((one) => own(list.kind, one)))];
}

/** Digests of the blobs that a picture needs. */
export function blobsOfPicture(picture: Picture): string[] {
  return blobsOfRow('picture', picture);
}

/** Digests of the blobs that operations name: they must be kept before the operations are. */
export function blobsNamed(operations: readonly Operation[]): string[] {
  const named = operations.flatMap((operation) => {
    if (operation.kind === 'setRegionMap') return own('picture', { regionMap: operation.regionMap ?? undefined });
    if (operation.kind === 'put') return blobsOfRow(operation.entity, operation.row);
    return operation.kind === 'patch' ? own(operation.entity, operation.fields) : [];
  });
  return [...new Set(named)];
}
