import type { BandMap } from './band-map';

export type PlacePx = readonly [x: number, y: number];

/** Where two elements lie side by side, by the numbers they have in the band map. */
export type Contact = {
  elements: readonly [first: number, second: number];
  /** Px of the map along which each band of the first (row; 0 = bare paper) lies beside each band of the second (column). */
  lengthsPx: number[][];
  /** Every so many-th place of the border: the middles of the pixels on both sides, in px of the picture, and their bands. */
  places: { sides: readonly [PlacePx, PlacePx]; bands: readonly [number, number] }[];
};

/** Bands that an element may have, bare paper among them. */
const mostBands = 8;
/** A place is told for so many px of a border. */
const placeEveryPx = 12;

/**
 * Elements that touch, with the bands as they lie along their common border: lengths are counted in edges between pixels, so a slanted border comes out
 * up to 1.4 times too long on both sides of a comparison alike.
 * @param ownerOf place of the element of a label, from 1, as in the map; bare paper that an element keeps is found by it. 0: none.
 * @param labels row-major at the size of the map.
 */
export function contactsOf(map: BandMap, labels: Uint16Array, ownerOf: (label: number) => number): Contact[] {
  const { width, height, elements, bands, scale } = map;
  if (labels.length !== elements.length) throw new RangeError(`contactsOf expects ${elements.length} labels, got ${labels.length}`);
  const owners = new Uint16Array(65536);
  for (let label = 1; label < owners.length; label++) owners[label] = ownerOf(label);
  const byPair = new Map<number, Contact & { count: number }>();
  const middle = (i: number): PlacePx => [((i % width) + 0.5) * scale, (Math.floor(i / width) + 0.5) * scale];
  const note = (one: number, other: number) => {
    const [own, theirs] = [elements[one]! || owners[labels[one]!]!, elements[other]! || owners[labels[other]!]!];
    if (own === theirs || own === 0 || theirs === 0) return;
    const isInOrder = own < theirs;
    const [first, second] = isInOrder ? [own, theirs] : [theirs, own];
    const key = first * 65536 + second;
    let contact = byPair.get(key);
    if (!contact) {
      const lengthsPx = Array.from({ length: mostBands }, () => new Array<number>(mostBands).fill(0));
      contact = { elements: [first, second], lengthsPx, places: [], count: 0 };
      byPair.set(key, contact);
    }
    const at = isInOrder ? ([bands[one]!, bands[other]!] as const) : ([bands[other]!, bands[one]!] as const);
    contact.lengthsPx[at[0]]![at[1]]!++;
    if (contact.count++ % placeEveryPx !== 0) return;
    contact.places.push({ sides: isInOrder ? [middle(one), middle(other)] : [middle(other), middle(one)], bands: at });
  };
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const i = row * width + column;
      if (column + 1 < width && (labels[i] !== labels[i + 1] || elements[i] !== elements[i + 1])) note(i, i + 1);
      if (row + 1 < height && (labels[i] !== labels[i + width] || elements[i] !== elements[i + width])) note(i, i + width);
    }
  }
  return [...byPair.values()].map(({ count: _, ...contact }) => contact);
}
