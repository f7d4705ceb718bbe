import { type EntityKind, entities, entryOf, kindsHeldBy, type RowKind } from '#model/entity';
import type { Picture } from '#model/picture';
import { OperationError } from './operation-error';
import type { IndexedTable } from './region-tables';
import { listIn, type Row } from './rows';

/** Number of a region, "r12": 12. Regions stand in this order, so that the same set is always the same list. */
export function regionNumber(id: string): number {
  return Number(id.slice(1));
}

export type Assignment = { regionId: string; elementId: string | null };

/**
 * Gives regions to elements, or sets them free; each belongs to one at the most.
 * @param table regions of the picture; undefined where it has no region map.
 * @throws OperationError when a region or element is not there.
 */
export function assign(picture: Picture, assignments: readonly Assignment[], table: IndexedTable | undefined): Picture {
  const known = new Set(picture.elements.map(({ id }) => id));
  const targets = new Map<string, string | null>();
  for (const { regionId, elementId } of assignments) {
    if (!table?.byId.has(regionId)) throw new OperationError(`The picture has no region ${regionId}.`);
    const outside = picture.elements.find(({ id, outside: own }) => own && id === elementId);
    if (outside) throw new OperationError(`${outside.name} lies on the paper outside: it takes no areas.`);
    if (elementId !== null && !known.has(elementId)) throw new OperationError(`The picture has no element ${elementId}.`);
    targets.set(regionId, elementId);
  }
  const gained = new Map<string, string[]>();
  for (const [regionId, elementId] of targets) if (elementId !== null) gained.set(elementId, [...(gained.get(elementId) ?? []), regionId]);
  const elements = picture.elements.map((element) => {
    const own = gained.get(element.id) ?? [];
    if (own.length === 0 && !element.regionIds.some((id) => targets.has(id))) return element;
    const kept = element.regionIds.filter((id) => !targets.has(id));
    return { ...element, regionIds: [...kept, ...own].sort((first, second) => regionNumber(first) - regionNumber(second)) };
  });
  return { ...picture, elements };
}

/** What a picture's rows look like when its regions are others: what names a region that is no more lets it go. */
export function withoutGoneRegions(picture: Picture, table: IndexedTable | undefined): Picture {
  const elements = picture.elements.map((element) =>
    element.regionIds.every((id) => table?.byId.has(id))
      ? element
      : { ...element, regionIds: element.regionIds.filter((id) => table?.byId.has(id)) },
  );
  return { ...picture, elements };
}

function firstTwice(ids: readonly string[]): string | undefined {
  const seen = new Set<string>();
  return ids.find((id) => seen.has(id) || !seen.add(id));
}

/** The same row with its keyed lists in order, without rows that say nothing. @throws OperationError where an id comes twice, or a list may not be empty. */
export function soundRow<T extends Row>(kind: EntityKind, row: T): T {
  const lists = kindsHeldBy(kind).map((held) => {
    const rows = listIn(row, held);
    const twice = firstTwice(rows.map(({ id }) => id));
    if (twice) throw new OperationError(`The ${kind} has ${twice} twice.`);
    const { keyedBy, isNeverEmpty } = entryOf(held);
    if (isNeverEmpty && rows.length === 0) throw new OperationError(`A ${kind} keeps one ${held} at least.`);
    const sound = rows.map((one) => soundRow(held, one));
    const kept = keyedBy ? sound.filter((one) => Object.keys(one).length > 1).sort((one, other) => (one.id < other.id ? -1 : 1)) : sound;
    return [entities[held].list.name, kept] as const;
  });
  return lists.length === 0 ? row : { ...row, ...Object.fromEntries(lists) };
}

/**
 * A picture that comes in whole keeps the rules that its rows keep when they come one by one: ids once, regions that are there, each in one
 * element at the most, in order, and the count of numbers given not below them.
 * @throws OperationError
 */
export function soundPicture(whole: Picture, table: IndexedTable | undefined): Picture {
  const picture = soundRow('picture', whole);
  const { elements } = picture;
  const gathered = elements.flatMap(({ regionIds }) => regionIds);
  const unknown = gathered.find((id) => !table?.byId.has(id));
  if (unknown) throw new OperationError(`The picture has no region ${unknown}.`);
  const outside = elements.find(({ outside: own, regionIds }) => own && regionIds.length > 0);
  if (outside) throw new OperationError(`${outside.name} has areas: what lies on the paper outside takes none.`);
  const shared = firstTwice(gathered);
  if (shared) throw new OperationError(`The region ${shared} is in two elements.`);
  const highest = (table?.table.regions ?? []).reduce((most, { id }) => Math.max(most, regionNumber(id)), 0);
  return {
    ...picture,
    regionsGiven: Math.max(picture.regionsGiven, highest),
    elements: elements.map((element) => ({
      ...element,
      regionIds: [...element.regionIds].sort((a, b) => regionNumber(a) - regionNumber(b)),
    })),
  };
}

/** Rules that a kind of row has beyond its schema. */
export type RowRules = {
  /** Whether its rows name regions, which belong to one row of the kind at the most. */
  namesRegions: boolean;
  /** What the row is called in a comparison. */
  title: string;
};

export const rules: Record<RowKind, RowRules> = {
  picture: { namesRegions: false, title: 'Picture' },
  element: { namesRegions: true, title: 'Element' },
  mend: { namesRegions: false, title: 'Mend' },
  body: { namesRegions: false, title: 'Body' },
  front: { namesRegions: false, title: 'Front' },
  cut: { namesRegions: false, title: 'Cut end' },
  colouring: { namesRegions: false, title: 'Colouring' },
  treatment: { namesRegions: false, title: 'Element' },
  stroke: { namesRegions: false, title: 'Stroke of the hand' },
};
