import { byId } from '#core/make/by-id';
import { useMemo, useState } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import type { IndexedTable } from '#core/make/region-tables';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { coatedColours } from '#core/markers/coated-colours';
import { lineHexOf } from '#core/make/line-hex';
import { linesVanish } from '#core/scene/vanishing-lines';
import type { Contact } from '#core/scene/contacts';
import { type Near, nearestInLightness } from '#core/scene/near-in-lightness';
import { type Unparted, unpartedPairs, withoutLines } from '#core/scene/parting';
import type { Bands } from './use-bands';

/** Which elements touch as the bands lie, which of them run together, and which are near to it; `pairs` is null while that is not known. */
export type Parting = { pairs: readonly Unparted[] | null; near: readonly Near[]; contacts: readonly Contact[]; ids: readonly string[] };

type Seen = { picture: ColouredPicture | undefined; table: IndexedTable | undefined; bands: Bands; markers: readonly ShownMarker[] };

const unknown: Parting = { pairs: null, near: [], contacts: [], ids: [] };

/**
 * Pairs of elements that run together. A soft spot is meant to run into what it lies on.
 * @param isTrying something is shown that is not taken yet: meanwhile it stays as it was.
 */
export function useParting({ picture, table, bands, markers }: Seen, isTrying: boolean): Parting {
  const { contacts, ids } = bands;
  const now = useMemo((): Parting => {
    if (!picture || !table || contacts.length === 0) return unknown;
    const inkOf = byId(markers);
    const elements = byId(picture.elements);
    const of = (number: number) => elements.get(ids[number - 1] ?? '');
    const isSpotOn = (one: number, other: number) => of(one)?.spot !== undefined && of(one)?.spot?.on === of(other)?.id;
    const meant = contacts.filter(({ elements: [one, other] }) => !isSpotOn(one, other) && !isSpotOn(other, one));
    const pxMm = table.table.frame.widthMm / table.table.widthPx;
    const colours = (number: number) => coatedColours(of(number), inkOf);
    return {
      pairs: unpartedPairs(meant, colours, pxMm, linesVanish(lineHexOf(picture)) ? withoutLines : 1),
      near: nearestInLightness(meant, colours, pxMm),
      contacts: meant,
      ids,
    };
  }, [picture, table, contacts, ids, markers]);
  const [kept, setKept] = useState<Parting>(unknown);
  if (!isTrying && kept !== now) setKept(now);
  return isTrying ? kept : now;
}

/** A pair by the ids of its elements. */
export const pairKeyOf = ({ contact }: Unparted, ids: readonly string[]): string =>
  contact.elements.map((number) => ids[number - 1]).join(' ');
