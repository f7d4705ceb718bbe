import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import { applyOperation, rowsOf } from './apply';
import { ownersOf, pictureById } from './picture-lookup';
import { noTables, type RegionTables } from './region-tables';

/** Where the named regions are now, as assignments that put them back there. */
function presentAssignments(picture: Picture | undefined, regionIds: readonly string[]): Operation[] {
  if (!picture || regionIds.length === 0) return [];
  const owners = ownersOf(picture);
  const assignments = regionIds.map((regionId) => ({ regionId, elementId: owners.get(regionId)?.id ?? null }));
  return [{ kind: 'assignRegions', pictureId: picture.id, assignments }];
}

/** The fields a patch names as they are before it; null where there is nothing. */
function fieldsBefore(row: object, fields: object): Record<string, unknown> {
  const own = row as Record<string, unknown>;
  return Object.fromEntries(Object.keys(fields).map((name) => [name, own[name] ?? null]));
}

/**
 * Operations that undo `operation`, given the make before it was applied; to be applied in turn. They bring everything back but the
 * numbers given to regions, which are never given twice.
 * @throws OperationError when the operation does not fit the make.
 */
export function invertOperation(before: Make, operation: Operation, tables: RegionTables = noTables): Operation[] {
  applyOperation(before, operation, tables);
  const picture = 'pictureId' in operation ? pictureById(before, operation.pictureId) : undefined;
  switch (operation.kind) {
    case 'put':
    case 'remove': {
      const id = operation.kind === 'put' ? operation.row.id : operation.id;
      const rows = rowsOf(before, operation.entity, picture?.id);
      const index = rows.findIndex((row) => row.id === id);
      const own = { entity: operation.entity, ...(picture ? { pictureId: picture.id } : {}) };
      const back = (index < 0 ? { kind: 'remove', ...own, id } : { kind: 'put', ...own, row: rows[index], index }) as Operation;
      const taken = operation.kind === 'put' && operation.entity === 'element' ? operation.row.regionIds : [];
      const others = taken.filter((regionId) => !(rows[index] as { regionIds?: string[] } | undefined)?.regionIds?.includes(regionId));
      return [back, ...presentAssignments(picture, others)];
    }
    case 'patch': {
      const row =
        operation.entity === 'make' ? before : rowsOf(before, operation.entity, picture?.id).find(({ id }) => id === operation.id);
      return [{ ...operation, fields: fieldsBefore(row ?? {}, operation.fields) } as Operation];
    }
    case 'assignRegions':
      return presentAssignments(
        picture,
        operation.assignments.map(({ regionId }) => regionId),
      );
    case 'setRegionMap': {
      const known = operation.regionMap && tables.get(operation.regionMap.table);
      const lost = (picture?.elements ?? []).flatMap(({ regionIds }) => regionIds.filter((id) => !known?.byId.has(id)));
      const back: Operation = { kind: 'setRegionMap', pictureId: operation.pictureId, regionMap: picture?.regionMap ?? null };
      return [back, ...presentAssignments(picture, lost)];
    }
  }
}

/** Operations that undo several in turn, given the make before the first. */
export function invertOperations(before: Make, operations: readonly Operation[], tables: RegionTables = noTables): Operation[] {
  let make = before;
  const inverses: Operation[][] = [];
  for (const operation of operations) {
    inverses.unshift(invertOperation(make, operation, tables));
    make = applyOperation(make, operation, tables);
  }
  return inverses.flat();
}
