import { type EntityKind, entities, mayBeAbsent, type RowKind } from '#model/entity';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { Element, Picture } from '#model/picture';
import { OperationError } from './operation-error';
import { type IndexedTable, noTables, type RegionTables } from './region-tables';
import { assign, regionNumber, rules, soundPicture, withoutGoneRegions } from './rules';

type Row = { id: string };
type Holder = Record<string, unknown>;

function findPicture(make: Make, pictureId: string): Picture {
  const picture = make.pictures.find(({ id }) => id === pictureId);
  if (!picture) throw new OperationError(`The make has no picture ${pictureId}.`);
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

/** Rows of a kind in their holder: the make, or a picture of it. */
export function rowsOf(make: Make, kind: RowKind, pictureId?: string): readonly Row[] {
  const { of, name } = entities[kind].list;
  const holder: Holder = of === 'make' ? make : findPicture(make, pictureId ?? '');
  return holder[name] as readonly Row[];
}

function withRows(make: Make, kind: RowKind, pictureId: string | undefined, change: (rows: readonly Row[]) => readonly Row[]): Make {
  const { of, name } = entities[kind].list;
  if (of === 'make') return { ...make, [name]: change(rowsOf(make, kind)) } as Make;
  return withPicture(make, pictureId ?? '', (picture) => ({ ...picture, [name]: change(rowsOf(make, kind, pictureId)) }) as Picture);
}

const pictureIdOf = (operation: Operation): string | undefined => ('pictureId' in operation ? operation.pictureId : undefined);
const gone = (kind: RowKind, id: string) =>
  new OperationError(kind === 'picture' ? `The make has no picture ${id}.` : `The picture has no ${kind} ${id}.`);

function put(make: Make, operation: Operation & { kind: 'put' }, tables: RegionTables): Make {
  const pictureId = pictureIdOf(operation);
  const { entity, index } = operation;
  const row = (operation.entity === 'picture' ? soundPicture(operation.row, regionsOf(operation.row, tables)) : operation.row) as Row & {
    regionIds?: string[];
  };
  const wanted = rules[entity].namesRegions ? (row.regionIds ?? []) : [];
  const placed = rules[entity].namesRegions ? { ...row, regionIds: [] } : row;
  const added = withRows(make, entity, pictureId, (rows) => {
    if (rows.some(({ id }) => id === row.id)) return rows.map((other) => (other.id === row.id ? placed : other));
    // Beyond the end is at the end: others may have gone meanwhile.
    return [...rows.slice(0, index ?? rows.length), placed, ...rows.slice(index ?? rows.length)];
  });
  if (wanted.length === 0) return added;
  return withPicture(added, pictureId ?? '', (picture) =>
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
    case 'patch': {
      if (operation.entity === 'make') return patched(make, operation.fields, 'make');
      const { entity, id } = operation;
      const patchedRow = rowsOf(make, entity, pictureIdOf(operation)).find((row) => row.id === id);
      if (!patchedRow) throw gone(entity, id);
      if (operation.entity === 'element' && operation.fields.outside) checkOutside(patchedRow as Element);
      return withRows(make, entity, pictureIdOf(operation), (rows) =>
        rows.map((row) => (row.id === id ? patched(row, operation.fields, entity) : row)),
      );
    }
    case 'remove': {
      const { entity, id } = operation;
      return withRows(make, entity, pictureIdOf(operation), (rows) => {
        if (!rows.some((row) => row.id === id)) throw gone(entity, id);
        return rows.filter((row) => row.id !== id);
      });
    }
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
