import { createRequire } from 'node:module';
import { type Font, openSync } from 'fontkit';
import bidiFactory from 'bidi-js';

const resolve = createRequire(import.meta.url).resolve;

/** How a text is set: as usual, bold, or as codes are. */
export type PdfStyle = 'text' | 'bold' | 'code';

const noto = (part: string, weight: number) => `@fontsource/noto-sans/files/noto-sans-${part}-${weight}-normal.woff`;
const next = (part: string, weight: number) =>
  `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${part}-${weight}-normal.woff`;

/** Faces for scripts that ours lack, and picture signs. */
const others = (weight: number): string[] => [
  ...['latin-ext', 'vietnamese', 'cyrillic', 'cyrillic-ext', 'greek', 'greek-ext', 'devanagari'].map((part) => noto(part, weight)),
  `@fontsource/noto-sans-hebrew/files/noto-sans-hebrew-hebrew-${weight}-normal.woff`,
  `@fontsource/noto-sans-arabic/files/noto-sans-arabic-arabic-${weight}-normal.woff`,
  `@fontsource/noto-emoji/files/noto-emoji-emoji-${weight}-normal.woff`,
];

/** Faces that are embedded, in the order in which they are asked for a sign. */
const faces: Record<PdfStyle, readonly string[]> = {
  text: [next('latin', 400), next('latin-ext', 400), ...others(400)],
  bold: [next('latin', 700), next('latin-ext', 700), ...others(700)],
  code: [
    '@fontsource/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-400-normal.woff',
    next('latin-ext', 400),
    ...others(400),
  ],
};

/** Stands for a sign that no face has. */
const missing = '·';

/** A piece of a text in one face, as it stands from the left; of letters that are read from the right the face turns the piece itself. */
export type FaceRun = { text: string; path: string };

type Piece = FaceRun & { level: number };

const isFromRight = (sign: string): boolean => /\p{Script=Hebrew}|\p{Script=Arabic}/u.test(sign);
/** Signs that choose how others are shown or which way they are read: no face has them. */
const unseen = /[\uFE0E\uFE0F\u200E\u200F\u2066-\u2069]/g;

/** Turns pieces round where they are read from the right (Unicode Standard Annex 9, Unicode Bidirectional Algorithm, rule L2). */
function inSight(pieces: readonly Piece[]): Piece[] {
  const shown = [...pieces];
  const deepest = Math.max(0, ...pieces.map(({ level }) => level));
  for (let level = deepest; level > 0; level--) {
    for (let from = 0; from < shown.length; from++) {
      let to = from;
      while (to < shown.length && (shown[to]?.level ?? 0) >= level) to++;
      if (to > from) shown.splice(from, to - from, ...shown.slice(from, to).reverse());
      from = Math.max(from, to);
    }
  }
  return shown;
}

/** Finds the face for each sign of a text; faces are opened when they are first asked. */
export function pdfFaces() {
  const opened = new Map<string, { path: string; font: Font }>();
  const bidi = bidiFactory();
  const face = (name: string) => {
    const known = opened.get(name);
    if (known) return known;
    const path = resolve(name);
    const own = { path, font: openSync(path) as Font };
    opened.set(name, own);
    return own;
  };
  const faceOf = (sign: string, style: PdfStyle): FaceRun | null => {
    const bare = sign.replace(unseen, '');
    if (bare === '') return null;
    for (const text of [bare, [...bare][0] ?? '']) {
      for (const name of faces[style]) {
        const { path, font } = face(name);
        if ([...text].every((one) => font.hasGlyphForCodePoint(one.codePointAt(0) ?? 0))) return { path, text };
      }
    }
    return { path: face(faces[style][0] as string).path, text: missing };
  };
  return {
    /** A text in pieces of one face each, from the left. */
    runs: (text: string, style: PdfStyle): FaceRun[] => {
      const { levels } = bidi.getEmbeddingLevels(text, 'ltr');
      const pieces: Piece[] = [];
      for (const { segment, index } of new Intl.Segmenter('und', { granularity: 'grapheme' }).segment(text)) {
        const level = levels[index] ?? 0;
        const turned = level % 2 === 1 && !isFromRight(segment) ? (bidi.getMirroredCharacter(segment) ?? segment) : segment;
        const own = faceOf(turned, style);
        if (!own) continue;
        const last = pieces.at(-1);
        // Words that are read from the right are pieces of their own, since each is turned by itself; and so is each other sign among them.
        const joins =
          last?.path === own.path && last.level === level && (level % 2 === 0 || (isFromRight(segment) && isFromRight(last.text)));
        if (last && joins) last.text += own.text;
        else pieces.push({ ...own, level });
      }
      return inSight(pieces).map(({ text: own, path }) => ({ text: own, path }));
    },
  };
}
