import type { LengthUnit } from '#core/card/lengths';
import type { DecodeAnswer, OriginalAnswer } from '#model/api/originals';
import type { RecipeSheet } from '#model/api/recipes';
import type { Make } from '#model/make';
import type { WrittenRecipe } from '#model/written-recipe';
import type { Preparation } from '#model/preparation';
import type { LayoutPdfAsked } from '#server/formats/layout-pdf';
import type { BesideMake } from '#server/formats/card-pdf';
import type { ImageToPrint } from '#server/formats/printed-images';
import type { ThumbnailAsked } from '#server/formats/thumbnail';
import type { PaperId } from '#server/formats/true-size';

/** A picture's bytes, or the path of a file that holds them. */
export type PictureSource = Uint8Array | string;

type Sized = { bytes: Uint8Array; widthPx: number; heightPx: number };
export type RecipeToPrint = { recipe: WrittenRecipe; title: string; bandMap?: Sized | undefined; look?: Sized | undefined };

/** Work that may take long or much memory: it is done in a process of its own, which can be ended. */
export type Jobs = {
  inspect: { asked: { source: PictureSource }; answer: Omit<OriginalAnswer, 'sha256'> };
  decodeGrey: {
    asked: { source: PictureSource; widthMm: number; preparation?: Preparation | undefined };
    answer: Omit<DecodeAnswer, 'sha256'> & { png: Uint8Array };
  };
  /** A photo, made ready to be kept. */
  photo: { asked: { source: PictureSource }; answer: { bytes: Uint8Array; mediaType: string; said: string[] } };
  preview: { asked: { source: PictureSource }; answer: Uint8Array };
  trueSize: {
    asked: { picture: { name: string; png: Uint8Array; widthMm: number; heightMm: number }; paper: PaperId };
    answer: Uint8Array;
  };
  /** What cards need, passes and masks as sheets to be printed. */
  cardLayout: { asked: LayoutPdfAsked; answer: Uint8Array };
  cardPlan: { asked: { make: Make; beside: BesideMake; paper: PaperId; unit: LengthUnit }; answer: Uint8Array };
  /** Images to be printed instead of stamped. */
  printedImages: { asked: { title: string; images: ImageToPrint[]; lineHex: string; paper: PaperId }; answer: Uint8Array };
  /** A recipe as sheets to be printed; its band map still packed. */
  recipeSheet: { asked: { of: RecipeToPrint; wish: RecipeSheet }; answer: Uint8Array };
  /** Whether a JSON text is a region table. */
  checkTable: { asked: { text: Uint8Array }; answer: true };
  thumbnail: { asked: ThumbnailAsked; answer: Uint8Array };
};
export type JobName = keyof Jobs;

/** What is sent to the process, and what comes back: an answer, a problem in words, or an error nobody foresaw. */
export type JobMessage = { [N in JobName]: { name: N; asked: Jobs[N]['asked']; roomBytes: number } }[JobName];
export type JobReply =
  | { kind: 'ready' }
  | { kind: 'answer'; answer: unknown }
  /** The picture takes so many bytes to read, more than the room that was given. */
  | { kind: 'needsRoom'; bytes: number }
  | { kind: 'problem'; status: number; problem: { code: string; message: string; remedy: string } }
  | { kind: 'error'; message: string };
