import * as z from 'zod/mini';
import { drawerItemSchema } from '../drawer';
import { idSchema } from '../id';
import { mostSupplies } from './supplies';

/** A change of the drawer, whole or not at all: what is given is put in or replaces what has the same id; ids to be removed go. */
export const drawerChangeSchema = z.object({
  items: z.optional(z.array(drawerItemSchema).check(z.maxLength(mostSupplies))),
  remove: z.optional(z.array(idSchema).check(z.maxLength(mostSupplies))),
});
export type DrawerChange = z.infer<typeof drawerChangeSchema>;

/** All of it, by name. `unreadable`: ids of rows that are kept and cannot be read. */
export const drawerAnswerSchema = z.object({ items: z.array(drawerItemSchema), unreadable: z.array(z.string()) });
export type DrawerAnswer = z.infer<typeof drawerAnswerSchema>;
