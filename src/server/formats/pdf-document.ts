import PDFDocument from 'pdfkit';
import { mmPerInch } from '#core/raster/resolution';
import { type FaceRun, type PdfStyle, pdfFaces } from './pdf-faces';

/** A point is 1/72 inch. */
export const ptPerMm = 72 / mmPerInch;

export type TextAt = {
  /** Left end (or, with `align`, right end or middle) of the line and its foot, in mm from the left and top of the page. */
  xMm: number;
  yMm: number;
  sizePt: number;
  /** Default 'text'. */
  style?: PdfStyle;
  /** Default black. */
  hex?: string;
  /** Default 'left'. */
  align?: 'left' | 'right' | 'middle';
};

/** A PDF that is written in mm from the left and top, in faces of our own, embedded: no sign that somebody names a thing by ends a sheet. */
export function openPdf({ title, on }: { title: string; on?: Date }) {
  const faces = pdfFaces();
  const known = new Map<string, FaceRun[]>();
  const runsOf = (text: string, style: PdfStyle) => {
    const key = `${style} ${text}`;
    const runs = known.get(key) ?? faces.runs(text, style);
    known.set(key, runs);
    return runs;
  };
  const [first] = runsOf('a', 'text');
  const doc = new PDFDocument({
    autoFirstPage: false,
    bufferPages: true,
    margin: 0,
    font: first?.path ?? '',
    info: { Title: title, ...(on ? { CreationDate: on, ModDate: on } : {}) },
  });
  const chunks: Buffer[] = [];
  const ended = new Promise<void>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', resolve);
    doc.on('error', reject);
  });
  /** Of words as they come again and again, at 1 pt. */
  const widths = new Map<string, number>();
  const widthOfWord = (word: string, style: PdfStyle): number => {
    const key = `${style} ${word}`;
    const here = widths.get(key);
    if (here !== undefined) return here;
    const width = runsOf(word, style).reduce((sum, run) => sum + doc.font(run.path).fontSize(1).widthOfString(run.text), 0) / ptPerMm;
    widths.set(key, width);
    return width;
  };
  const widthMm = (text: string, sizePt: number, style: PdfStyle = 'text'): number =>
    sizePt * text.split(/( )/).reduce((sum, word) => sum + (word === '' ? 0 : widthOfWord(word, style)), 0);
  return {
    doc,
    widthMm,
    addPage: (pageWidthMm: number, pageHeightMm: number): void => {
      doc.addPage({ size: [pageWidthMm * ptPerMm, pageHeightMm * ptPerMm], margin: 0 });
    },
    write: (text: string, { xMm, yMm, sizePt, style = 'text', hex = '#000000', align = 'left' }: TextAt): void => {
      const wide = align === 'left' ? 0 : widthMm(text, sizePt, style);
      let left = (xMm - (align === 'right' ? wide : wide / 2)) * ptPerMm;
      doc.fillColor(hex);
      for (const run of runsOf(text, style)) {
        doc.font(run.path).fontSize(sizePt);
        // Its foot, not its top, stands where it is asked for.
        doc.text(run.text, left, yMm * ptPerMm, { lineBreak: false, baseline: 'alphabetic' });
        left += doc.widthOfString(run.text);
      }
    },
    /** Lines of a text that are no wider than that: parted at spaces; a word that is wider itself is parted where it must be. */
    lines: (text: string, mostMm: number, sizePt: number, style: PdfStyle = 'text'): string[] => {
      const fits = (line: string) => widthMm(line, sizePt, style) <= mostMm;
      const lines: string[] = [];
      let line = '';
      let wide = 0;
      const spaceMm = widthMm(' ', sizePt, style);
      for (const word of text.split(/\s+/).filter((one) => one !== '')) {
        const own = widthMm(word, sizePt, style);
        if (line !== '' && wide + spaceMm + own <= mostMm) {
          line += ` ${word}`;
          wide += spaceMm + own;
          continue;
        }
        if (line !== '') lines.push(line);
        [line, wide] = [word, own];
        if (own <= mostMm) continue;
        line = '';
        for (const { segment } of new Intl.Segmenter('und', { granularity: 'grapheme' }).segment(word)) {
          if (line !== '' && !fits(line + segment)) {
            lines.push(line);
            line = '';
          }
          line += segment;
        }
        wide = widthMm(line, sizePt, style);
      }
      return line === '' ? lines : [...lines, line];
    },
    /** The whole file. */
    bytes: async (): Promise<Uint8Array> => {
      doc.end();
      await ended;
      return new Uint8Array(Buffer.concat(chunks));
    },
  };
}

export type Pdf = ReturnType<typeof openPdf>;
