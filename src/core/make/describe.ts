import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import { pictureById } from './picture-lookup';

function rowName(make: Make, operation: Operation): string {
  const picture = 'pictureId' in operation ? pictureById(make, operation.pictureId) : undefined;
  if (operation.kind === 'put') return 'name' in operation.row ? (operation.row.name ?? '') : '';
  if (!('id' in operation)) return '';
  if (operation.entity === 'picture') return pictureById(make, operation.id)?.name ?? '';
  return [...(picture?.elements ?? []), ...(picture?.colourings ?? [])].find(({ id }) => id === operation.id)?.name ?? '';
}

/** What an edit was, in a maker's words: "Cap: name; lamp". @param make the make it was made for, as far as it is known. */
export function describeOperations(make: Make, operations: readonly Operation[]): string {
  const words = operations.map((operation) => {
    if (operation.kind === 'assignRegions') return 'areas of elements';
    if (operation.kind === 'setRegionMap') return 'areas found anew';
    const name = rowName(make, operation);
    const of = name ? ` ${name}` : '';
    if (operation.kind === 'put') return `${operation.entity}${of}`;
    if (operation.kind === 'remove') return `${operation.entity}${of} removed`;
    if (operation.kind === 'move') return `${operation.entity}${of} moved`;
    const fields = Object.keys(operation.fields).join(', ');
    if (operation.entity === 'make') return fields;
    return `${operation.entity === 'treatment' ? 'element' : operation.entity}${of}: ${fields}`;
  });
  return [...new Set(words)].slice(0, 6).join('; ');
}
