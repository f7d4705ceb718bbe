import { deflateSync, crc32 as zlibCrc } from 'node:zlib';
import sharp from 'sharp';
import { seeded } from '../seeded';

export type NamedFile = { name: string; bytes: Buffer };

const svg = (inner: string, root = 'viewBox="0 0 400 300"') =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${root}>${inner}</svg>`);
const lines = '<path d="M20 20H380V280H20ZM200 20V280" fill="none" stroke="#000" stroke-width="4"/>';

/** A small picture in each format that is read: what the mutations start from. */
export async function seedFiles(): Promise<NamedFile[]> {
  const drawn = await sharp(svg(lines), { density: 72 }).flatten({ background: '#fff' }).toColourspace('b-w').png().toBuffer();
  const grain = await sharp({
    create: { width: 60, height: 45, channels: 3, background: '#fff', noise: { type: 'gaussian', mean: 160, sigma: 50 } },
  })
    .png()
    .toBuffer();
  return [
    { name: 'lines.svg', bytes: svg(lines, 'width="40mm" height="30mm" viewBox="0 0 400 300"') },
    { name: 'styled.svg', bytes: svg(`<style>path{stroke-width:3}</style><g transform="rotate(3)">${lines}</g><use xlink:href="#a"/>`) },
    { name: 'grey.png', bytes: drawn },
    { name: 'grain.png', bytes: grain },
    { name: 'lines.jpg', bytes: await sharp(drawn).withMetadata({ density: 300, orientation: 6 }).jpeg().toBuffer() },
    { name: 'lines.webp', bytes: await sharp(drawn).webp().toBuffer() },
    { name: 'lines.tif', bytes: await sharp(drawn).tiff({ compression: 'lzw' }).toBuffer() },
    { name: 'grain.tif', bytes: await sharp(grain).tiff({ compression: 'none' }).toBuffer() },
  ];
}

/** A mutated copy of a file: bits turned over, bytes cut out, doubled, put elsewhere, or set to what lengths like least. */
export function mutated({ name, bytes }: NamedFile, random: () => number): NamedFile {
  let own = Buffer.from(bytes);
  const place = () => Math.floor(random() * own.length);
  const turns = 1 + Math.floor(random() * 6);
  for (let turn = 0; turn < turns && own.length > 4; turn++) {
    const kind = Math.floor(random() * 7);
    const at = place();
    const run = 1 + Math.floor(random() * Math.min(200, own.length - at));
    if (kind === 0) own[at] = (own[at] as number) ^ (1 << Math.floor(random() * 8));
    if (kind === 1) own[at] = [0, 0xff, 0x7f, 0x80][Math.floor(random() * 4)] as number;
    if (kind === 2) own = own.subarray(0, Math.max(1, at));
    if (kind === 3) own = Buffer.concat([own.subarray(0, at), own.subarray(at + run)]);
    if (kind === 4) own = Buffer.concat([own.subarray(0, at), own.subarray(at, at + run), own.subarray(at)]);
    if (kind === 5 && at + 4 <= own.length) own.writeUInt32BE([0, 0xffffffff, 0x7fffffff, 0x10000][Math.floor(random() * 4)] as number, at);
    if (kind === 6)
      own = Buffer.concat([
        own.subarray(0, at),
        Buffer.from(Array.from({ length: run }, () => Math.floor(random() * 256))),
        own.subarray(at),
      ]);
  }
  return { name, bytes: own };
}

const chunk = (kind: string, data: Buffer): Buffer => {
  const body = Buffer.concat([Buffer.from(kind, 'latin1'), data]);
  const length = Buffer.alloc(4);
  length.writeUInt32BE(data.length);
  const crc = Buffer.alloc(4);
  crc.writeUInt32BE(crcOf(body));
  return Buffer.concat([length, body, crc]);
};

/** CRC-32 (ISO 3309), as PNG wants it: by the table, where the runtime has none. */
function crcOf(bytes: Buffer): number {
  if (typeof zlibCrc === 'function') return zlibCrc(bytes);
  let crc = 0xffffffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return (crc ^ 0xffffffff) >>> 0;
}

/** A PNG of one grey, of any size, in a few KB: rows of zeros pack well. @param depth 1, 8 or 16 bits; @param channels 0 grey, 2 RGB, 6 RGBA. */
function flatPng(width: number, height: number, depth: number, colour: 0 | 2 | 6): Buffer {
  const channels = { 0: 1, 2: 3, 6: 4 }[colour];
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([depth, colour, 0, 0, 0], 8);
  const row = Math.ceil((width * channels * depth) / 8) + 1;
  // Deflated in pieces of rows, so that the test itself holds no gigabyte.
  const data = deflateSync(Buffer.alloc(Math.min(row * height, 300_000_000)), { level: 9 });
  return Buffer.concat([
    Buffer.from('89504e470d0a1a0a', 'hex'),
    chunk('IHDR', header),
    chunk('IDAT', data),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

const nested = (levels: number, wrap: (level: number) => string) => Array.from({ length: levels }, (_, level) => wrap(level)).join('');

/** More than a hundred files made to stop a reader: bombs of uses, masks, patterns and gradients, endless text, vast and lying pictures. */
export async function hostileFiles(): Promise<NamedFile[]> {
  const files: NamedFile[] = [];
  const add = (name: string, bytes: Buffer) => files.push({ name, bytes });
  for (const levels of [8, 14, 20, 26, 40, 60]) {
    const path = `<path id="l0" d="M0 0${'l3 7l-5 2'.repeat(300)}" fill="none" stroke="#000"/>`;
    add(
      `uses ${levels}`,
      svg(path + nested(levels, (level) => `<g id="l${level + 1}"><use xlink:href="#l${level}"/><use xlink:href="#l${level}" x="1"/></g>`)),
    );
    add(
      `patterns ${levels}`,
      svg(
        `${nested(
          levels,
          (level) =>
            `<pattern id="p${level + 1}" width="2" height="2" patternUnits="userSpaceOnUse"><rect width="400" height="300" fill="url(#p${level})"/></pattern>`,
        )}<rect width="400" height="300" fill="url(#p${levels})"/>`,
      ),
    );
    add(
      `masks ${levels}`,
      svg(
        nested(levels, (level) => `<mask id="m${level + 1}"><rect width="400" height="300" fill="#fff" mask="url(#m${level})"/></mask>`) +
          `<rect width="400" height="300" mask="url(#m${levels})"/>`,
      ),
    );
    add(
      `clips ${levels}`,
      svg(
        `${nested(
          levels,
          (level) => `<clipPath id="c${level + 1}" clip-path="url(#c${level})"><circle cx="200" cy="150" r="140"/></clipPath>`,
        )}<rect width="400" height="300" clip-path="url(#c${levels})"/>`,
      ),
    );
    add(
      `markers ${levels}`,
      svg(
        `${nested(
          levels,
          (level) =>
            `<marker id="k${level + 1}" markerWidth="9" markerHeight="9"><path d="M0 0L9 9L0 9" marker-mid="url(#k${level})" marker-end="url(#k${level})"/></marker>`,
        )}<path d="M0 0L50 50L90 9" marker-mid="url(#k${levels})"/>`,
      ),
    );
    add(`inner pages ${levels}`, svg(nested(levels, () => '<svg viewBox="0 0 10 10">') + lines + '</svg>'.repeat(levels)));
  }
  for (const count of [20_000, 60_000, 99_000]) {
    add(
      `circles ${count}`,
      svg(
        Array.from({ length: count }, (_, i) => `<circle cx="${i % 400}" cy="${(i * 7) % 300}" r="90" fill="none" stroke="#000"/>`).join(
          '',
        ),
      ),
    );
    add(`texts ${count}`, svg(Array.from({ length: count }, (_, i) => `<text x="${i % 400}" y="${i % 300}">mmmm</text>`).join('')));
    add(
      `see-through ${count}`,
      svg(Array.from({ length: count }, () => '<rect width="400" height="300" fill="#000" opacity="0.01"/>').join('')),
    );
    add(`dashes ${count}`, svg(`<path d="M0 0H${count}" stroke="#000" stroke-width="9" stroke-dasharray="0.001 0.001"/>${lines}`));
    add(
      `a long path ${count}`,
      svg(
        `<path d="M0 0${Array.from({ length: count * 8 }, (_, i) => `L${(i * 37) % 400} ${(i * 91) % 300}`).join('')}" fill="none" stroke="#000"/>`,
      ),
    );
    add(`a long text ${count}`, svg(`<text y="20">${'m'.repeat(count * 20)}</text>`));
    add(
      `gradients ${count}`,
      svg(
        `<linearGradient id="g">${Array.from({ length: Math.min(count, 90_000) }, (_, i) => `<stop offset="${i / count}"/>`).join('')}</linearGradient><rect width="400" height="300" fill="url(#g)"/>`,
      ),
    );
    add(`attributes ${count}`, svg(`<path d="M0 0H9" ${Array.from({ length: count }, (_, i) => `data-a${i}="x"`).join(' ')}/>`));
  }
  for (const filter of [
    '<feGaussianBlur stdDeviation="1000"/>',
    '<feTurbulence numOctaves="200"/>',
    '<feMorphology radius="900"/>',
    '<feConvolveMatrix order="99"/>',
    '<feImage href="#x"/>',
  ])
    add(
      `filter ${filter.slice(1, 12)}`,
      svg(`<filter id="f">${filter}</filter><rect width="8000" height="8000" filter="url(#f)"/>`, 'width="8000" height="8000"'),
    );
  for (const root of [
    'width="8000" height="8000"',
    'width="1e9mm" height="1e9mm"',
    'width="0.0001mm" height="90mm"',
    'width="1e-320" height="1"',
    'viewBox="0 0 1e300 1e300"',
    'viewBox="0 0 NaN 9"',
    'viewBox="-1e9 -1e9 2e9 2e9"',
    'width="-5mm" height="9mm"',
    'width="99999999999999999999" height="1"',
    'viewBox="0 0 100 1"',
    'width="calc(100% * 9)" height="12vw"',
  ])
    add(`size ${root}`, svg(lines, root));
  for (const [inner, name] of [
    ['<script>for(;;){}</script>', 'script'],
    ['<set attributeName="onload" to="x"/>', 'set'],
    ['<image href="data:image/svg+xml;base64,PHN2Zy8+"/>', 'an SVG inside'],
    ['<image href="file:///dev/zero"/>', 'a device'],
    ['<image href="http://127.0.0.1:1/x.png"/>', 'a call'],
    [`<image href="data:image/png;base64,${'A'.repeat(3_000_000)}"/>`, 'a large picture inside'],
    ['<text font-family="x" style="font-size:1e9px">m</text>', 'a vast letter'],
    ['<path d="M0 0A1e9 1e9 0 1 1 1 1" stroke="#000"/>', 'a vast arc'],
    ['<g transform="scale(1e30)"><path d="M0 0H9" stroke="#000"/></g>', 'a vast scale'],
    ['<path d="M0 0H400" stroke="#000" stroke-width="1e30"/>', 'a vast line'],
    ['<rect width="400" height="300" rx="1e308"/>', 'a vast corner'],
    ['<a><a><a><a></a></a></a>', 'unclosed tags'],
  ] as const)
    add(`svg with ${name}`, svg(inner + lines));
  add(
    'entities',
    Buffer.from(
      `<!DOCTYPE svg [<!ENTITY a "${'x'.repeat(1000)}"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg">&b;</svg>`,
    ),
  );
  add('a wrong encoding', Buffer.concat([Buffer.from('<?xml version="1.0" encoding="utf-16"?>'), svg(lines)]));
  add('nul bytes', Buffer.concat([Buffer.from('<svg '), Buffer.alloc(2_000_000), Buffer.from('/>')]));
  add('only blanks', Buffer.concat([Buffer.alloc(5_000_000, 32), svg(lines)]));
  for (const [width, height] of [
    [8400, 8400],
    [60_000, 1000],
    [1000, 60_000],
    [8000, 8900],
    [40_000, 40_000],
    [0xffffffff, 1],
    [1, 1],
  ] as const)
    for (const [depth, colour] of [
      [1, 0],
      [8, 0],
      [8, 6],
      [16, 2],
    ] as const)
      add(`PNG ${width} x ${height}, ${depth} bit, colour ${colour}`, flatPng(width, Math.min(height, 65_000), depth, colour));
  const grey = sharp({ create: { width: 5200, height: 5200, channels: 3, background: '#ddd' } });
  add(
    'float TIFF',
    await grey
      .clone()
      .toColourspace('b-w')
      .raw({ depth: 'float' })
      .toBuffer({ resolveWithObject: true })
      .then(({ data, info }) =>
        sharp(new Float32Array(data.buffer, data.byteOffset, data.length / 4), {
          raw: { width: info.width, height: info.height, channels: info.channels },
        })
          .tiff({ compression: 'deflate' })
          .toBuffer(),
      ),
  );
  add('a turned photo of 27 megapixels', await grey.clone().withMetadata({ orientation: 8 }).jpeg().toBuffer());
  add('a photo that unfolds step by step', await grey.clone().jpeg({ progressive: true }).toBuffer());
  add('a large WebP', await grey.clone().webp({ lossless: true, effort: 0 }).toBuffer());
  return files;
}

/** Seeded mutated files, as many as wished, from all seeds in turn. */
export async function* mutatedFiles(count: number, seed: number): AsyncGenerator<NamedFile> {
  const random = seeded(seed);
  const seeds = await seedFiles();
  for (let number = 0; number < count; number++) {
    const from = seeds[number % seeds.length];
    if (from) yield mutated(from, random);
  }
}
