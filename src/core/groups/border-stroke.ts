import type { PlacePx } from '#core/scene/contacts';

/** Places farther apart than so many px do not follow each other on a border. */
const mostGapPx = 40;

/** Places of a border in the order in which they follow each other, parted where there is a gap: the nearest one next, from an end. */
export function chainsOf(places: readonly PlacePx[]): PlacePx[][] {
  const open = new Set(places);
  const nearest = ([x, y]: PlacePx): { place: PlacePx; apart: number } | null => {
    let found: { place: PlacePx; apart: number } | null = null;
    for (const place of open) {
      const apart = Math.hypot(place[0] - x, place[1] - y);
      if (!found || apart < found.apart) found = { place, apart };
    }
    return found;
  };
  const chains: PlacePx[][] = [];
  while (open.size > 0) {
    const any = open.values().next().value as PlacePx;
    open.delete(any);
    const chain = [any];
    // On from the one end, then from the other.
    for (const end of ['last', 'first'] as const) {
      for (;;) {
        const at = (end === 'last' ? chain.at(-1) : chain[0]) as PlacePx;
        const next = nearest(at);
        if (!next || next.apart > mostGapPx) break;
        open.delete(next.place);
        if (end === 'last') chain.push(next.place);
        else chain.unshift(next.place);
      }
    }
    chains.push(chain);
  }
  return chains;
}
