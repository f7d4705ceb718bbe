import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { makeSchemaVersion } from '#model/make';
import { applyOperations } from '#core/make/apply';
import { colouredPicture } from '#core/make/coloured';
import { withReadings } from '#core/markers/readings';
import { isReadUpToDate } from '#core/make/reading-key';
import { decodeRegionTable, indexTable, type IndexedTable, tableOf } from '#core/make/region-tables';
import type { Operation1 } from '#model/frozen/schema-1';
import { makeUpTo, upgrade } from './upgrade';
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
    from.pictures
      .map((picture) => colouredPicture(picture))[0]
      ?.elements.map(({ name, regionIds, ladder }) => ({
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
    expect(value.version).toBe(3);
    expect(value.markers[0]).not.toHaveProperty('lab');
    expect(withReadings(value).map(({ code, lab }) => [code, lab])).toEqual(
      rack.markers.map(({ code, lab }: { code: string; lab: unknown }) => [code, lab]),
    );
    expect(value.readings.every(({ paper, on, coats }) => paper === undefined && on === undefined && coats === 1)).toBe(true);
    const [{ colourSource: _, ...first }] = rack.markers;
    expect(upgrade({ what: 'rackFile', value: { ...rack, markers: [first] } }).value.readings[0]?.source).toBe('picked');
  });

  it.each([
    ['make', { what: 'make', value: { ...make, schema: makeSchemaVersion + 1 } }],
    ['edit', { what: 'operations', schema: makeSchemaVersion + 1, value: [], onto: { make, tables } }],
    ['rack file', { what: 'rackFile', value: { ...fixture('rack'), version: 4 } }],
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
    const { pictures, ...head } = make;
    expect(head).toEqual({ ...old, schema: makeSchemaVersion, lightSeen: 1, pictures: undefined });
    for (const [index, picture] of pictures.entries()) {
      const before = old.pictures[index];
      const { elements: _, ...rest } = before;
      expect(picture).toMatchObject({ ...rest, bodies: [], fronts: [], cuts: [] });
      expect(picture.colourings).toHaveLength(1);
      expect(picture.colourings[0]?.strokes).toEqual([]);
      expect(colouredPicture(picture).elements).toEqual(before.elements);
    }
    expect(pictures[0]?.elements.length).toBeGreaterThan(4);
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
    expect(after.pictures[1]).toMatchObject({ id: 'copied', bodies: [], fronts: [], colourings: [{ treatments: [], strokes: [] }] });
  });
});

describe('what was written by schema 3', () => {
  const old = fixture('make', 3).document;
  const make = upgrade({ what: 'make', value: old }).value;
  const waiting = fixture('outbox', 3) as { operations: { kind: string }[] }[];

  it('a make becomes one of today: what each picture gets of colours is its first colouring', () => {
    const [picture] = make.pictures;
    const [before] = old.pictures;
    if (!picture) expect.fail();
    const { elements, colouring } = colouredPicture(picture);
    expect(elements).toEqual(before.elements);
    expect(colouring).toMatchObject({ id: picture.id, strokes: before.strokes, cuesPull: before.marksPull });
    expect(before.strokes).toHaveLength(2);
    expect(elements.some(({ light }) => light) && elements.some(({ spot }) => spot) && elements.some(({ outside }) => outside)).toBe(true);
    expect(make).toMatchObject({ name: old.name, lamp: old.lamp, school: old.school, lightSeen: 1 });
    expect(upgrade({ what: 'make', value: make }).value).toEqual(make);
  });

  it('edits that waited do what they did on the Aquachrome of then', () => {
    const tables = new Map<string, IndexedTable>();
    const onto = (now: typeof make) => ({ make: now, tables });
    const [renamed] = waiting;
    const { value } = upgrade({ what: 'operations', schema: 3, value: renamed?.operations, onto: onto(make) });
    const after = applyOperations(make, value);
    expect(after.pictures[0] && colouredPicture(after.pictures[0]).elements[1]).toMatchObject({ name: 'Lid', light: { shade: 'light' } });
    expect(after.pictures[0] && colouredPicture(after.pictures[0]).elements[1]?.ladder).toBeUndefined();
    // Puts of rows and of a whole picture: by the database (tests/server/upgrade.test.ts), which has the areas.
    const kinds = waiting.flatMap(
      ({ operations }) => upgrade({ what: 'operations', schema: 3, value: operations, onto: onto(make) }).value,
    );
    expect(kinds.map((one) => `${one.kind} ${'entity' in one ? one.entity : ''}`)).toEqual([
      'patch element',
      'patch treatment',
      'put element',
      'patch treatment',
      'put stroke',
      'patch picture',
      'patch colouring',
      'put picture',
    ]);
  });

  it('a soft spot on what is no more coloured nothing, and does not come along', () => {
    const [picture] = old.pictures;
    const astray = { ...picture.elements.find(({ spot }: { spot?: object }) => spot), id: 'astray' };
    astray.spot = { ...astray.spot, on: 'nobody' };
    const value = { ...old, pictures: [{ ...picture, elements: [...picture.elements, astray] }] };
    expect(upgrade({ what: 'make', value }).value).toEqual(make);
  });

  it('goes as far as it is asked to: a migration brings data to its own time, not to today', () => {
    expect(makeUpTo(fixture('make', 2), 3).value).toMatchObject({ schema: 3 });
    expect(makeUpTo(fixture('make').document, 2).value).toMatchObject({ schema: 2 });
    expect(() => makeUpTo(make, 3)).toThrow(NewerSchemaError);
  });
});
