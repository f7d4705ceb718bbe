import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import type { Ladder } from '#model/ladder';
import type { Lab } from '#model/marker';
import type { Operation } from '#model/operation';
import { nameOfColouring, treat } from '#core/make/coloured';
import { areaMm2Of } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { suggestLadders } from '#core/markers/suggest';
import { layHandStroke } from '#core/scene/hand-edits';
import type { Contact } from '#core/scene/contacts';
import { mostTogether, shareTogether, type Unparted } from '#core/scene/parting';
import { chainsOf } from './border-stroke';
import { addRung, ladderOf, mostRungs } from './rung-steps';

/** One way to part two elements that run together. */
export type WayOut = {
  kind: 'darker' | 'paler' | 'swap' | 'other' | 'darkSide' | 'lightSide';
  words: string;
  /** Share of their border over which they would still run together. */
  share: number;
  operations: Operation[];
};

type Scene = {
  picture: ColouredPicture;
  table: IndexedTable;
  rack: readonly ShownMarker[];
  /** Ids of the elements, in the order of their numbers in the band map. */
  ids: readonly string[];
  contacts: readonly Contact[];
  /** Only these markers, by id. Default: the whole rack. */
  only?: ReadonlySet<string> | undefined;
  newId: () => string;
};

/** A stroke along the border darkens so far into its side, in mm. */
const sideMm = 1.2;

const codesOf = (ladder: Ladder): string => ladder.rungs.map(({ code }) => code).join(', ');

/**
 * Ways to part a pair that runs together, each with what it leaves: a ladder a rung darker or paler, the two ladders swapped, another ladder for the
 * smaller of the two, or only one side of the border made darker or lighter by hand. Only ways that part the two, and that make no longer stretch of
 * border run together anywhere else than they mend; the most that is mended first.
 */
export function waysOut(unparted: Unparted, scene: Scene): WayOut[] {
  const { picture, table, rack, ids, only } = scene;
  const here = rack.filter(({ id }) => !only || only.has(id));
  const labOf = new Map(rack.map(({ id, lab }) => [id, lab]));
  const elements = unparted.contact.elements.map((number) => picture.elements.find(({ id }) => id === ids[number - 1]));
  const [first, second] = elements;
  if (!first?.ladder || !second?.ladder) return [];
  const area = (element: ColouredElement) => areaMm2Of(element, table);
  const [small, large] = area(first) <= area(second) ? [first, second] : [second, first];

  const colours = (element: ColouredElement | undefined): (Lab | undefined)[] =>
    element?.ladder?.rungs.map(({ markerId }) => labOf.get(markerId)) ?? [];
  const weigh = (ladders: ReadonlyMap<string, Ladder>): { share: number; worse: number } => {
    const then = (id: string | undefined): ColouredElement | undefined => {
      const element = picture.elements.find((own) => own.id === id);
      const ladder = element && ladders.get(element.id);
      return element && ladder ? { ...element, ladder } : element;
    };
    const shareOf = (contact: Contact, given: (id: string | undefined) => ColouredElement | undefined) =>
      shareTogether(contact, colours(given(ids[contact.elements[0] - 1])), colours(given(ids[contact.elements[1] - 1])));
    let worse = 0;
    for (const contact of scene.contacts) {
      const names = contact.elements.map((number) => ids[number - 1] ?? '');
      if (!names.some((id) => ladders.has(id))) continue;
      const now = (id: string | undefined) => picture.elements.find((own) => own.id === id);
      const length = contact.lengthsPx.reduce((sum, row) => sum + row.reduce((own, px) => own + px, 0), 0);
      const over = (share: number) => (share > mostTogether ? share * length : 0);
      worse += over(shareOf(contact, then)) - over(shareOf(contact, now));
    }
    return { share: shareOf(unparted.contact, then), worse };
  };

  const ways: (WayOut & { worse: number })[] = [];
  const offer = (kind: WayOut['kind'], words: string, given: readonly (readonly [ColouredElement, Ladder])[]) => {
    const { share, worse } = weigh(new Map(given.map(([{ id }, ladder]) => [id, ladder])));
    const operations = given.map(([{ id }, ladder]) => treat(nameOfColouring(picture), id, { ladder }));
    ways.push({ kind, words, share, worse, operations });
  };
  for (const element of [small, large]) {
    const ladder = element.ladder as Ladder;
    for (const towards of ['darker', 'paler'] as const) {
      const moved = movedWhole(ladder, towards, here);
      if (moved) offer(towards, `${element.name} a rung ${towards}: ${codesOf(moved)}`, [[element, moved]]);
    }
    const rungs = ladder.rungs.length as 1 | 2 | 3 | 4 | 5 | 6;
    const other = element === small ? large : small;
    const beside = [{ rungs: colours(other).flatMap((lab) => lab ?? []), lengthMm: 1 }];
    const asked = { element: { name: element.name, kind: element.kind, areaMm2: area(element) }, rungs, beside, only, most: 6 };
    for (const suggested of suggestLadders(rack, asked).filter((own) => own.rungs.length === rungs)) {
      const given = ladderOf(suggested.rungs);
      offer('other', `${element.name} another ladder: ${codesOf(given)}`, [[element, given]]);
    }
  }
  const isSwap = first.ladder.rungs.length === second.ladder.rungs.length && codesOf(first.ladder) !== codesOf(second.ladder);
  if (isSwap) {
    offer('swap', `${first.name} and ${second.name} swap their ladders`, [
      [first, second.ladder],
      [second, first.ladder],
    ]);
  }
  for (const [side, element] of [first, second].entries()) {
    for (const [kind, by] of [
      ['darkSide', 1],
      ['lightSide', -1],
    ] as const) {
      const share = shareTogether(unparted.contact, colours(first), colours(second), side === 0 ? { first: by } : { second: by });
      const operations = sideStrokes(unparted.contact, side as 0 | 1, { kind: by > 0 ? 'darker' : 'lighter', scene });
      if (operations.length === 0) continue;
      ways.push({
        kind,
        words: `Only the side of ${element?.name} ${by > 0 ? 'darker' : 'lighter'} along the border`,
        share,
        worse: 0,
        operations,
      });
    }
  }
  return bestOfEachSort(ways.filter(({ share, worse }) => share <= mostTogether && share < unparted.share && worse <= 0));
}

/** Ways that are much the same to the hand: of each sort one is shown. */
const sortOf: Record<WayOut['kind'], string> = {
  darker: 'same inks',
  paler: 'same inks',
  swap: 'same inks',
  other: 'other inks',
  darkSide: 'by hand',
  lightSide: 'by hand',
};

/** The best way of each sort: the one that leaves the least, and makes the least run together elsewhere. */
function bestOfEachSort(ways: readonly (WayOut & { worse: number })[]): WayOut[] {
  const sorted = [...ways].sort((one, other) => one.share - other.share || one.worse - other.worse);
  const seen = new Set<string>();
  return sorted.flatMap(({ worse: _, ...way }) => {
    if (seen.has(sortOf[way.kind])) return [];
    seen.add(sortOf[way.kind]);
    return [way];
  });
}

/** The whole ladder a rung darker (or paler): its other end falls away. Null where the rack has no further one. */
function movedWhole(ladder: Ladder, towards: 'darker' | 'paler', rack: readonly ShownMarker[]): Ladder | null {
  const longer = addRung(
    { rungs: towards === 'darker' ? ladder.rungs.slice(1 - mostRungs) : ladder.rungs.slice(0, mostRungs - 1) },
    towards,
    rack,
  );
  if ('problem' in longer) return null;
  const { rungs } = longer.ladder;
  return { rungs: towards === 'darker' ? rungs.slice(-ladder.rungs.length) : rungs.slice(0, ladder.rungs.length) };
}

type Side = { kind: 'darker' | 'lighter'; scene: Scene };

/** Strokes of the hand along one side of a border. */
function sideStrokes({ places }: Contact, side: 0 | 1, { kind, scene }: Side): Operation[] {
  const { picture, table, newId } = scene;
  const mmPerPx = table.table.frame.widthMm / table.table.widthPx;
  return chainsOf(places.map(({ sides }) => sides[side])).flatMap((chain) => {
    const path = chain.map(([x, y]) => [x * mmPerPx, y * mmPerPx] as [number, number]);
    return layHandStroke(picture, { kind, path, radiusMm: sideMm }, newId()).operations;
  });
}
