import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { makeSchemaVersion } from '#model/make';
import { applyOperations } from '#core/make/apply';
import { isReadUpToDate } from '#core/make/reading-key';
import { decodeRegionTable, indexTable, type IndexedTable, tableOf } from '#core/make/region-tables';
import type { Operation1 } from '#model/schema-1';
import { upgrade } from './upgrade';
import { NewerSchemaError, type NewBlob } from './upgraded';

/** What the Aquachrome of 26 November 2026 wrote: a make with a mend, edits that waited on it, and what they made of it there. */
const fixture = (name: string, schema = 1) =>
  JSON.parse(readFileSync(new URL(`../../../tests/fixtures/schema-${schema}/${name}.json`, import.meta.url), 'utf8'));

type Old = {
  name: string;
  lamp: unknown;
  pictures: {
    regionMap: { regions: { id: string; areaMm2: number }[]; labelMap: string };
    elements: { name: string; regionIds: string[]; ladder?: unknown }[];
    reading: { mends: unknown[] };
  }[];
};

const indexed = (blobs: readonly NewBlob[]): Map<string, IndexedTable> =>
  new Map(blobs.map(({ sha256, bytes }) => [sha256, indexTable(decodeRegionTable(bytes))]));

/** A picture told without its ids: which element holds which areas, by size. */
function toldOld({ pictures: [picture] }: Old) {
  const area = new Map(picture?.regionMap.regions.map(({ id, areaMm2 }) => [id, areaMm2]));
  const areas = (ids: string[]) => ids.map((id) => area.get(id)).sort();
  return picture?.elements.map(({ name, regionIds, ladder }) => ({ name, ladder: ladder ?? null, areas: areas(regionIds) }));
}

describe('what was written by schema 1', () => {
  const old: Old = fixture('make').document;
  const { value: make, blobs } = upgrade({ what: 'make', value: old });
  const tables = indexed(blobs);
  const told = (from: typeof make, known: Map<string, IndexedTable>) =>
    from.pictures[0]?.elements.map(({ name, regionIds, ladder }) => ({
      name,
      ladder: ladder ?? null,
      areas: regionIds.map((id) => tableOf(from.pictures[0], known)?.byId.get(id)?.areaMm2).sort(),
    }));

  it('a make becomes one of today, with short names, the same areas in the same elements, and no reading to be done again', () => {
    expect(make.schema).toBe(makeSchemaVersion);
    expect(make).toMatchObject({ name: 'Parcel of before', lamp: old.lamp, school: 'palestDeepestMiddle' });
    const [picture] = make.pictures;
    if (!picture) expect.fail();
    expect(tableOf(picture, tables)?.table.regions.map(({ id }) => id)).toEqual(
      old.pictures[0]?.regionMap.regions.map((_, index) => `r${index + 1}`),
    );
    expect(told(make, tables)).toEqual(toldOld(old));
    expect(picture.mends).toEqual(old.pictures[0]?.reading.mends);
    expect(picture.regionMap?.labelMap).toBe(old.pictures[0]?.regionMap.labelMap);
    expect(isReadUpToDate(picture)).toBe(true);
    expect(picture.regionsGiven).toBe(picture.regionMap?.count);
    expect(JSON.stringify(make).length).toBeLessThan(JSON.stringify(old).length / 3);
  });

  it('is the same when it is upgraded again', () => {
    expect(upgrade({ what: 'make', value: old }).value).toEqual(make);
    expect(upgrade({ what: 'make', value: make })).toEqual({ value: make, blobs: [] });
  });

  it('waiting edits do to the upgraded make what they would have done then: renames, a mend with new areas, an element of them', () => {
    const known = new Map(tables);
    let current = make;
    for (const { operations } of fixture('outbox') as { operations: Operation1[] }[]) {
      const { value, blobs: made } = upgrade({
        what: 'operations',
        schema: undefined,
        value: operations,
        onto: { make: current, tables: known },
      });
      for (const [sha256, table] of indexed(made)) known.set(sha256, table);
      current = applyOperations(current, value, known);
    }
    const outcome: Old = fixture('outbox-outcome');
    expect(told(current, known)).toEqual(toldOld(outcome));
    expect(current).toMatchObject({ lamp: outcome.lamp, name: outcome.name });
    expect(current.pictures[0]?.mends).toEqual(outcome.pictures[0]?.reading.mends);
    expect(isReadUpToDate(current.pictures[0] ?? expect.fail())).toBe(true);
  });

  it('a rack file keeps its markers; a colour without a source was picked', () => {
    const rack = fixture('rack');
    const { value } = upgrade({ what: 'rackFile', value: rack });
    expect(value.version).toBe(2);
    expect(value.markers.map(({ code, lab }) => [code, lab])).toEqual(
      rack.markers.map(({ code, lab }: { code: string; lab: unknown }) => [code, lab]),
    );
    const [{ colourSource: _, ...first }] = rack.markers;
    expect(upgrade({ what: 'rackFile', value: { ...rack, markers: [first] } }).value.markers[0]?.colourSource).toBe('picked');
  });

  it.each([
    ['make', { what: 'make', value: { ...make, schema: makeSchemaVersion + 1 } }],
    ['edit', { what: 'operations', schema: makeSchemaVersion + 1, value: [], onto: { make, tables } }],
    ['rack file', { what: 'rackFile', value: { ...fixture('rack'), version: 3 } }],
  ] as const)('a newer %s is refused in words', (_, versioned) => {
    expect(() => upgrade(versioned)).toThrow(NewerSchemaError);
    expect(() => upgrade(versioned)).toThrow(/written by a newer Aquachrome\. Update this one; until then it is left as it is/);
  });

  it('what is no make, edit or rack file at all is refused', () => {
    expect(() => upgrade({ what: 'make', value: 7 })).toThrow(/does not say which schema/);
    expect(() => upgrade({ what: 'make', value: { ...old, pictures: [{}] } })).toThrow();
    expect(() => upgrade({ what: 'operations', schema: 1, value: [{ kind: 'unheard' }], onto: { make, tables } })).toThrow();
  });
});

describe('what was written by schema 2', () => {
  const old = fixture('make', 2);

  it('a make becomes one of today with nothing said of bodies, fronts and strokes, and loses nothing', () => {
    const { value: make, blobs } = upgrade({ what: 'make', value: old });
    expect(blobs).toEqual([]);
    const expected = {
      ...old,
      schema: makeSchemaVersion,
      pictures: old.pictures.map((picture: object) => ({ ...picture, bodies: [], fronts: [], strokes: [], cuts: [] })),
    };
    expect(make).toEqual(expected);
    expect(make.pictures[0]?.elements.length).toBeGreaterThan(4);
    expect(upgrade({ what: 'make', value: make }).value).toEqual(make);
  });

  it('edits that waited do what they would have done, a picture put whole among them', () => {
    const { value: make } = upgrade({ what: 'make', value: old });
    const { id, elements } = old.pictures[0];
    const value = [
      { kind: 'patch', entity: 'element', pictureId: id, id: elements[0].id, fields: { name: 'Renamed' } },
      { kind: 'put', entity: 'picture', row: { ...old.pictures[0], id: 'copied', regionMap: undefined, elements: [] } },
    ];
    const { value: operations } = upgrade({ what: 'operations', schema: 2, value, onto: { make, tables: new Map() } });
    const after = applyOperations(make, operations);
    expect(after.pictures[0]?.elements[0]?.name).toBe('Renamed');
    expect(after.pictures[1]).toMatchObject({ id: 'copied', bodies: [], fronts: [] });
  });
});
