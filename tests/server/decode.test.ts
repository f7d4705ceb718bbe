import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { decodeGrey, inspectOriginal, previewOriginal } from '#server/decode/original';
import { checkSvg } from '#server/decode/svg-check';

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
  ['a page inside', svg('<foreignObject><body xmlns="http://www.w3.org/1999/xhtml"/></foreignObject>'), /script/],
  ['a picture from elsewhere', svg('<image href="http://127.0.0.1:9/a.png"/>'), /elsewhere/],
  ['a local file', svg('<image xlink:href="file:///etc/hostname" xmlns:xlink="http://www.w3.org/1999/xlink"/>'), /elsewhere/],
  ['a style from elsewhere', svg('<style>@import url(http://127.0.0.1:9/a.css);</style>'), /elsewhere/],
  ['a paint from elsewhere', svg('<rect style="fill:url(http://127.0.0.1:9/a#b)" width="9" height="9"/>'), /elsewhere/],
  ['a style sheet instruction', svg(square, '<?xml version="1.0"?><?xml-stylesheet href="a.css"?>'), /elsewhere/],
  ['an entity bomb', svg('<text>&b;</text>', '<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]>'), /entities/],
  ['too many parts', svg('<g/>'.repeat(1_000_000)), /more than 100,000 parts/],
  ['endless nesting', svg('<g>'.repeat(300) + '</g>'.repeat(300)), /nested/],
  ['broken tags', svg('<path d="M0 0"'), /cannot be read/],
];

describe('an original', () => {
  it.each(refused)('with %s is refused in words', async (_, bytes, words) => {
    await expect(inspectOriginal(bytes)).rejects.toMatchObject({
      status: 422,
      problem: { message: expect.stringMatching(words), remedy: expect.stringMatching(/\w{4}/) },
    });
  });

  it('that is a harmless SVG passes, document type and embedded picture included', () => {
    const pixel = 'data:image/png;base64,iVBORw0KGgo=';
    expect(() =>
      checkSvg(
        svg(
          `${square}<image href="${pixel}"/><use href="#a"/><rect fill="url(#a)"/>`,
          '<?xml version="1.0"?>\n<!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd">\n',
        ).toString(),
      ),
    ).not.toThrow();
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
    const wide = svg(square).toString().replace('<svg ', '<svg width="40000" height="40000" ');
    await expect(inspectOriginal(Buffer.from(wide))).rejects.toMatchObject({ problem: { message: expect.stringMatching(/pixels/) } });
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
