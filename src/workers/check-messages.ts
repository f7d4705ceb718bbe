import * as z from 'zod/mini';
import { labSchema } from '#model/marker';
import type { CheckFinding } from '#core/check/check-finding';
import type { LightCast } from '#core/check/evened-photo';

const sizePx = z.int().check(z.minimum(1), z.maximum(4000));
const byte = z.int().check(z.minimum(0), z.maximum(255));

/** What a photo is held against: see SessionPicture. `colours` of each place, band by band. */
export const heldAgainstSchema = z.object({
  lines: z.instanceof(Blob),
  map: z.object({ bytes: z.instanceof(Uint8Array), widthPx: sizePx, heightPx: sizePx }),
  colours: z.array(z.array(z.tuple([byte, byte, byte]))),
  widthMm: z.number().check(z.positive(), z.maximum(3000)),
});

export const checkWishSchema = z.extend(heldAgainstSchema, {
  photo: z.instanceof(Blob),
  /** Where the four places to tap are, in shares of the photo's sides. Absent: they are found. */
  taps: z.optional(z.array(z.tuple([z.number(), z.number()])).check(z.length(4))),
  /** Of which element each place is. */
  elementOfPlace: z.array(z.string()),
  /** What another hue is named after. */
  markers: z.array(z.object({ code: z.string(), lab: labSchema })),
});

export const checkShowSchema = z.extend(heldAgainstSchema, {
  photo: z.instanceof(Blob),
  lie: z.array(z.number()).check(z.length(9)),
});

export type FoundInPhoto = Omit<CheckFinding, 'labels' | 'seenLab'> & { places: number[]; looksLike?: string };
/** What a photo shows; `lie`: from shares of the picture's sides to shares of the photo's. */
export type CheckAnswer = { fitMm: number; lie: number[]; findings: FoundInPhoto[]; notJudged: number[] } | { problem: string };

/** A photo as it would look in even white light, laid onto the picture; RGBA. */
export type ShownPhoto = { widthPx: number; heightPx: number; rgba: Uint8ClampedArray<ArrayBuffer>; cast: LightCast } | { problem: string };
