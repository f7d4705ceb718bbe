import * as z from 'zod/mini';
import { labelledSchema } from './scene-messages';

const rgbSchema = z.tuple([z.number(), z.number(), z.number()]);
const textSchema = z.string().check(z.maxLength(200));

/** What is shown in the file, and how it is written. `ora`: a layered picture. */
export const pictureContents = ['lines', 'areas', 'bands', 'look'] as const;
export type PictureContent = (typeof pictureContents)[number];
export const pictureFileSchema = z.discriminatedUnion('form', [
  z.object({ form: z.literal('png'), content: z.enum(pictureContents) }),
  z.object({ form: z.literal('svg'), content: z.enum(pictureContents) }),
  z.object({ form: z.literal('ora') }),
]);
export type PictureFile = z.infer<typeof pictureFileSchema>;

/** What a picture is written from: its lines, its areas, where its bands lie and their colours and names, and its expected look. */
export const toWritePictureSchema = z.object({
  title: textSchema,
  widthMm: z.number().check(z.positive()),
  heightMm: z.number().check(z.positive()),
  lines: z.instanceof(ImageBitmap),
  lineHex: z.string().check(z.regex(/^#[0-9a-f]{6}$/i, 'a colour is #rrggbb')),
  areas: z.object({ ...labelledSchema.shape, named: z.array(z.object({ label: z.int(), name: textSchema, fillHex: z.string() })) }),
  map: z.object({
    width: z.int().check(z.positive()),
    height: z.int().check(z.positive()),
    scale: z.union([z.literal(1), z.literal(2)]),
    elements: z.instanceof(Uint16Array),
    bands: z.instanceof(Uint8Array),
    softEdges: z.optional(
      z.object({
        pixels: z.instanceof(Uint32Array),
        covers: z.instanceof(Uint8Array),
        elements: z.instanceof(Uint16Array),
        bands: z.instanceof(Uint8Array),
        elementsBeneath: z.instanceof(Uint16Array),
        bandsBeneath: z.instanceof(Uint8Array),
      }),
    ),
  }),
  named: z.array(z.object({ name: textSchema, bands: z.array(z.object({ name: textSchema, rgb: rgbSchema })) })),
  look: z.nullable(z.instanceof(Uint8ClampedArray)),
});
export type ToWritePicture = z.infer<typeof toWritePictureSchema>;
