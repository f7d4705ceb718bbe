import { type EntityKind, entities, entryOf, type RowKind } from '#model/entity';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import { applyOperation, placeOf } from './apply';
import { ownersOf, pictureById } from './picture-lookup';
import { noTables, type RegionTables } from './region-tables';
import { holderOf, listsWithin, type Place, type PlacedList, referencesOf, type Row, rowsOf, valueAt } from './rows';

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

const own = (kind: RowKind, place: Place) => ({
  entity: kind,
  ...Object.fromEntries(Object.entries(place).filter(([name]) => name.endsWith('Id'))),
});

/** Puts that bring rows of one list back to where they were: each after those that it names. */
function putsBack({ kind, place, rows }: PlacedList, left: readonly Row[]): Operation[] {
  const there = new Set(left.map(({ id }) => id));
  const missing = rows.filter(({ id }) => !there.has(id));
  if (entryOf(kind).keyedBy !== undefined) {
    return missing.map(({ id, ...fields }) => ({ kind: 'patch', ...own(kind, place), id, fields }) as unknown as Operation);
  }
  const puts: Operation[] = [];
  while (missing.length > 0) {
    const waits = (row: Row) => referencesOf(kind).some(({ at, to }) => to === kind && missing.some(({ id }) => id === valueAt(row, at)));
    const next = missing.findIndex((row) => !waits(row));
    const [row] = missing.splice(Math.max(0, next), 1);
    if (!row) break;
    // Its place among those that are there by then.
    const index = rows.slice(0, rows.indexOf(row)).filter(({ id }) => there.has(id)).length;
    there.add(row.id);
    puts.push({ kind: 'put', ...own(kind, place), row, index } as unknown as Operation);
  }
  return puts;
}

/** Puts that bring a removed row back, and all that went with it. */
function backFromRemoval(before: Make, operation: Operation & { kind: 'remove' }): Operation[] {
  const { entity } = operation;
  const place = Object.fromEntries(Object.entries(placeOf(operation)).filter(([name]) => name.endsWith('Id'))) as Place;
  const after = applyOperation(before, operation);
  const within = (make: Make) => listsWithin(entities[entity].list.of as EntityKind, holderOf(make, entity, place), place);
  const told = ({ kind, place: at }: PlacedList) => JSON.stringify([kind, at]);
  const left = new Map(within(after).map((list) => [told(list), list.rows]));
  return within(before).flatMap((list) => {
    // What stood within a row that went comes back with it.
    const rows = left.get(told(list));
    return rows ? putsBack(list, rows) : [];
  });
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
    case 'put': {
      const place = placeOf(operation);
      const { id } = operation.row;
      const rows = rowsOf(before, operation.entity, place);
      const index = rows.findIndex((row) => row.id === id);
      const named = own(operation.entity, place);
      const back = (index < 0 ? { kind: 'remove', ...named, id } : { kind: 'put', ...named, row: rows[index], index }) as Operation;
      const taken = operation.entity === 'element' ? operation.row.regionIds : [];
      const others = taken.filter((regionId) => !(rows[index] as { regionIds?: string[] } | undefined)?.regionIds?.includes(regionId));
      return [back, ...presentAssignments(picture, others)];
    }
    case 'remove':
      return backFromRemoval(before, operation);
    case 'move': {
      const rows = rowsOf(before, operation.entity, placeOf(operation));
      const index = rows.findIndex(({ id }) => id === operation.id);
      return [{ ...operation, after: rows[index - 1]?.id ?? null }];
    }
    case 'patch': {
      const row =
        operation.entity === 'make' ? before : rowsOf(before, operation.entity, placeOf(operation)).find(({ id }) => id === operation.id);
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
