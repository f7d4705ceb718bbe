import type { Picture } from '#model/picture';
import { pictureById } from '#core/make/picture-lookup';
import { type IndexedTable, tableOf } from '#core/make/region-tables';
import type { MakeState } from './make-store';

/** The picture on show. */
export function shownPicture({ make, pictureId }: Pick<MakeState, 'make' | 'pictureId'>): Picture | undefined {
  return pictureById(make, pictureId) ?? make?.pictures[0];
}

/** Regions of the picture on show; undefined where it has none yet or they are being fetched. */
export function shownTable(state: Pick<MakeState, 'make' | 'pictureId' | 'tables'>): IndexedTable | undefined {
  return tableOf(shownPicture(state), state.tables);
}
