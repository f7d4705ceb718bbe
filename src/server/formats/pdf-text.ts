import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import fontkit from '@pdf-lib/fontkit';
import type { PDFDocument, PDFFont, PDFPage } from 'pdf-lib';

const resolve = createRequire(import.meta.url).resolve;

/** Faces that are embedded, in the order in which they are asked for a sign: our own, then those for scripts that it lacks. */
const faces = [
  '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff',
  '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff',
  '@fontsource/noto-sans-hebrew/files/noto-sans-hebrew-hebrew-400-normal.woff',
] as const;

/** Stands for a sign that no face has, such as a picture sign. */
const missing = '·';

type Run = { text: string; face: number };

/** Letters that are read from the right (Unicode Bidirectional Algorithm, classes R and AL, as far as a name needs them). */
const isFromRight = (sign: string): boolean => /\p{Script=Hebrew}|\p{Script=Arabic}/u.test(sign);

/** Whole signs of a text, as they stand from the left. */
function signsFromLeft(text: string): string[] {
  const signs = [...new Intl.Segmenter('und', { granularity: 'grapheme' }).segment(text)].map(({ segment }) => segment);
  const turned: string[] = [];
  for (let at = 0; at < signs.length; ) {
    let end = at;
    while (
      end < signs.length &&
      (isFromRight(signs[end] as string) || (end > at && signs[end] === ' ' && isFromRight(signs[end + 1] ?? '')))
    )
      end++;
    if (end === at) turned.push(signs[at++] as string);
    else {
      turned.push(...signs.slice(at, end).reverse());
      at = end;
    }
  }
  return turned;
}

/** Writes any text in faces of our own, embedded: no sign that somebody names a thing by ends a sheet. */
export type PdfWriter = {
  /** @param at left end of the text's line in pt, from the left bottom of the page. */
  write: (page: PDFPage, text: string, at: { x: number; y: number; size: number }) => void;
};

export async function pdfWriter(document: PDFDocument): Promise<PdfWriter> {
  document.registerFontkit(fontkit);
  const bytes = await Promise.all(faces.map((face) => readFile(resolve(face))));
  const known = bytes.map((own) => fontkit.create(own));
  const fonts: (PDFFont | undefined)[] = [];
  const embedded = await Promise.all(bytes.map((own) => document.embedFont(own, { subset: true })));
  for (const [face, font] of embedded.entries()) fonts[face] = font;
  const faceOf = (sign: string): number =>
    known.findIndex((face) => [...sign].every((one) => face.hasGlyphForCodePoint(one.codePointAt(0) ?? 0)));
  const runsOf = (text: string): Run[] => {
    const runs: Run[] = [];
    for (const sign of signsFromLeft(text)) {
      const face = faceOf(sign);
      const own: Run = face < 0 ? { text: missing, face: 0 } : { text: sign, face };
      const last = runs.at(-1);
      if (last?.face === own.face) last.text += own.text;
      else runs.push(own);
    }
    return runs;
  };
  return {
    write: (page, text, { x, y, size }) => {
      let left = x;
      for (const { text: own, face } of runsOf(text)) {
        const font = fonts[face] as PDFFont;
        page.drawText(own, { x: left, y, size, font });
        left += font.widthOfTextAtSize(own, size);
      }
    },
  };
}
