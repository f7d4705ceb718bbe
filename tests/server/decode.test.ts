import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { decodeGrey, inspectOriginal, previewOriginal } from '#server/decode/original';
import { lineArtSvg } from '#server/decode/svg-line-art';

const svg = (inner: string, before = '') =>
  Buffer.from(`${before}<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 50">${inner}</svg>`);
const square = '<rect x="20" y="10" width="60" height="30" fill="none" stroke="#000" stroke-width="4"/>';

const refused: [string, Buffer, RegExp][] = [
  ['an empty file', Buffer.alloc(0), /empty/],
  ['text with a picture’s name', Buffer.from('Dear badger, the balloon leaves at noon.'), /not an SVG, PNG, JPEG, WebP or TIFF/],
  ['a page', Buffer.from('<!doctype html><html><body><svg/></body></html>'), /not an SVG, PNG, JPEG, WebP or TIFF/],
  ['script', svg('<script>fetch("/api/makes")</script>'), /script/],
  ['a handler', svg('<path onload="alert(1)" d="M0 0h9"/>'), /script/],
  ['a link that is script', svg('<a href="javascript:alert(1)"><path d="M0 0h9"/></a>'), /script/],
  ['a picture from elsewhere', svg('<image href="http://127.0.0.1:9/a.png"/>'), /elsewhere/],
  ['a local file', svg('<image xlink:href="file:///etc/hostname" xmlns:xlink="http://www.w3.org/1999/xlink"/>'), /elsewhere/],
  ['a style from elsewhere', svg('<style>@import url(http://127.0.0.1:9/a.css);</style>'), /elsewhere/],
  ['a style from elsewhere, escaped by the letter', svg('<style>@\\import url(#a);</style>'), /behind escapes/],
  ['a reference escaped by the letter', svg('<rect style="fill:u\\rl(http://127.0.0.1:9/a)" width="9" height="9"/>'), /behind escapes/],
  ['a reference escaped in an attribute', svg('<rect fill="u\\rl(http://127.0.0.1:9/a)" width="9" height="9"/>'), /behind escapes/],
  ['a paint from elsewhere', svg('<rect style="fill:url(http://127.0.0.1:9/a#b)" width="9" height="9"/>'), /elsewhere/],
  ['a style sheet instruction', svg(square, '<?xml version="1.0"?><?xml-stylesheet href="a.css"?>'), /elsewhere/],
  ['an entity bomb', svg('<text>&b;</text>', '<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]>'), /entities/],
  ['too many parts', svg('<g/>'.repeat(1_000_000)), /more than 100,000 parts/],
  ['endless nesting', svg('<g>'.repeat(300) + '</g>'.repeat(300)), /nested/],
  ['a mere strip', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1000 2"/>'), /strip/],
  ['a root in capitals', Buffer.from('<svg:SVG xmlns:svg="http://www.w3.org/2000/svg"/>'), /holds something else/],
  ['broken tags', svg('<path d="M0 0"'), /cannot be read/],
];

/** A ring of 12 units round 20, 20 in a drawing of 50 x 60 units, stated in every way a drawing program states it. */
const ring = (root: string) =>
  Buffer.from(
    `<?xml version="1.0"?><!-- <svg width="1mm"> --><svg xmlns="http://www.w3.org/2000/svg" ${root}><circle cx="20" cy="20" r="12" fill="none" stroke="#000" stroke-width="2"/></svg>`,
  );
const sizes: [string, number | undefined][] = [
  ['width="50mm" height="60mm" viewBox="0 0 50 60"', 50],
  ['width="5cm" height="6cm" viewBox="0 0 50 60"', 50],
  ['width="2in" height="2.4in" viewBox="0 0 50 60"', 50.8],
  ['width="144pt" height="172.8pt" viewBox="0 0 50 60"', 50.8],
  ['width="12pc" height="14.4pc" viewBox="0 0 50 60"', 50.8],
  ['width="200Q" height="240Q" viewBox="0 0 50 60"', 50],
  ['width="192px" height="230.4px" viewBox="0 0 50 60"', 50.8],
  ['width="50mm" viewBox="0 0 50 60"', 50],
  ['height="60mm" viewBox="0 0 50 60"', 50],
  ['width="210mm" height="252mm" viewBox="0 0 50 60"', 210],
  ['width="500" height="600" viewBox="0 0 50 60"', undefined],
  ['width="100%" height="100%" viewBox="0 0 50 60"', undefined],
  ['viewBox="0 0 50 60"', undefined],
  ['width="50" height="60"', undefined],
];

describe('a drawing', () => {
  it.each(sizes)('with %s has its size in mm and its lines where they belong', async (root, widthMm) => {
    const bytes = ring(root);
    const facts = await inspectOriginal(bytes);
    expect(facts.widthMm).toBe(widthMm);
    const wide = widthMm ?? 50;
    const { png, heightMm, widthPx, heightPx } = await decodeGrey(bytes, wide);
    expect(Math.abs(heightMm - wide * 1.2)).toBeLessThan(0.1);
    expect(Math.abs(widthPx - (wide / 25.4) * 300)).toBeLessThan(1);
    const { data } = await sharp(png).extractChannel(0).raw().toBuffer({ resolveWithObject: true });
    // The ring's left edge lies at 8 units, its right at 32, seen along the row through its middle.
    const row = Math.round((20 / 60) * heightPx);
    const dark = Array.from({ length: widthPx }, (_, x) => x).filter((x) => (data[row * widthPx + x] as number) < 128);
    const [left = 0, right = 0] = [dark[0], dark.at(-1)];
    const perUnit = widthPx / 50;
    expect(Math.abs(left / perUnit - 7)).toBeLessThan(0.15);
    expect(Math.abs((right + 1) / perUnit - 33)).toBeLessThan(0.15);
  });

  it('with lengths in mm inside has them where its own page says', async () => {
    const bytes = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm"><rect x="10mm" y="10mm" width="80mm" height="80mm" fill="#000"/></svg>',
    );
    const { png, widthPx } = await decodeGrey(bytes, 100);
    const { data } = await sharp(png).extractChannel(0).raw().toBuffer({ resolveWithObject: true });
    const row = Math.round(widthPx / 2);
    const dark = Array.from({ length: widthPx }, (_, x) => x).filter((x) => (data[row * widthPx + x] as number) < 128);
    expect(Math.abs(((dark[0] ?? 0) / widthPx) * 100 - 10)).toBeLessThan(0.1);
    expect(Math.abs((dark.length / widthPx) * 100 - 80)).toBeLessThan(0.1);
  });
});

describe('an original', () => {
  it.each(refused)('with %s is refused in words', async (_, bytes, words) => {
    await expect(inspectOriginal(bytes)).rejects.toMatchObject({
      status: 422,
      problem: { message: expect.stringMatching(words), remedy: expect.stringMatching(/\w{4}/) },
    });
  });

  it('that is a harmless SVG passes, document type and embedded picture included', () => {
    const pixel = 'data:image/png;base64,iVBORw0KGgo=';
    const { svg: kept, hadEffects } = lineArtSvg(
      svg(
        `${square}<image href="${pixel}"/><use href="#a"/><rect fill="url(#a)" transform="translate(1 -2)rotate(3)"/>`,
        '<?xml version="1.0"?>\n<!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd">\n',
      ).toString(),
    );
    expect(kept).toContain(`<image href="${pixel}"/><use href="#a"/><rect fill="url(#a)" transform="translate(1 -2)rotate(3)"/>`);
    expect(hadEffects).toBe(false);
  });

  const blur = '<filter id="f"><feGaussianBlur stdDeviation="1000"/></filter>';
  it.each([
    ['a filter of its own', `${blur}${square.replace('/>', ' filter="url(#f)"/>')}`],
    ['a filter in a style', square.replace('/>', ' style="filter: blur(900px)"/>')],
    ['a filter behind a comment', square.replace('/>', ' style="stroke-width:4;/**/filter:blur(900px)"/>')],
    ['a filter in capitals', square.replace('/>', ' style="FILTER : blur(900px)"/>')],
    ['a filter in a sheet', `<style>rect{/*;*/filter:url(#f)}</style>${blur}${square}`],
    ['a filter in a sheet, in pieces', `<style>rect{<![CDATA[filter:blur(9]]>00px)}</style>${square}`],
    ['a filter under a condition', `<style>@media screen{rect{filter:blur(900px)}}</style>${square}`],
    [
      'a filter by another name of the namespace',
      `<g xmlns:v="http://www.w3.org/2000/svg"><v:filter id="f"><v:feTurbulence numOctaves="200"/></v:filter></g>${square}`,
    ],
    [
      'a page of the drawing program',
      `<sodipodi:namedview xmlns:sodipodi="urn:x" filter="url(#f)"><rect width="90" height="40"/></sodipodi:namedview>${square}`,
    ],
    // Drawing programs write empty ones: of 407 foreign drawings 16 were refused for it.
    [
      'a page inside',
      `<switch><foreignObject requiredExtensions="x"><body xmlns="http://www.w3.org/1999/xhtml">words</body></foreignObject><g>${square}</g></switch>`,
    ],
    ['a movement', `${square.replace('/>', '>')}<animate attributeName="x" to="0"/></rect>`],
  ])('that has %s is taken without it', async (name, inner) => {
    const plain = await decodeGrey(svg(square), 50.8);
    const { png } = await decodeGrey(svg(inner), 50.8);
    expect(Buffer.from(png).equals(plain.png)).toBe(true);
    const { note } = await inspectOriginal(svg(inner));
    if (/filter (of|in|behind)/.test(name)) expect(note).toMatch(/taken out/);
  });

  it('cut short is refused', async () => {
    const whole = await sharp({
      create: { width: 400, height: 300, channels: 3, background: '#fff', noise: { type: 'gaussian', mean: 128, sigma: 40 } },
    })
      .png()
      .toBuffer();
    await expect(inspectOriginal(whole.subarray(0, whole.length / 2))).rejects.toMatchObject({
      problem: { message: expect.stringMatching(/damaged|early/) },
    });
  });

  it('of 40,000 x 40,000 pixels is refused before it is decoded', async () => {
    // A PNG header alone: signature, IHDR with its CRC (computed by sharp's own zlib would need a whole file).
    const header = Buffer.from('89504e470d0a1a0a0000000d4948445200009c4000009c400800000000', 'hex');
    const before = process.memoryUsage().rss;
    await expect(inspectOriginal(Buffer.concat([header, Buffer.from('00000000', 'hex')]))).rejects.toMatchObject({ status: 422 });
    expect(process.memoryUsage().rss - before).toBeLessThan(300e6);
    // A drawing has no pixels: however many its root asks for, it is drawn as large as is wished.
    const wide = svg(square).toString().replace('<svg ', '<svg width="40000" height="40000" ');
    await expect(inspectOriginal(Buffer.from(wide))).resolves.toMatchObject({ widthPx: 8192, heightPx: 8192 });
    expect(process.memoryUsage().rss - before).toBeLessThan(300e6);
  });

  it('tells its size on paper from its own resolution, upright after its EXIF turn', async () => {
    const scan = await sharp({ create: { width: 600, height: 300, channels: 3, background: '#fff' } })
      .withMetadata({ density: 300, orientation: 6 })
      .jpeg()
      .toBuffer();
    const facts = await inspectOriginal(scan);
    // 300 px at 300 dots per inch are one inch, 25.4 mm.
    expect(facts).toMatchObject({ mediaType: 'image/jpeg', widthPx: 300, heightPx: 600, widthMm: 25.4 });
  });
});

describe('the working raster', () => {
  it('of an SVG has 300 dots per inch, black lines on white', async () => {
    const { png, widthPx, heightPx, heightMm } = await decodeGrey(svg(square), 50.8);
    expect([widthPx, heightPx, heightMm]).toEqual([600, 300, 25.4]);
    const { data, info } = await sharp(png).extractChannel(0).raw().toBuffer({ resolveWithObject: true });
    expect(info.width).toBe(600);
    expect(data[0]).toBe(255);
    expect(data[150 * 600 + 120]).toBeLessThan(10);
  });

  it('of a fine scan is brought down to 300 dots per inch, of a coarse one drawn up to 150', async () => {
    const fine = await sharp(svg(square), { density: 1440 }).png().toBuffer();
    expect((await decodeGrey(fine, 25.4)).widthPx).toBe(300);
    const coarse = await sharp(svg(square)).png().toBuffer();
    expect((await decodeGrey(coarse, 50.8)).widthPx).toBe(300);
  });

  it('tells the colour of lines that are not black: of a drawing, and of a scan of it', async () => {
    expect((await decodeGrey(svg(square), 50.8)).lineHex).toBeUndefined();
    const drawing = Buffer.from(svg(square)).toString('utf8');
    const brown = Buffer.from(drawing.replaceAll('black', '#6b3f1e').replaceAll('#000', '#6b3f1e'));
    expect(brown.toString('utf8')).toContain('#6b3f1e');
    const { lineHex } = await decodeGrey(brown, 50.8);
    expect(lineHex).toMatch(/^#6[0-9a-f]3[0-9a-f]1[0-9a-f]$/);
    const scan = await sharp(brown, { density: 600 }).flatten({ background: '#fffdf8' }).jpeg({ quality: 90 }).toBuffer();
    const found = (await decodeGrey(scan, 50.8)).lineHex ?? '#000000';
    expect(Math.abs(Number.parseInt(found.slice(1, 3), 16) - 0x6b)).toBeLessThan(12);
    const grey = await sharp(brown, { density: 600 }).flatten({ background: '#ffffff' }).toColourspace('b-w').png().toBuffer();
    expect((await decodeGrey(grey, 50.8)).lineHex, 'a grey scan has no colours').toBeUndefined();
  });

  it('puts transparent paper on white', async () => {
    const clear = await sharp(svg(square)).png().toBuffer();
    const { data } = await sharp((await decodeGrey(clear, 25.4)).png)
      .extractChannel(0)
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect(data[0]).toBe(255);
    expect((await sharp(await previewOriginal(svg(square))).metadata()).width).toBe(1200);
  });
});
