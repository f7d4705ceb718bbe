import type { DrawerAnswer, DrawerChange } from '#model/api/drawer';
import { drawerItemSchema } from '#model/drawer';
import type { Database } from '#server/db/database';
import { ProblemError } from '#server/http/problem';
import { putRows, readRows, removeRows } from './belonging-rows';
import { holdOffSweep } from './sweep-lock';

/** Stamps, dies, words and machines of the maker, by name; a row that cannot be read is told of, and hides no other. */
export async function readDrawer(database: Database): Promise<DrawerAnswer> {
  const unreadable: string[] = [];
  return { items: await readRows(database, 'drawer', drawerItemSchema, unreadable), unreadable };
}

/** Digests of the pictures that things of the drawer need. */
export const picturesOfDrawer = (items: DrawerAnswer['items']): string[] => [
  ...new Set(items.flatMap((item) => (item.kind === 'stamp' ? [item.original.sha256, item.grey.sha256] : []))),
];

/** Applies a change whole or not at all. Makes have copies, and keep them. @throws ProblemError 422 for a stamp whose picture is not kept here. */
export async function changeDrawer(database: Database, { items = [], remove }: DrawerChange): Promise<void> {
  await database.sequelize.transaction(async (transaction) => {
    await holdOffSweep(database.sequelize, transaction);
    await removeRows(database, 'drawer', remove, transaction);
    const pictures = picturesOfDrawer(items);
    const kept = await database.blobs.count({ where: { sha256: pictures }, transaction });
    if (kept < pictures.length)
      throw new ProblemError(422, {
        code: 'pictures-missing',
        message: 'The picture of a stamp is not kept here.',
        remedy: 'Nothing was changed. Bring the picture in again.',
      });
    await putRows(database, 'drawer', items, transaction);
  });
}
