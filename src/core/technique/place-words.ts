import type { Neighbour, Octant, PartPlace } from '#core/scene/whereabouts';

/** Words for a side of a thing; a long one has ends. */
const edges: Record<Octant, string> = {
  right: 'along the right edge',
  'lower right': 'along the lower right edge',
  bottom: 'along the lower edge',
  'lower left': 'along the lower left edge',
  left: 'along the left edge',
  'upper left': 'along the upper left edge',
  top: 'along the upper edge',
  'upper right': 'along the upper right edge',
};
const sides: Record<Octant, string> = {
  right: 'on the right',
  'lower right': 'at the lower right',
  bottom: 'low down',
  'lower left': 'at the lower left',
  left: 'on the left',
  'upper left': 'at the upper left',
  top: 'high up',
  'upper right': 'at the upper right',
};
/** Which of several parts, by where they lie among each other. */
const partNames: Record<Octant, string> = {
  right: 'right',
  'lower right': 'lower right',
  bottom: 'lower',
  'lower left': 'lower left',
  left: 'left',
  'upper left': 'upper left',
  top: 'upper',
  'upper right': 'upper right',
};

/** So many neighbours are named of a band, and so many places told apart where an element has several parts. */
const [mostNeighbours, mostPlaces] = [2, 2] as const;

function sideWords({ side, shape, isAlongEdge }: PartPlace): string {
  if (side === 'all round') return 'all round';
  if (side === 'middle') return 'in the middle';
  if (side === 'both sides') return shape === 'wide' ? 'at both ends' : 'along both sides';
  if (side === 'top and bottom') return shape === 'tall' ? 'at the top and the foot' : 'along the upper and the lower edge';
  if (side === 'outside') return 'round the outside';
  if (shape === 'tall' && side === 'bottom') return 'at the foot';
  if (shape === 'tall' && side === 'top') return 'at the top';
  if (shape === 'wide' && (side === 'left' || side === 'right')) return `at the ${side} end`;
  return (isAlongEdge ? edges : sides)[side];
}

function neighbourWords({ on, isInFront }: Neighbour, name: string): string {
  if (on === 'top') return `${isInFront ? 'under' : 'below'} ${name}`;
  if (on === 'bottom') return `above ${name}`;
  return `${isInFront ? 'behind' : 'beside'} ${name}`;
}

/** "a", "a and b", "a, b and c". */
function listed(words: readonly string[]): string {
  return words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}

/** How an element is called within a sentence: "the left boot"; a name of its own (Aunt May, Leaf 3) stays as it is. */
export function withinSentence(name: string): string {
  const [first = '', ...more] = name.split(' ');
  const isOwnName =
    /^(the|a|an|my|our)$/i.test(first) || /\d/.test(name) || more.some((word) => /^\p{Lu}/u.test(word)) || !/^\p{L}\p{Ll}/u.test(first);
  return isOwnName ? name : `the ${first[0]!.toLowerCase()}${name.slice(1)}`;
}

/** From so many parts on. */
const manyParts = 4;
const numberWords = ['', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'];

/** What several parts lie beside, all of them: the same neighbour at the same side. */
function commonNeighbours([first, ...others]: readonly PartPlace[]): Neighbour[] {
  return (first?.beside ?? []).filter(({ owner, on }) =>
    others.every(({ beside }) => beside.some((one) => one.owner === owner && one.on === on)),
  );
}

/** Where a band lies in one part, or likewise in several, in words. @param nameOf names of neighbours; those without one are left out. */
export function partInWords(places: readonly PartPlace[], nameOf: (owner: number) => string | undefined): string {
  const [first] = places;
  if (!first) return '';
  const beside = commonNeighbours(places)
    .flatMap((one) => {
      const name = nameOf(one.owner);
      return name ? [neighbourWords(one, withinSentence(name))] : [];
    })
    .slice(0, mostNeighbours);
  return listed([sideWords(first), ...beside]);
}

/** Of two parts one is told by the axis along which they lie apart. */
function partName({ part }: PartPlace, count: number): string {
  if (part === null) return 'the middle one';
  const name = partNames[part];
  return `the ${count === 2 ? (name.split(' ').at(-1) ?? name) : name} one`;
}

/**
 * Where a mark goes, in words: "along the left edge and under the scarf". Of an element of several parts those of which the same is true are told
 * together, the largest first.
 * @returns undefined where nothing of the band is seen.
 */
export function placeInWords(parts: readonly PartPlace[], nameOf: (owner: number) => string | undefined): string | undefined {
  const bySide = new Map<string, PartPlace[]>();
  for (const part of parts) bySide.set(sideWords(part), [...(bySide.get(sideWords(part)) ?? []), part]);
  const area = (own: readonly PartPlace[]) => own.reduce((sum, { bandMm2 }) => sum + bandMm2, 0);
  const told = [...bySide.values()].sort((one, other) => area(other) - area(one));
  const [first] = told;
  if (!first) return undefined;
  if (told.length === 1) return parts.length > 1 ? `${partInWords(first, nameOf)} of each` : partInWords(first, nameOf);
  // Of many parts only what most of them have in common is told.
  const most = parts.length > manyParts ? 1 : mostPlaces;
  const named = told.slice(0, most).map((own) => {
    const whose = own.length > 1 || !own[0] ? `${numberWords[own.length] ?? own.length} of them` : partName(own[0], parts.length);
    return `on ${whose} ${partInWords(own, nameOf)}`;
  });
  return [...named, ...(told.length > most ? ['elsewhere as the light falls'] : [])].join('; ');
}
