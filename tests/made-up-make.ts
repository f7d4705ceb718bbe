import type { ColouredElement, ColouredPicture } from '../src/model/coloured-picture';
import type { Colouring } from '../src/model/colouring';
import type { Make } from '../src/model/make';
import type { Element, Picture } from '../src/model/picture';
import { regionTableSchema } from '../src/model/region-table';
import { digestOf } from '../src/core/make/digest';
import { colouredPicture, newColouring } from '../src/core/make/coloured';
import { newMake } from '../src/core/make/new-make';
import { encodeRegionTable, indexTable, type IndexedTable, type RegionTables } from '../src/core/make/region-tables';

/** A made-up region table with the named regions, each 4 mm2 and labelled in turn. */
/** A table of areas, 4 mm2 each where nothing else is said. */
export function madeUpTable(ids: readonly string[], areaMm2 = 4): { sha256: string; table: IndexedTable; bytes: Uint8Array<ArrayBuffer> } {
  const table = regionTableSchema.parse({
    schema: 1,
    frame: { widthMm: 60, heightMm: 80 },
    widthPx: 10,
    heightPx: 10,
    regions: ids.map((id, index) => ({ id, label: index + 1, areaMm2, boundsMm: [0, 0, 2, 2], insideMm: [1, 1], touchesEdge: false })),
    borders: [],
    cues: [],
    lost: [],
  });
  const bytes = encodeRegionTable(table);
  return { sha256: digestOf(bytes), table: indexTable(table), bytes };
}

export function tablesOf(...tables: ReturnType<typeof madeUpTable>[]): RegionTables {
  return new Map(tables.map(({ sha256, table }) => [sha256, table]));
}

export function regionMapOf({ sha256, table }: ReturnType<typeof madeUpTable>, of = 'as usual') {
  return { labelMap: 'a'.repeat(64), table: sha256, widthPx: 10, heightPx: 10, count: table.table.regions.length, of };
}

/** What a made-up picture may be told of: elements with what they get in its one colouring. */
type MadeUp = Partial<Omit<Picture, 'elements'>> & { elements?: readonly ColouredElement[] } & Partial<
    Pick<Colouring, 'strokes' | 'cuesPull'>
  >;

function parted({ ladder, light, school, coats, extras, ...element }: ColouredElement): {
  element: Element;
  treatment: Colouring['treatments'];
} {
  const got = Object.entries({ ladder, light, school, coats, extras }).filter(([, value]) => value !== undefined);
  return { element, treatment: got.length > 0 ? [{ id: element.id, ...Object.fromEntries(got) }] : [] };
}

/** A made-up picture of 60 x 80 mm without regions, with one colouring, "c1". */
export function madeUpPicture({ elements = [], strokes = [], cuesPull, ...change }: MadeUp = {}): Picture {
  const rows = elements.map(parted);
  const treatments = rows.flatMap(({ treatment }) => treatment).sort((one, other) => (one.id < other.id ? -1 : 1));
  return {
    id: 'p1',
    name: 'Pilot',
    widthMm: 60,
    heightMm: 80,
    original: { sha256: 'b'.repeat(64), mediaType: 'image/svg+xml', fileName: 'pilot.svg' },
    grey: { sha256: 'c'.repeat(64), widthPx: 10, heightPx: 10 },
    regionsGiven: 0,
    mends: [],
    elements: rows.map(({ element }) => element),
    bodies: [],
    fronts: [],
    cuts: [],
    colourings: [{ ...newColouring('c1'), ...(cuesPull === undefined ? {} : { cuesPull }), treatments, strokes: [...strokes] }],
    ...change,
  };
}

/** The same, in its one colouring. */
export function madeUpColoured(change: MadeUp = {}): ColouredPicture {
  return colouredPicture(madeUpPicture(change));
}

export function madeUpMake(...pictures: Picture[]): Make {
  return { ...newMake({ id: 'make-1', name: 'The Balloon Post' }), pictures };
}
