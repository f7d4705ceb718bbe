import * as z from 'zod/mini';
import { idSchema, sha256Schema } from './id';
import { outlineSchema } from './outline';
import { greySchema } from './picture';
import { preparationSchema } from './preparation';
import { mostSupplyName } from './supplies';
import { textSchema } from './text';

/** A side of a thing that lies on a table. */
const sideMm = z.number().check(z.minimum(1, 'at least 1 mm'), z.maximum(2000, 'at most 2 m'));
const common = {
  id: idSchema,
  name: textSchema(80, { least: 1, empty: 'it needs a name' }),
  /** Of which set or sheet it is; what came apart keeps its sheet. */
  set: z.optional(textSchema(80)),
  note: z.optional(textSchema(400)),
};

/** A stamp: its line image at true size. */
export const stampSchema = z.object({
  ...common,
  kind: z.literal('stamp'),
  widthMm: sideMm,
  heightMm: sideMm,
  original: z.object({ sha256: sha256Schema, mediaType: textSchema(80), fileName: textSchema(200) }),
  /** How it is cut out of its sheet; absent: it is the whole of it. */
  preparation: z.optional(preparationSchema),
  grey: greySchema,
});

/** What a die does to paper. */
export const dieDoes = ['cuts', 'scores'] as const;
/** A die: its outermost outline. One of a nested set is a die of its own, of one `set`. `inlays`: loose pieces that it cuts at once, where they lie in its outline. */
export const dieSchema = z.object({
  ...common,
  kind: z.literal('die'),
  does: z.enum(dieDoes),
  outline: outlineSchema,
  /** The line image it goes with, by its original; the outline lies in its frame. Absent: it goes with none. */
  imageSha256: z.optional(sha256Schema),
  inlays: z.optional(z.array(z.object({ name: textSchema(60), outline: outlineSchema })).check(z.minLength(1), z.maxLength(80))),
});

/** Words that are stamped or cut: a sentiment. */
export const wordsSchema = z.object({
  ...common,
  kind: z.literal('words'),
  widthMm: sideMm,
  heightMm: sideMm,
  /** The ink they like. */
  ink: z.optional(textSchema(mostSupplyName)),
});

export const machineSorts = ['die machine', 'stamping platform', 'block', 'trimmer', 'score board'] as const;
/** What paper is stamped, cut and scored with: the plate that goes through, the platform or block, the length that is cut or scored. */
export const machineSchema = z.object({
  ...common,
  kind: z.literal('machine'),
  sort: z.enum(machineSorts),
  widthMm: sideMm,
  heightMm: sideMm,
});

/** One thing of the drawer. */
export const drawerItemSchema = z.discriminatedUnion('kind', [stampSchema, dieSchema, wordsSchema, machineSchema]);
export type DrawerItem = z.infer<typeof drawerItemSchema>;
export type DrawerKind = DrawerItem['kind'];
export type Stamp = z.infer<typeof stampSchema>;
export type Die = z.infer<typeof dieSchema>;
export type Words = z.infer<typeof wordsSchema>;
export type Machine = z.infer<typeof machineSchema>;
