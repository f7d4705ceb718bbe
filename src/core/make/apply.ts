import { type EntityKind, entryOf, mayBeAbsent, type RowKind } from '#model/entity';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { Element, Picture } from '#model/picture';
import { OperationError } from './operation-error';
import { type IndexedTable, noTables, type RegionTables } from './region-tables';
import { checkReferences, gone, type Place, type Row, rowsOf, withoutRow, withRows } from './rows';
import { assign, regionNumber, rules, soundPicture, soundRow, withoutGoneRegions } from './rules';

function findPicture(make: Make, pictureId: string): Picture {
  const picture = make.pictures.find(({ id }) => id === pictureId);
  if (!picture) throw gone('picture', pictureId);
  return picture;
}

function withPicture(make: Make, pictureId: string, change: (picture: Picture) => Picture): Make {
  const picture = findPicture(make, pictureId);
  const changed = change(picture);
  return { ...make, pictures: make.pictures.map((other) => (other === picture ? changed : other)) };
}

/** The regions of a picture. @throws Error when its table was not loaded: that is no fault of the operation. */
function regionsOf(picture: Pick<Picture, 'regionMap'>, tables: RegionTables): IndexedTable | undefined {
  if (!picture.regionMap) return undefined;
  const table = tables.get(picture.regionMap.table);
  if (!table) throw new Error(`The region table ${picture.regionMap.table} was not loaded before the operation was applied.`);
  return table;
}

/** Within which rows an operation works. */
export const placeOf = (operation: Operation): Place => operation as unknown as Place;

function put(make: Make, operation: Operation & { kind: 'put' }, tables: RegionTables): Make {
  const place = placeOf(operation);
  const { entity, index } = operation;
  const row = (
    operation.entity === 'picture' ? soundPicture(operation.row, regionsOf(operation.row, tables)) : soundRow(entity, operation.row)
  ) as Row & { regionIds?: string[] };
  const wanted = rules[entity].namesRegions ? (row.regionIds ?? []) : [];
  const placed = rules[entity].namesRegions ? { ...row, regionIds: [] } : row;
  const added = withRows(make, entity, place, (rows) => {
    if (rows.some(({ id }) => id === row.id)) return rows.map((other) => (other.id === row.id ? placed : other));
    // Beyond the end is at the end: others may have gone meanwhile.
    return [...rows.slice(0, index ?? rows.length), placed, ...rows.slice(index ?? rows.length)];
  });
  checkReferences(added, entity, placed, place);
  if (wanted.length === 0) return added;
  return withPicture(added, place.pictureId ?? '', (picture) =>
    assign(
      picture,
      wanted.map((regionId) => ({ regionId, elementId: row.id })),
      regionsOf(picture, tables),
    ),
  );
}

/** What lies on the paper outside takes no areas (assign): so what has some is not put there. @throws OperationError */
function checkOutside({ name, regionIds }: Element): void {
  if (regionIds.length > 0) throw new OperationError(`${name} has areas: what lies on the paper outside takes none.`);
}

/** A row with the named fields changed; null clears what may be absent, and is a value where the schema says so. */
function patched<T extends object>(row: T, fields: Record<string, unknown>, kind: EntityKind): T {
  const changed = { ...row } as Record<string, unknown>;
  for (const [name, value] of Object.entries(fields)) {
    if (value === undefined) continue;
    if (value === null && mayBeAbsent(kind, name)) delete changed[name];
    else changed[name] = value;
  }
  return changed as T;
}

/** A row of a keyed kind is there for all rows that it may be keyed by: one that says nothing is not kept. */
function patchKeyed(make: Make, entity: RowKind, row: Row, place: Place): Make {
  checkReferences(make, entity, row, place);
  return withRows(make, entity, place, (rows) => {
    const others = rows.filter(({ id }) => id !== row.id);
    if (Object.keys(row).length === 1) return others.length === rows.length ? rows : others;
    return [...others, row].sort((one, other) => (one.id < other.id ? -1 : 1));
  });
}

function patchRow(make: Make, operation: Operation & { kind: 'patch' }): Make {
  if (operation.entity === 'make') return patched(make, operation.fields, 'make');
  const { entity, id } = operation;
  const place = placeOf(operation);
  const isKeyed = entryOf(entity).keyedBy !== undefined;
  const own = rowsOf(make, entity, place).find((row) => row.id === id) ?? (isKeyed ? { id } : undefined);
  if (!own) throw gone(entity, id);
  if (operation.entity === 'element' && operation.fields.outside) checkOutside(own as Element);
  const changed = patched(own, operation.fields, entity);
  if (isKeyed) return patchKeyed(make, entity, changed, place);
  const made = withRows(make, entity, place, (rows) => rows.map((row) => (row === own ? changed : row)));
  checkReferences(made, entity, changed, place);
  return made;
}

function move(make: Make, { entity, id, after, ...operation }: Operation & { kind: 'move' }): Make {
  return withRows(make, entity, operation as unknown as Place, (rows) => {
    const moved = rows.find((row) => row.id === id);
    if (!moved) throw gone(entity, id);
    if (after === id) throw new OperationError(`The ${entity} ${id} cannot stand behind itself.`);
    const others = rows.filter((row) => row !== moved);
    const before = after === null ? -1 : others.findIndex((row) => row.id === after);
    // What it was to stand behind has gone meanwhile: it goes to the end.
    const at = after !== null && before < 0 ? others.length : before + 1;
    return [...others.slice(0, at), moved, ...others.slice(at)];
  });
}

function setRegionMap(make: Make, operation: Operation & { kind: 'setRegionMap' }, tables: RegionTables): Make {
  const { regionMap, givenBefore } = operation;
  return withPicture(make, operation.pictureId, ({ regionMap: _, ...picture }) => {
    if (givenBefore !== undefined && givenBefore !== picture.regionsGiven)
      throw new OperationError('The areas were read anew in the meantime.');
    const table = regionMap ? regionsOf({ regionMap }, tables) : undefined;
    if (regionMap && table?.table.regions.length !== regionMap.count)
      throw new OperationError(`The picture's ${table?.table.regions.length} areas are not the ${regionMap.count} it was told of.`);
    const highest = (table?.table.regions ?? []).reduce((most, { id }) => Math.max(most, regionNumber(id)), 0);
    const lost = (table?.table.lost ?? []).reduce((most, { id }) => Math.max(most, regionNumber(id)), 0);
    const read = { ...picture, regionsGiven: Math.max(picture.regionsGiven, highest, lost), ...(regionMap ? { regionMap } : {}) };
    return withoutGoneRegions(read, table);
  });
}

/**
 * Applies one operation to a make. Pure: the make given is not changed. Client and server share it.
 * @param tables the region tables that `tablesNamed` tells of; an operation that names no region needs none.
 * @throws OperationError when the operation does not fit; Error when a table that it needs was not given.
 */
export function applyOperation(make: Make, operation: Operation, tables: RegionTables = noTables): Make {
  switch (operation.kind) {
    case 'put':
      return put(make, operation, tables);
    case 'patch':
      return patchRow(make, operation);
    case 'remove':
      return withoutRow(make, operation.entity, operation.id, placeOf(operation));
    case 'move':
      return move(make, operation);
    case 'assignRegions':
      return withPicture(make, operation.pictureId, (picture) => assign(picture, operation.assignments, regionsOf(picture, tables)));
    case 'setRegionMap':
      return setRegionMap(make, operation, tables);
  }
}

/** Applies operations in turn. @throws OperationError at the first that does not fit. */
export function applyOperations(make: Make, operations: readonly Operation[], tables: RegionTables = noTables): Make {
  return operations.reduce((current, operation) => applyOperation(current, operation, tables), make);
}
