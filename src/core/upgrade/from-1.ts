import { strToU8, zlibSync } from 'fflate';
import { type Operation, operationsSchema } from '#model/operation';
import type { Make } from '#model/make';
import type { Picture } from '#model/picture';
import { applyOperations } from '#core/make/apply';
import { digestOf } from '#core/make/digest';
import { OperationError } from '#core/make/operation-error';
import { pictureById } from '#core/make/picture-lookup';
import { decodeRegionTable, indexTable, type IndexedTable, type RegionTables, tableOf } from '#core/make/region-tables';
import { make1Schema, type Operation1, operations1Schema, type Picture1, type RegionMap1 } from '#model/frozen/schema-1';
import { operationsFrom3 } from './from-3';
import type { NewBlob, Upgraded } from './upgraded';

/** Short names for the regions of a map of schema 1: those known before keep theirs, others are given the next numbers. */
function shortNames(map: RegionMap1, before: ReadonlyMap<string, string>, given: number): Map<string, string> {
  const names = new Map(before);
  let number = given;
  for (const { id } of [...map.regions, ...(map.lost ?? [])]) if (!names.has(id)) names.set(id, `r${++number}`);
  return names;
}

type TableUpgrade = { blob: NewBlob; names: ReadonlyMap<string, string> };
/** How a picture was cut out: regions were measured in it. */
type Frame = Pick<Picture1, 'preparation' | 'widthMm' | 'heightMm'>;

/** How lines were told from paper when nothing was said. */
const settings1 = { depthShare: 0.42, leastSpeckMm2: 0.03, maxGapMm: 0.8, readMarks: true };
const sorted = (value: object) =>
  Object.entries(value)
    .filter(([, field]) => field !== undefined)
    .sort(([first], [second]) => (first < second ? -1 : 1));

/** The name of a reading, as schema 2 gave it. */
function readingKey2(picture: {
  grey: { sha256: string };
  widthMm: number;
  lineSettings?: object | undefined;
  mends: readonly object[];
}): string {
  const told = [picture.grey.sha256, picture.widthMm, sorted(picture.lineSettings ?? settings1), picture.mends.map(sorted)];
  return digestOf(strToU8(JSON.stringify(told))).slice(0, 24);
}

function upgradeRegionMap(map: RegionMap1, frame: Frame, before: ReadonlyMap<string, string>, given: number): TableUpgrade {
  const names = shortNames(map, before, given);
  const short = (id: string | null) => (id === null ? null : (names.get(id) ?? null));
  const present = new Set(map.regions.map(({ id }) => id));
  const table = {
    schema: 1,
    frame,
    widthPx: map.widthPx,
    heightPx: map.heightPx,
    regions: map.regions.map((region) => ({ ...region, id: short(region.id) })),
    borders: (map.borders ?? []).map(({ between, lengthMm }) => ({ between: between.map(short), lengthMm })),
    cues: (map.cues ?? []).map((cue) => ({
      ...cue,
      regionId: cue.regionId !== null && present.has(cue.regionId) ? short(cue.regionId) : null,
    })),
    lost: (map.lost ?? []).map((lost) => ({ ...lost, id: short(lost.id), intoId: short(lost.intoId) })),
    formerIds: Object.fromEntries(names),
  };
  const bytes = zlibSync(strToU8(JSON.stringify(table)), { level: 6 }) as Uint8Array<ArrayBuffer>;
  return { blob: { sha256: digestOf(bytes), bytes }, names };
}

/** Names of regions as edits of schema 1 know them. */
function formerNames(table: IndexedTable | undefined): ReadonlyMap<string, string> {
  return new Map(Object.entries(table?.table.formerIds ?? {}));
}

function upgradePicture(old: Picture1): { picture: object; upgrade: TableUpgrade | null } {
  const { reading, regionMap, elements, ...kept } = old;
  const frame = { preparation: old.preparation, widthMm: old.widthMm, heightMm: old.heightMm };
  const upgrade = regionMap ? upgradeRegionMap(regionMap, frame, new Map(), 0) : null;
  const bare = {
    ...kept,
    ...(reading ? { lineSettings: reading.settings } : {}),
    mends: reading?.mends ?? [],
    regionsGiven: upgrade?.names.size ?? 0,
    elements: elements.map((element) => ({
      ...element,
      regionIds: element.regionIds.flatMap((id) => upgrade?.names.get(id) ?? []),
    })),
  };
  if (!upgrade || !regionMap) return { picture: bare, upgrade };
  const { widthPx, heightPx, labelMap, regions } = regionMap;
  const map = {
    labelMap,
    table: upgrade.blob.sha256,
    widthPx,
    heightPx,
    count: regions.length,
    of: readingKey2(bare as unknown as Parameters<typeof readingKey2>[0]),
  };
  // Regions stand in the order of their numbers, which is that of the map they came from.
  return { picture: { ...bare, regionMap: map }, upgrade };
}

/** A make of schema 1 as one of schema 2, and the region tables that have left it. @throws ZodError when it is no such make. */
export function makeFrom1(document: unknown): Upgraded<object> {
  const { pictures, ...head } = make1Schema.parse(document);
  const upgraded = pictures.map(upgradePicture);
  const make = { ...head, schema: 2, pictures: upgraded.map(({ picture }) => picture) };
  return { value: make, blobs: upgraded.flatMap(({ upgrade }) => (upgrade ? [upgrade.blob] : [])) };
}

/** The edits that make of one list of mends another. */
function mendEdits(pictureId: string, now: Picture['mends'], wished: readonly { id: string }[]): unknown[] {
  const goneIds = now.filter(({ id }) => !wished.some((mend) => mend.id === id)).map(({ id }) => id);
  const put = wished.flatMap((row, index) => {
    const same = now.find(({ id }) => id === row.id);
    return same && JSON.stringify(same) === JSON.stringify(row) ? [] : [{ kind: 'put', entity: 'mend', pictureId, row, index }];
  });
  return [...goneIds.map((id) => ({ kind: 'remove', entity: 'mend', pictureId, id })), ...put];
}

/** One operation as those of schema 3. */
function operationsFrom1(old: Operation1, make: Make, tables: RegionTables): { operations: unknown[]; made: TableUpgrade | null } {
  const plain = (...operations: unknown[]) => ({ operations, made: null });
  const element = (pictureId: string, id: string, fields: unknown) => plain({ kind: 'patch', entity: 'element', pictureId, id, fields });
  switch (old.kind) {
    case 'renameMake':
      return plain({ kind: 'patch', entity: 'make', fields: { name: old.name } });
    case 'setLamp':
      return plain({ kind: 'patch', entity: 'make', fields: { lamp: old.lamp } });
    case 'setSchool':
      return plain({ kind: 'patch', entity: 'make', fields: { school: old.school } });
    case 'addPicture': {
      const { picture, upgrade } = upgradePicture(old.picture);
      return { operations: [{ kind: 'put', entity: 'picture', row: picture, index: old.index }], made: upgrade };
    }
    case 'removePicture':
      return plain({ kind: 'remove', entity: 'picture', id: old.pictureId });
    case 'setPreparation': {
      const { pictureId: id, preparation, widthMm, heightMm, grey } = old;
      return plain({ kind: 'patch', entity: 'picture', id, fields: { preparation: preparation ?? null, widthMm, heightMm, grey } });
    }
    case 'removeElement':
      return plain({ kind: 'remove', entity: 'element', pictureId: old.pictureId, id: old.elementId });
    case 'renameElement':
      return element(old.pictureId, old.elementId, { name: old.name });
    case 'setLadder':
      return element(old.pictureId, old.elementId, { ladder: old.ladder ?? null });
    default:
  }
  const picture = pictureById(make, old.pictureId);
  if (!picture) throw new OperationError(`The make has no picture ${old.pictureId}.`);
  const names = formerNames(tableOf(picture, tables));
  const short = (id: string) => {
    const name = names.get(id);
    if (!name) throw new OperationError(`The picture has no region ${id}.`);
    return name;
  };
  const pictureId = old.pictureId;
  switch (old.kind) {
    case 'setReading':
      return plain(
        { kind: 'patch', entity: 'picture', id: pictureId, fields: { lineSettings: old.reading?.settings ?? null } },
        ...mendEdits(pictureId, picture.mends, old.reading?.mends ?? []),
      );
    case 'setRegionMap': {
      if (!old.regionMap) return plain({ kind: 'setRegionMap', pictureId, regionMap: null });
      const { preparation, widthMm, heightMm } = picture;
      const made = upgradeRegionMap(old.regionMap, { preparation, widthMm, heightMm }, names, picture.regionsGiven);
      const { labelMap, widthPx, heightPx, regions } = old.regionMap;
      const regionMap = { labelMap, table: made.blob.sha256, widthPx, heightPx, count: regions.length, of: readingKey2(picture) };
      return { operations: [{ kind: 'setRegionMap', pictureId, regionMap, givenBefore: picture.regionsGiven }], made };
    }
    case 'addElement': {
      const row = { ...old.element, regionIds: old.element.regionIds.map(short) };
      return plain({ kind: 'put', entity: 'element', pictureId, row, index: old.index });
    }
    case 'assignRegions': {
      const assignments = old.assignments.map(({ regionId, elementId }) => ({ regionId: short(regionId), elementId }));
      return plain({ kind: 'assignRegions', pictureId, assignments });
    }
  }
}

/**
 * Operations of schema 1 as those of today.
 * @param make the make, of today's schema, that they are to be applied to; @param tables its region tables, with the former names of regions.
 * @throws OperationError when they do not fit it, ZodError when they are no operations.
 */
export function operationsOf1(old: unknown, make: Make, tables: RegionTables): Upgraded<Operation[]> {
  const known = new Map(tables);
  const blobs: NewBlob[] = [];
  const operations: Operation[] = [];
  let current = make;
  for (const one of operations1Schema.parse(old)) {
    const { operations: upgraded, made } = operationsFrom1(one, current, known);
    if (made) {
      known.set(made.blob.sha256, indexTable(decodeRegionTable(made.blob.bytes)));
      blobs.push(made.blob);
    }
    const parsed = operationsSchema.parse(operationsFrom3(upgraded));
    current = applyOperations(current, parsed, known);
    operations.push(...parsed);
  }
  return { value: operations, blobs };
}
