import { entities, type PictureRowKind, rowKinds } from '#model/entity';
import type { Body } from '#model/body';
import type { SaidCut } from '#model/cut-end';
import type { Front } from '#model/front';
import type { Make } from '#model/make';
import type { Element, Picture } from '#model/picture';
import { counted } from './counted';
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
  'make.school': { name: 'School', words: ({ school }: Make) => school },
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

/** Whole rows in words. */
const rowWords: Record<PictureRowKind, (row: never) => string> = {
  element: (element: Element) => {
    const ladder = element.ladder?.rungs.map(({ code }) => code).join(' ') ?? 'no ladder';
    return `${element.name}: ${counted(element.regionIds.length, 'area')}, ${ladder}`;
  },
  mend: ({ kind }: { kind: string }) => kind,
  body: ({ regionIds, on, relief }: Body) =>
    `${counted(regionIds.length, 'area')}${on ? `, on ${on}` : ''}${relief ? `, ${relief.kind}` : ''}`,
  cut: ({ at, isCut }: SaidCut) => `${isCut ? 'cut off' : 'rounds away'} at ${at.map((mm) => `${Math.round(mm)} mm`).join(', ')}`,
  stroke: ({ kind, points }: { kind: string; points: readonly (readonly [number, number])[] }) =>
    `${kind} at ${points[0]?.map((mm) => `${Math.round(mm)} mm`).join(', ')}`,
  front: ({ between, front }: Front) => (front ? `${front} in front` : `neither of ${between.join(' and ')}`),
};

function fieldDifferences(kind: 'make' | 'picture', of: string, first: Make | Picture, second: Make | Picture): MakeDifference[] {
  return Object.keys(entities[kind].fields).flatMap((field) => {
    const own = fieldWords[`${kind}.${field}`];
    const read = (row: Make | Picture) => (row as Record<string, unknown>)[field];
    if (!differs(read(first), read(second))) return [];
    const words = (row: Make | Picture) => (own ? own.words(row as never) : inOrder(read(row)).slice(0, 80));
    return [{ what: `${own?.name ?? field}${of}`, first: words(first), second: words(second) }];
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
  for (const kind of rowKinds) {
    const { of, name: list } = entities[kind].list;
    if (of !== 'picture') continue;
    const told = rowWords[kind as PictureRowKind] as (row: Row) => string;
    for (const [own, other] of pairs<Row>(first[list as 'elements'], second[list as 'elements'])) {
      if (!differs(own, other)) continue;
      const row = (own ?? other) as Row & { name?: string };
      differences.push({
        what: `${rules[kind].title} ${row.name ?? row.id.slice(0, 4)}`,
        first: own ? told(own) : absent,
        second: other ? told(other) : absent,
      });
    }
  }
  return differences;
}

/** What differs between two versions of a make, in words a maker reads; empty when nothing does. Every field of the register counts. */
export function compareMakes(first: Make, second: Make): MakeDifference[] {
  return [
    ...fieldDifferences('make', '', first, second),
    ...pairs(first.pictures, second.pictures).flatMap(([own, other]) => pictureDifferences(own, other)),
  ];
}
