import { byId as rowsById } from '#core/make/by-id';
import { sortLightToDark } from '#core/markers/ladder';
import type { Lab, Marker } from '#model/marker';
import type { PictureRecipe } from './recipe';

/** A marker of a recipe; one that is no more in the rack has no colour. */
export type LaidOut = { markerId: string; code: string; lab: Lab | undefined };

/** The markers of a recipe with their colours, light to dark, as they are laid out beside the paper; those that are gone from the rack last. */
export function layOut(wanted: PictureRecipe['markers'], rack: readonly Marker[]): LaidOut[] {
  const byId = rowsById(rack);
  const here = sortLightToDark(wanted.flatMap(({ markerId }) => byId.get(markerId) ?? []));
  const gone = wanted.filter(({ markerId }) => !byId.has(markerId));
  return [
    ...here.map(({ id, code, lab }) => ({ markerId: id, code, lab })),
    ...gone.map(({ markerId, code }) => ({ markerId, code, lab: undefined })),
  ];
}
