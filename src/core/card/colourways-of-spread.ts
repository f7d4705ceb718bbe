import type { Card, CardSpread } from '#model/card';
import type { Make } from '#model/make';
import { shareOut } from '#core/sharing/share-out';
import type { Spread } from '#core/spread/spread-motifs';

/**
 * Which colourway each motif of a spread gets, by number from 0; null: it is not one of several. `groups`: those that share colourways, `name` of loose pieces, how many of each, how many pairs of them
 * are neighbours, and how many of those are alike.
 */
export type SpreadColourways = {
  kinds: (number | null)[];
  groups: { name: string | null; counts: number[]; pairs: number; alike: number }[];
};

type Pair = readonly [number, number];

/** Shares out so that neighbours differ; where that cannot be, so that as many of the nearest do as is found by halving. */
function sharedOut(nearestFirst: readonly Pair[], count: number, kinds: number, seed: number): number[] {
  const tried = (pairs: number) => {
    const found = shareOut({ neighbours: nearestFirst.slice(0, pairs), count, kinds, seed });
    return 'problem' in found ? null : found;
  };
  const all = tried(nearestFirst.length);
  if (all) return all;
  let [best, good, bad] = [tried(0) ?? [], 0, nearestFirst.length];
  while (bad - good > 1) {
    const middle = (good + bad) >> 1;
    const found = tried(middle);
    if (found) [best, good] = [found, middle];
    else bad = middle;
  }
  return best;
}

/**
 * Shares colourways out among what is spread, no two neighbours alike where that can be, the nearest before all: loose pieces among the ladders of their row, all else among as many as the spread says.
 * The neighbours are those of the spread.
 */
export function colourwaysOfSpread(
  { pieceRows = [] }: Pick<Make, 'pieceRows'>,
  { pieces }: Pick<Card, 'pieces'>,
  { kinds: wanted, seed }: Pick<CardSpread, 'kinds' | 'seed'>,
  { motifs, neighbours }: Pick<Spread, 'motifs' | 'neighbours'>,
): SpreadColourways {
  const rowOf = (id: string) => {
    const image = pieces.find((piece) => piece.id === id)?.image;
    return image?.kind === 'row' ? pieceRows.find((row) => row.id === image.rowId) : undefined;
  };
  const kinds: (number | null)[] = motifs.map(() => null);
  const share = (name: string | null, isOf: (id: string) => boolean, count: number, own: number): SpreadColourways['groups'] => {
    const places = motifs.flatMap(({ id }, place) => (isOf(id) ? [place] : []));
    if (places.length === 0) return [];
    const at = new Map(places.map((place, index) => [place, index]));
    const beside = neighbours.flatMap(([one, other]): Pair[] => {
      const [first, second] = [at.get(one), at.get(other)];
      return first === undefined || second === undefined ? [] : [[first, second]];
    });
    const found = sharedOut(beside, places.length, count, own);
    for (const [index, place] of places.entries()) kinds[place] = found[index] ?? null;
    const counts = Array.from({ length: count }, (_, kind) => found.filter((one) => one === kind).length);
    return [{ name, counts, pairs: beside.length, alike: beside.filter(([one, other]) => found[one] === found[other]).length }];
  };
  const groups = [
    // All in one colourway are alike anyway.
    ...pieceRows
      .filter(({ ladders }) => ladders.length > 1)
      .flatMap((row) => share(row.name, (id) => rowOf(id)?.id === row.id, row.ladders.length, (row.seed + seed) % 1_000_000)),
    ...(wanted === undefined ? [] : share(null, (id) => rowOf(id) === undefined, wanted, seed)),
  ];
  return { kinds, groups };
}
