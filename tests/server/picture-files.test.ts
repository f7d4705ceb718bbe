import { PDFDict, PDFDocument, PDFName, PDFRawStream, decodePDFRawStream } from 'pdf-lib';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { type Preparation, wholeOriginal } from '#model/preparation';
import { turnCorners } from '#core/photo/frame';
import { decodeGrey, inspectOriginal } from '#server/decode/original';
import { sheetFor, trueSizePdf } from '#server/formats/true-size';

const drawing = Buffer.from(
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 600 400"><rect width="600" height="400" fill="#fff"/><rect x="150" y="100" width="300" height="200" fill="none" stroke="#000" stroke-width="12"/></svg>',
);
const picture = () => sharp(drawing).withMetadata({ density: 300 });
const levels = async (png: Buffer) => {
  const { data, info } = await sharp(png).extractChannel(0).raw().toBuffer({ resolveWithObject: true });
  return (xShare: number, yShare: number) => data[Math.floor(yShare * info.height) * info.width + Math.floor(xShare * info.width)] ?? -1;
};

const files: [string, string, () => Promise<Buffer>][] = [
  ['PNG', 'image/png', () => picture().png().toBuffer()],
  ['16-bit grey PNG', 'image/png', () => picture().toColourspace('grey16').png().toBuffer()],
  ['JPEG', 'image/jpeg', () => picture().jpeg({ quality: 92 }).toBuffer()],
  ['CMYK JPEG', 'image/jpeg', () => picture().flatten({ background: '#fff' }).toColourspace('cmyk').jpeg({ quality: 92 }).toBuffer()],
  ['WebP', 'image/webp', () => picture().webp({ lossless: true }).toBuffer()],
  ['TIFF', 'image/tiff', () => picture().tiff({ compression: 'lzw' }).toBuffer()],
];

describe('every kind of picture file', () => {
  it.each(files)('%s is told by its bytes and read: white paper, black lines', async (_, mediaType, make) => {
    const bytes = await make();
    expect(await inspectOriginal(bytes)).toMatchObject({ mediaType, widthPx: 600, heightPx: 400 });
    const level = await levels((await decodeGrey(bytes, 50.8)).png);
    expect(level(0.05, 0.05)).toBeGreaterThan(245);
    expect(level(0.5, 0.5)).toBeGreaterThan(245);
    expect(level(0.25, 0.5)).toBeLessThan(40);
    expect(level(0.5, 0.25)).toBeLessThan(40);
  });

  it.each(files)('%s cut short is refused in words', async (_, __, make) => {
    const bytes = await make();
    await expect(inspectOriginal(bytes.subarray(0, Math.floor(bytes.length * 0.6)))).rejects.toMatchObject({
      status: 422,
      problem: { message: expect.stringMatching(/damaged|early/) },
    });
  });

  it('of moving WebP and of many pages the first is taken, and that is said', async () => {
    const frames = await Promise.all(
      ['#fff', '#000', '#888'].map((background) =>
        sharp({ create: { width: 60, height: 40, channels: 4, background } })
          .png()
          .toBuffer(),
      ),
    );
    const moving = await sharp(frames, { join: { animated: true } })
      .webp({ lossless: true, loop: 0, delay: [50, 50, 50] })
      .toBuffer();
    const facts = await inspectOriginal(moving);
    expect(facts).toMatchObject({
      mediaType: 'image/webp',
      widthPx: 60,
      heightPx: 40,
      note: expect.stringMatching(/3 pictures that move; the first/),
    });
    const level = await levels((await decodeGrey(moving, 20)).png);
    expect(level(0.5, 0.5)).toBe(255);
    const pages = await sharp(frames, { join: { animated: true } })
      .tiff()
      .toBuffer();
    expect((await inspectOriginal(pages)).note).toMatch(/3 pages; the first/);
  });

  it('30,000 px wide: refused when it is tall as well, read when it is a strip', async () => {
    const wide = (height: number) =>
      sharp({ create: { width: 30_000, height, channels: 3, background: '#fff' } })
        .png()
        .toBuffer();
    await expect(inspectOriginal(await wide(2500))).rejects.toMatchObject({ problem: { message: expect.stringMatching(/million/) } });
    const strip = await decodeGrey(await wide(300), 500);
    expect(strip.widthPx).toBe(Math.round((500 / 25.4) * 300));
  });
});

describe('cutting out', () => {
  it('a crop keeps the scale: half the width is half as many mm and the same dots per inch', async () => {
    const preparation: Preparation = {
      corners: [
        [0.25, 0.25],
        [0.75, 0.25],
        [0.75, 0.75],
        [0.25, 0.75],
      ],
      evenLight: false,
    };
    const cut = await decodeGrey(await picture().png().toBuffer(), 25.4, preparation);
    expect([cut.widthPx, cut.heightPx]).toEqual([300, 200]);
    expect(cut.heightMm).toBeCloseTo(25.4 * (2 / 3), 6);
    // The crop runs along the middle of the drawn line: ink at its rim, paper inside.
    const level = await levels(cut.png);
    expect(level(0.005, 0.5)).toBeLessThan(60);
    expect(level(0.5, 0.5)).toBe(255);
  });

  it('a turned scan comes upright again', async () => {
    const turned = await picture().rotate(8, { background: '#fff' }).png().toBuffer();
    const { width, height } = await sharp(turned).metadata();
    const corners = turnCorners(wholeOriginal.corners, 8, width, height);
    const level = await levels((await decodeGrey(turned, 60, { corners, evenLight: false })).png);
    // The upright line at a quarter of the drawing's width is ink from its upper to its lower end.
    const xShare = 0.5 - 150 / width;
    for (const y of [-90, -40, 0, 40, 90]) expect(level(xShare, 0.5 + y / height)).toBeLessThan(70);
  });

  it('even light brings grey paper to white', async () => {
    const grey = await sharp(drawing).linear(0.6, 20).png().toBuffer();
    const level = await levels((await decodeGrey(grey, 50, { ...wholeOriginal, evenLight: true })).png);
    expect(level(0.05, 0.05)).toBeGreaterThan(247);
    expect(level(0.25, 0.5)).toBeLessThan(80);
  });

  it('crossed corners are refused in words', async () => {
    const crossed = { ...wholeOriginal, corners: [...wholeOriginal.corners].reverse() as Preparation['corners'] };
    await expect(decodeGrey(drawing, 50, crossed)).rejects.toMatchObject({ problem: { message: expect.stringMatching(/corners/) } });
  });
});

describe('true size', () => {
  it('the picture is as wide on the page as on paper, with a ruler, whatever the sheet', async () => {
    const { png, heightMm } = await decodeGrey(drawing, 90);
    const pdf = await PDFDocument.load(await trueSizePdf({ name: 'Box', png, widthMm: 90, heightMm }, 'a4'), { updateMetadata: false });
    const [page] = pdf.getPages();
    if (!page) throw new Error('no page');
    // ISO 216: A4 is 210 x 297 mm; a PDF point is 1/72 inch (ISO 32000).
    expect(page.getWidth()).toBeCloseTo((210 / 25.4) * 72, 3);
    expect(page.getHeight()).toBeCloseTo((297 / 25.4) * 72, 3);
    const text = (page.node.normalizedEntries().Contents?.asArray() ?? [])
      .map((reference) => pdf.context.lookup(reference))
      .filter((stream) => stream instanceof PDFRawStream)
      .map((stream) => Buffer.from(decodePDFRawStream(stream).decode()).toString('latin1'))
      .join('\n');
    // The matrix before the image is drawn scales it to its size in points.
    const scale = [...text.matchAll(/([\d.]+) 0 0 -?([\d.]+) [\d.]+ [\d.]+ cm/g)]
      .map(([, x, y]) => [Number(x), Number(y)])
      .find(([x]) => (x ?? 0) > 2);
    expect(scale?.[0]).toBeCloseTo((90 / 25.4) * 72, 2);
    expect(scale?.[1]).toBeCloseTo((heightMm / 25.4) * 72, 2);
    // 101 marks of a millimetre, 33 of an eighth of an inch, and the line between.
    expect(text.match(/\bl\b/g)?.length).toBe(101 + 33 + 1);
    expect(page.node.Resources()?.lookup(PDFName.of('XObject'))).toBeDefined();
  });

  it.each(['Pilot', 'Łódź – ąę', '😀 pilot', 'שלום בלון 3', 'a\u0301 \u200d', '👩‍🎨🎈'])(
    'the name %s is written in a face that the file brings along',
    async (name) => {
      const { png, heightMm } = await decodeGrey(drawing, 60);
      const bytes = await trueSizePdf({ name, png, widthMm: 60, heightMm }, 'letter');
      const pdf = await PDFDocument.load(bytes, { updateMetadata: false });
      const descriptors = pdf.context
        .enumerateIndirectObjects()
        .map(([, object]) => object)
        .filter((object) => object instanceof PDFDict && object.get(PDFName.of('Type')) === PDFName.of('FontDescriptor')) as PDFDict[];
      expect(descriptors.length).toBeGreaterThan(0);
      // Every face has its file inside (ISO 32000-1, 9.9): none is left to the reader's own.
      for (const one of descriptors) expect(['FontFile2', 'FontFile3'].some((key) => one.has(PDFName.of(key)))).toBe(true);
      expect(Buffer.from(bytes).toString('latin1')).not.toMatch(/Helvetica/);
    },
  );

  it('a sheet is turned, or grows, rather than the picture shrinks', () => {
    expect(sheetFor('letter', 100, 150).name).toBe('Letter');
    expect(sheetFor('a4', 240, 100).name).toMatch(/side/);
    expect(sheetFor('a4', 400, 300).widthMm).toBe(420);
  });
});
