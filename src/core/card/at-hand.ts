import type { DrawnItem } from '#model/card';
import type { DrawerItem } from '#model/drawer';
import type { Make } from '#model/make';

/** What a make can use: its own copies, then what lies in the drawer besides; of one kind. */
export function atHand<K extends DrawnItem['kind']>(
  { drawn = [] }: Pick<Make, 'drawn'>,
  drawer: readonly DrawerItem[],
  kind: K,
): Extract<DrawnItem, { kind: K }>[] {
  const copies = new Set(drawn.map(({ id }) => id));
  return [...drawn, ...drawer.filter(({ id }) => !copies.has(id))].filter(
    (item): item is Extract<DrawnItem, { kind: K }> => item.kind === kind,
  );
}
