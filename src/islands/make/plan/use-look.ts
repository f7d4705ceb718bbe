import { useEffect, useState } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import type { LookWish } from '#model/look';
import type { Make } from '#model/make';
import { noSupplies } from '#model/supplies';
import type { IndexedTable } from '#core/make/region-tables';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import type { MakeStore } from '../document/make-store';

type Seen = {
  make: Make;
  picture: ColouredPicture | undefined;
  table: IndexedTable | undefined /** Whether it may be shown here at all. */;
  isShown: boolean;
};

/** What the expected look is painted from where it is to be shown; null: it is not, or not known yet (`isDue`). What it takes is fetched when it is first asked for. */
export function useLook(useMake: MakeStore, { make, picture, table, isShown }: Seen): { look: LookWish | null; isDue: boolean } {
  const shownLook = useMake((state) => state.shownLook);
  const rack = useMake((state) => state.rack);
  const supplies = useSupplies((state) => state.supplies);
  const load = useSupplies((state) => state.load);
  const isWanted = isShown && shownLook !== 'bands' && picture !== undefined;
  const [known, setKnown] = useState<{ look: LookWish; of: unknown } | null>(null);
  useEffect(() => {
    if (!isWanted || !picture) return setKnown(null);
    let current = true;
    // Own schools lie beside the rack.
    if (useSupplies.getState().supplies === null) void load();
    void import('./look-wish').then(({ lookWishOf }) => {
      if (!current) return;
      const look = lookWishOf({ make, picture, table, rack, supplies: supplies ?? noSupplies, isWet: shownLook === 'wet' });
      setKnown({ look, of: shownLook });
    });
    return () => {
      current = false;
    };
  }, [isWanted, make, picture, table, rack, supplies, shownLook, load]);
  const look = isWanted && known?.of === shownLook ? known.look : null;
  return { look, isDue: isWanted && look === null };
}
