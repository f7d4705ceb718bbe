import * as z from 'zod/mini';
import { daySchema } from '../day';
import { idSchema } from '../id';
import { labSchema } from '../marker';
import { problemSchema } from './problem';

/** What is to be sent: makes by their ids; `on`: the maker's day. */
export const writeBundleSchema = z.object({
  makes: z.array(idSchema).check(z.minLength(1, 'choose a make'), z.maxLength(500)),
  on: daySchema,
});

/** A bundle that was put together and waits to be fetched. */
export const writtenBundleSchema = z.object({
  id: z.string(),
  bytes: z.int(),
  makes: z.int(),
  pictures: z.int(),
  recipes: z.int(),
  sessions: z.int(),
  markers: z.int(),
});
export type WrittenBundle = z.infer<typeof writtenBundleSchema>;

/** What the receiver has of a marker: it is owned, it is on the list, or it is not there at all. */
export const neededMarkerSchema = z.object({
  code: z.string(),
  line: z.optional(z.string()),
  lab: z.optional(labSchema),
  has: z.enum(['owned', 'listed', 'not here']),
});
export type NeededMarker = z.infer<typeof neededMarkerSchema>;

/** A make of a bundle that was looked at. `standing`: `new`: none of its name is here; `alike`: it is here, the same; `differs`: the one here is another by now. */
export const lookedAtMakeSchema = z.object({
  id: idSchema,
  name: z.string(),
  pictures: z.int(),
  elements: z.int(),
  recipes: z.int(),
  sessions: z.int(),
  standing: z.enum(['new', 'alike', 'differs']),
  /** The one that is here: its name, when it was last touched, and in words how theirs differs from it. */
  here: z.optional(z.object({ name: z.string(), updatedAt: z.string(), changes: z.array(z.string()) })),
  markers: z.array(neededMarkerSchema),
});
export type LookedAtMake = z.infer<typeof lookedAtMakeSchema>;

/** What a bundle holds and what is here of it. Nothing has been changed yet. */
export const lookedAtBundleSchema = z.object({
  id: z.string(),
  makes: z.array(lookedAtMakeSchema),
  /** Kept recipes of no make in it. */
  looseRecipes: z.int(),
  /** What would come to the rack and beside it, so that everything in it can be seen. */
  newMarkers: z.int(),
  newLines: z.array(z.string()),
  newSupplies: z.array(z.string()),
  newSchools: z.array(z.string()),
  /** Files in it that are none of ours. */
  otherFiles: z.int(),
});
export type LookedAtBundle = z.infer<typeof lookedAtBundleSchema>;

/** What becomes of a make that is here too, and differs. `both`: theirs comes in as another make. */
export const collisionWishSchema = z.enum(['both', 'mine', 'theirs']);
export type CollisionWish = z.infer<typeof collisionWishSchema>;

/** `wishes`: for each make that differs. `without`: makes that are not to come in at all. */
export const takeBundleSchema = z.object({
  wishes: z.record(idSchema, collisionWishSchema),
  without: z.optional(z.array(idSchema).check(z.maxLength(500))),
});
export type TakeBundle = z.infer<typeof takeBundleSchema>;

export const takenBundleSchema = z.object({
  /** `id`: under which it is here now. */
  makes: z.array(z.object({ id: idSchema, name: z.string(), became: z.enum(['new', 'another', 'in place', 'left out', 'was here']) })),
  recipes: z.int(),
  sessions: z.int(),
  markers: z.int(),
  supplies: z.int(),
});
export type TakenBundle = z.infer<typeof takenBundleSchema>;

/** One line of an answer that tells how far the work is: a share from 0 to 1, at last what came of it, or what was wrong. */
export const progressLineSchema = z.union([
  z.object({ share: z.number() }),
  z.object({ done: z.unknown() }),
  z.object({ problem: problemSchema, status: z.int() }),
]);
