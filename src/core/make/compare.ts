import { entities, entryOf, kindsHeldBy, type RowKind } from '#model/entity';
import type { Body } from '#model/body';
import type { Card } from '#model/card';
import type { Colouring, Treatment } from '#model/colouring';
import type { SaidCut } from '#model/cut-end';
import type { Front } from '#model/front';
import type { HandStroke } from '#model/hand-stroke';
import type { LightWish } from '#model/light-wish';
import type { Make } from '#model/make';
import type { Element, Picture } from '#model/picture';
import { counted } from './counted';
import { listIn } from './rows';
import { rules } from './rules';

/** One thing in which two versions of a make differ, in words. */
export type MakeDifference = { what: string; first: string; second: string };

type Row = { id: string };

const absent = 'not there';

/** JSON with the keys in order: the database keeps them in another. */
function inOrder(value: unknown): string {
  return JSON.stringify(value ?? null, (_, inner: unknown) =>
    inner && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([first], [second]) => (first < second ? -1 : 1)))
      : inner,
  );
}
const differs = (first: unknown, second: unknown): boolean => inOrder(first) !== inOrder(second);

function cardWords({ name, copies, pieces, layouts = [] }: Card): string {
  const laid = layouts.map((layout) => `${layout.name}: ${counted(layout.items.length, 'thing')}`);
  return `${copies} × ${name} (${[String(pieces.length), ...laid].join('; ')})`;
}

/** What a field is called and how its value is told, where JSON would not be understood. */
const fieldWords: Record<string, { name: string; words: (row: never) => string }> = {
  'make.name': { name: 'Name', words: (make: Make) => make.name },
  'make.lamp': {
    name: 'Lamp',
    words: ({ lamp }: Make) =>
      lamp.kind === 'near'
        ? `near, ${Math.round(lamp.heightMm)} mm above ${Math.round(lamp.xMm)}, ${Math.round(lamp.yMm)} mm`
        : `${lamp.azimuthDeg}° round, ${lamp.heightDeg}° high`,
  },
  'make.onlyMarkers': {
    name: 'Only these markers',
    words: ({ onlyMarkers }: Make) => onlyMarkers?.map(({ code }) => code).join(' ') ?? 'the whole rack',
  },
  'make.pieceRows': {
    name: 'Loose pieces',
    words: ({ pieceRows }: Make) => pieceRows?.map(({ name, count }) => `${name} (${count})`).join(', ') ?? 'none',
  },
  'make.cards': {
    name: 'Cards',
    words: ({ cards }: Make) => cards?.map((card) => cardWords(card)).join(', ') ?? 'none',
  },
  'make.drawn': { name: 'From the drawer', words: ({ drawn }: Make) => drawn?.map(({ name }) => name).join(', ') ?? 'nothing' },
  'make.cardPlan': {
    name: 'Stamping and cutting',
    words: ({ cardPlan }: Make) =>
      cardPlan
        ? `${counted(cardPlan.spares, 'spare')} of a kind, ${cardPlan.gapMm} mm between, ${counted(cardPlan.done.length, 'kind')} begun`
        : 'as usual',
  },
  'make.placings': {
    name: 'Moved in the order',
    words: ({ placings }: Make) => (placings ? `${placings.length} of what is coloured at once` : 'nothing'),
  },
  'make.school': { name: 'School', words: ({ school }: Make) => school },
  'picture.saidLineHex': { name: 'Colour of the lines', words: ({ saidLineHex }: Picture) => saidLineHex ?? 'as it was read' },
  'picture.grey': { name: 'Cut-out', words: ({ widthMm, heightMm }: Picture) => `${Math.round(widthMm)} × ${Math.round(heightMm)} mm` },
  'picture.widthMm': { name: 'Width', words: ({ widthMm }: Picture) => `${Math.round(widthMm)} mm` },
  'picture.lineSettings': { name: 'Lines', words: ({ lineSettings }: Picture) => (lineSettings ? 'as chosen' : 'as usual') },
  'picture.name': { name: 'Name', words: ({ name }: Picture) => name },
  'picture.standsAtMm': {
    name: 'Place',
    words: ({ standsAtMm }: Picture) =>
      standsAtMm ? `${standsAtMm.map((mm) => `${Math.round(mm)} mm`).join(', ')}` : 'beside the one before',
  },
};

/** Any value in words: lists and objects without the signs of a program. @param isExact all of it, and every digit. */
function plainWords(value: unknown, isExact = false): string {
  if (value === undefined || value === null) return absent;
  if (typeof value === 'number') return String(isExact ? value : Math.round(value * 100) / 100);
  if (typeof value !== 'object') return String(value);
  const told = Array.isArray(value)
    ? value.map((own) => plainWords(own, isExact))
    : Object.entries(value).map(([name, own]) => `${name} ${plainWords(own, isExact)}`);
  return told.length > 6 && !isExact ? `${told.slice(0, 6).join(', ')} and ${told.length - 6} more` : told.join(', ');
}

const mmPlace = (place: readonly number[]): string => place.map((mm) => `${Math.round(mm)} mm`).join(', ');

/** Words of a row's fields, where its plain value would not be understood; a field that stands in no list here is told as it is. */
const rowFieldWords: { [K in RowKind]?: Record<string, { name: string; words: (row: never) => string }> } = {
  element: {
    name: { name: 'name', words: ({ name }: Element) => name },
    regionIds: {
      name: 'areas',
      words: ({ regionIds }: Element) => `${counted(regionIds.length, 'area')}: ${regionIds.map((id) => id.slice(1)).join(' ')}`,
    },
    kind: { name: 'made of', words: ({ kind }: Element) => kind ?? 'as its name says' },
    spot: {
      name: 'soft spot',
      words: ({ spot }: Element) =>
        spot
          ? `${counted(spot.strokes.length, 'stroke')}, the first at ${mmPlace(spot.strokes[0]?.points[0] ?? [])}, edge ${spot.softMm} mm`
          : absent,
    },
    outside: {
      name: 'on the paper outside',
      words: ({ outside }: Element) => {
        if (!outside) return absent;
        if (outside.kind === 'halo') return `halo in steps of ${outside.stepMm} mm`;
        return `ground shadow from ${mmPlace(outside.from)} to ${mmPlace(outside.to)}, ${outside.depthMm} mm deep`;
      },
    },
  },
  treatment: {
    ladder: { name: 'ladder', words: ({ ladder }: Treatment) => ladderWords(ladder) },
    light: { name: 'light', words: ({ light }: Treatment) => (light ? lightWords(light) : 'as usual') },
    wetMends: {
      name: 'wet areas',
      words: ({ wetMends = [] }: Treatment) =>
        wetMends.length > 0 ? `changed ${counted(wetMends.length, 'time')} by hand` : 'as computed',
    },
  },
  colouring: {
    name: { name: 'name', words: ({ name }: Colouring) => name ?? 'told by its number' },
    cuesPull: {
      name: 'pull of the hatching',
      words: ({ cuesPull }: Colouring) => (cuesPull === undefined ? 'as usual' : `${Math.round(100 * cuesPull)} %`),
    },
  },
  stroke: {
    points: { name: 'way', words: ({ points }: HandStroke) => `from ${mmPlace(points[0] ?? [])} to ${mmPlace(points.at(-1) ?? [])}` },
    radiusMm: { name: 'width', words: ({ radiusMm }: HandStroke) => `${(2 * radiusMm).toFixed(1)} mm` },
  },
  body: {
    regionIds: {
      name: 'areas',
      words: ({ regionIds }: Body) => `${counted(regionIds.length, 'area')}: ${regionIds.map((id) => id.slice(1)).join(' ')}`,
    },
    relief: { name: 'form', words: ({ relief }: Body) => (relief ? plainWords(relief) : 'as its outline says') },
  },
};

function ladderWords(ladder: Treatment['ladder']): string {
  if (!ladder) return 'no ladder';
  return `${ladder.rungs.map(({ code }) => code).join(' ')}${ladder.order === 'place' ? ', from the edge to the middle' : ''}`;
}

function lightWords({ shade, highlight, shares, lamp }: LightWish): string {
  const told = [
    shade && shade !== 'usual' ? shade : null,
    highlight === undefined ? null : `${Math.round(100 * highlight)} % kept bare`,
    shares ? `shares ${shares.map((share) => `${Math.round(100 * share)} %`).join(' ')}` : null,
    lamp ? `a lamp of its own, ${lamp.azimuthDeg}° round, ${lamp.heightDeg}° high` : null,
  ].filter((words) => words !== null);
  return told.length > 0 ? told.join(', ') : 'as usual';
}

/** Whole rows in words. */
const rowWords: Record<Exclude<RowKind, 'picture' | 'treatment'>, (row: never) => string> = {
  element: ({ name, regionIds }: Element) => `${name}: ${counted(regionIds.length, 'area')}`,
  colouring: ({ treatments, strokes }: Colouring) =>
    `${counted(treatments.filter(({ ladder }) => ladder).length, 'ladder')}, ${counted(strokes.length, 'stroke of the hand', 'strokes of the hand')}`,
  mend: ({ kind }: { kind: string }) => kind,
  body: ({ regionIds, on, relief }: Body) =>
    `${counted(regionIds.length, 'area')}${on ? `, on ${on}` : ''}${relief ? `, ${relief.kind}` : ''}`,
  cut: ({ at, isCut }: SaidCut) => `${isCut ? 'cut off' : 'rounds away'} at ${mmPlace(at)}`,
  stroke: ({ kind, points }: HandStroke) => `${kind} at ${mmPlace(points[0] ?? [])}`,
  front: ({ between, front }: Front) => (front ? `${front} in front` : `neither of ${between.join(' and ')}`),
};

/** Each field in which two rows of one name differ, without the lists that they hold. */
function rowDifferences(kind: RowKind, title: string, first: Row, second: Row): MakeDifference[] {
  const lists = kindsHeldBy(kind).map((held) => entities[held].list.name as string);
  const fields = [...new Set([...Object.keys(first), ...Object.keys(second)])].filter((field) => !lists.includes(field));
  return fields.flatMap((field) => {
    const read = (row: Row) => (row as unknown as Record<string, unknown>)[field];
    if (!differs(read(first), read(second))) return [];
    const own = rowFieldWords[kind]?.[field];
    const words = (row: Row) => (own ? own.words(row as never) : plainWords(read(row)));
    const [told, other] = [words(first), words(second)];
    // Where words alone do not tell them apart, the values do.
    const isTold = told !== other;
    return [
      {
        what: `${title}, ${own?.name ?? field}`,
        first: isTold ? told : plainWords(read(first), true),
        second: isTold ? other : plainWords(read(second), true),
      },
    ];
  });
}

function fieldDifferences(kind: 'make' | 'picture', of: string, first: Make | Picture, second: Make | Picture): MakeDifference[] {
  return Object.keys(entities[kind].fields).flatMap((field) => {
    const own = fieldWords[`${kind}.${field}`];
    const read = (row: Make | Picture) => (row as Record<string, unknown>)[field];
    if (!differs(read(first), read(second))) return [];
    const words = (row: Make | Picture) => (own ? own.words(row as never) : plainWords(read(row)));
    const [told, other] = [words(first), words(second)];
    const isTold = told !== other;
    return [
      {
        what: `${own?.name ?? field}${of}`,
        first: isTold ? told : plainWords(read(first), true),
        second: isTold ? other : plainWords(read(second), true),
      },
    ];
  });
}

function pairs<R extends Row>(first: readonly R[], second: readonly R[]): [R | undefined, R | undefined][] {
  const ids = new Set([...first, ...second].map(({ id }) => id));
  return [...ids].map((id) => [first.find((row) => row.id === id), second.find((row) => row.id === id)]);
}

function pictureDifferences(first: Picture | undefined, second: Picture | undefined): MakeDifference[] {
  const name = first?.name ?? second?.name ?? '';
  if (!first || !second) return [{ what: `Picture ${name}`, first: first?.name ?? absent, second: second?.name ?? absent }];
  const differences = fieldDifferences('picture', ` of ${name}`, first, second);
  if (first.regionMap?.labelMap !== second.regionMap?.labelMap) {
    const areas = ({ regionMap }: Picture) => (regionMap ? counted(regionMap.count, 'area') : absent);
    differences.push({ what: `Areas of ${name}`, first: areas(first), second: areas(second) });
  }
  // What an element gets is told by its name.
  const elementName = (id: string) => [...first.elements, ...second.elements].find((element) => element.id === id)?.name;
  differences.push(...listDifferences('picture', first, second, (row) => (row as { name?: string }).name ?? elementName(row.id)));
  return differences;
}

/** Rows within two of one name that are others, or in another order. */
function listDifferences(holder: RowKind, first: object, second: object, nameOf: (row: Row) => string | undefined): MakeDifference[] {
  return kindsHeldBy(holder).flatMap((kind) => {
    const [one, two] = [listIn(first, kind), listIn(second, kind)];
    const told = rowWords[kind as keyof typeof rowWords] as (row: Row) => string;
    // Rows that follow from others are there for all of them, and say nothing where they are not kept.
    const isKeyed = entryOf(kind).keyedBy !== undefined;
    const there = (row: Row | undefined, id: string) => row ?? (isKeyed ? { id } : undefined);
    const rows = pairs<Row>(one, two).flatMap(([first, second]): MakeDifference[] => {
      const id = (first ?? second)?.id ?? '';
      const [own, other] = [there(first, id), there(second, id)];
      if (!differs(own, other)) return [];
      const title = `${rules[kind].title} ${nameOf((own ?? other) as Row) ?? id.slice(0, 4)}`;
      if (!own || !other) return [{ what: title, first: own ? told(own) : absent, second: other ? told(other) : absent }];
      return [...rowDifferences(kind, title, own, other), ...listDifferences(kind, own, other, nameOf)];
    });
    if (isKeyed) return rows;
    const inBoth = one.filter(({ id }) => two.some((row) => row.id === id));
    const others = two.filter(({ id }) => inBoth.some((row) => row.id === id));
    if (inBoth.every(({ id }, place) => others[place]?.id === id)) return rows;
    const order = (list: readonly Row[]) => list.map((row) => nameOf(row) ?? row.id.slice(0, 4)).join(', ');
    return [...rows, { what: `Order of ${entities[kind].list.name}`, first: order(one), second: order(two) }];
  });
}

/** What differs between two versions of a make, in words a maker reads; empty when nothing does. Every field of the register counts. */
export function compareMakes(first: Make, second: Make): MakeDifference[] {
  return [
    ...fieldDifferences('make', '', first, second),
    ...pairs(first.pictures, second.pictures).flatMap(([own, other]) => pictureDifferences(own, other)),
  ];
}
