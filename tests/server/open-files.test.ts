import { Buffer } from 'node:buffer';
import { readdirSync, readFileSync } from 'node:fs';
import Ajv2020 from 'ajv/dist/2020';
import { SaxesParser } from 'saxes';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { openRaster } from '#core/layers/open-raster';
import { layersOfBands } from '#core/layers/picture-layers';
import { outlinesOf, shapesSvg } from '#core/layers/picture-svg';
import { pngWithDensity } from '#core/layers/png-density';
import { recipeFile } from '#core/recipe/recipe-file';
import { shippedSchemas } from '#model/json-schemas';
import { madeUpWritten, madeUpWrittenElement } from '../made-up-recipe';
import { seeded } from '../seeded';
import { unzipped } from '../unzipped';

const [width, height, pxPerMm] = [60, 40, 10] as const;
/** A square of two bands, left and right, with a soft spot of one band fading into it at its foot. */
function map() {
  const elements = new Uint16Array(width * height);
  const bands = new Uint8Array(width * height);
  for (let y = 5; y < 35; y++)
    for (let x = 10; x < 50; x++) {
      elements[y * width + x] = 1;
      bands[y * width + x] = x < 25 ? 1 : 2;
    }
  const soft = Array.from({ length: 10 }, (_, i) => 33 * width + 20 + i);
  for (const pixel of soft) {
    elements[pixel] = 2;
    bands[pixel] = 1;
  }
  const softEdges = {
    pixels: Uint32Array.from(soft),
    covers: Uint8Array.from(soft, (_, i) => 130 + 10 * i),
    elements: Uint16Array.from(soft, () => 2),
    bands: Uint8Array.from(soft, () => 1),
    elementsBeneath: Uint16Array.from(soft, () => 1),
    bandsBeneath: Uint8Array.from(soft, (pixel) => (pixel % width < 25 ? 1 : 2)),
  };
  return { width, height, scale: 1 as const, elements, bands, softEdges };
}
const named = [
  {
    name: 'Scarf & "fringe" <red>',
    bands: [
      { name: '88b.rose base', rgb: [250, 200, 210] as const },
      { name: '36b.rose shadow', rgb: [180, 60, 90] as const },
    ],
  },
  { name: 'Шарф 🦊', bands: [{ name: '62b.rose base', rgb: [220, 120, 140] as const }] },
  { name: 'Not on the picture', bands: [{ name: 'x', rgb: [0, 0, 0] as const }] },
];
const encode = async (rgba: Uint8ClampedArray, widthPx: number, heightPx: number) =>
  new Uint8Array(
    await sharp(Buffer.from(rgba), { raw: { width: widthPx, height: heightPx, channels: 4 } })
      .png()
      .toBuffer(),
  );

type Tag = { name: string; attributes: Record<string, string>; inside: string[] };
/** Tags of an XML text, by a parser of others. */
function tagsOf(xml: string): Tag[] {
  const tags: Tag[] = [];
  const inside: string[] = [];
  const parser = new SaxesParser();
  parser.on('opentag', ({ name, attributes }) => {
    tags.push({ name, attributes: attributes as Record<string, string>, inside: [...inside] });
    inside.push((attributes as Record<string, string>).name ?? name);
  });
  parser.on('closetag', () => inside.pop());
  parser.on('error', (error) => {
    throw error;
  });
  parser.write(xml).close();
  return tags;
}

describe('a layered picture (OpenRaster Specification 0.0.6, opened by yauzl, saxes and sharp)', () => {
  it('begins with its media type, not packed; its stack names every element and marker; each layer is as large as it says and in its colour', async () => {
    const white = new Uint8ClampedArray(4 * width * height).fill(255);
    const png = await encode(white, width, height);
    const ora = await openRaster({
      ...{ widthPx: width, heightPx: height, dotsPerInch: 254, encode },
      ...{ lines: png, merged: png, thumbnail: png, groups: layersOfBands(map(), named) },
    });
    // The first local header, its name and its bytes: what tells the file by its first 58 bytes.
    expect(Buffer.from(ora).toString('latin1', 30, 54)).toBe('mimetypeimage/openraster');
    const entries = await unzipped(ora);
    const byName = new Map(entries.map((entry) => [entry.name, entry]));
    expect(entries[0]).toMatchObject({ name: 'mimetype', method: 0 });
    for (const needed of ['stack.xml', 'mergedimage.png', 'Thumbnails/thumbnail.png']) expect(byName.has(needed), needed).toBe(true);
    const tags = tagsOf(byName.get('stack.xml')?.bytes.toString('utf8') ?? '');
    expect(tags[0]).toMatchObject({ name: 'image', attributes: { w: '60', h: '40', xres: '254' } });
    const layers = tags.filter(({ name }) => name === 'layer');
    expect(layers.map(({ attributes, inside }) => [attributes.name, inside.at(-1)])).toEqual([
      ['Lines', 'stack'],
      ['36b.rose shadow', 'Scarf & "fringe" <red>'],
      ['88b.rose base', 'Scarf & "fringe" <red>'],
      ['62b.rose base', 'Шарф 🦊'],
      ['Paper', 'stack'],
    ]);
    expect(layers[0]?.attributes['composite-op']).toBe('svg:multiply');
    const boxes = await Promise.all(
      layers.map(async ({ attributes }) => {
        const entry = byName.get(attributes.src ?? '');
        const { data, info } = await sharp(entry?.bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
        return { x: Number(attributes.x), y: Number(attributes.y), width: info.width, height: info.height, data };
      }),
    );
    expect(boxes.map(({ data: _, ...box }) => box)).toEqual([
      { x: 0, y: 0, width: 60, height: 40 },
      { x: 25, y: 5, width: 25, height: 30 },
      { x: 10, y: 5, width: 15, height: 30 },
      { x: 20, y: 33, width: 10, height: 1 },
      { x: 0, y: 0, width: 60, height: 40 },
    ]);
    expect([...(boxes[1]?.data.subarray(0, 4) ?? [])]).toEqual([180, 60, 90, 255]);
    // The spot fades in its own layer; beneath it the scarf is whole.
    expect([...(boxes[3]?.data ?? [])].filter((_, i) => i % 4 === 3)).toEqual(Array.from({ length: 10 }, (_, i) => 130 + 10 * i));
    expect(boxes[2]?.data[4 * (28 * 15 + 12) + 3]).toBe(255);
  });
});

describe('a drawing of shapes', () => {
  it('has the size in mm, every name, and areas as large as what was covered, holes taken out', () => {
    const random = seeded(9);
    for (let round = 0; round < 12; round++) {
      const [cx, cy, r, hole] = [20 + 20 * random(), 14 + 12 * random(), 6 + 8 * random(), 2 + 3 * random()];
      const cover = (x: number, y: number) => {
        const d = Math.hypot(x + 0.5 - cx, y + 0.5 - cy);
        return d < r && d > hole ? 1 : 0;
      };
      const rings = outlinesOf(cover, { widthPx: width, heightPx: height, pxPerMm });
      const svg = shapesSvg([{ name: 'Ring <1>', fillHex: '#aa3366', rings }], { widthMm: 6, heightMm: 4, title: 'T' });
      const [root, path] = tagsOf(svg).filter(({ name }) => name === 'svg' || name === 'path');
      expect(root?.attributes).toMatchObject({ width: '6mm', height: '4mm', viewBox: '0 0 6 4' });
      expect(path?.attributes['aria-label']).toBe('Ring <1>');
      // Signed areas of its rings (the shoelace formula), in px.
      const areaPx = (path?.attributes.d ?? '')
        .split('Z')
        .filter((ring) => ring !== '')
        .reduce((sum, ring) => {
          const points = ring
            .slice(1)
            .split('L')
            .map((point) => point.split(' ').map((mm) => Number(mm) * pxPerMm) as [number, number]);
          return (
            sum +
            points.reduce(
              (own, [x, y], i) =>
                own + (x * (points[(i + 1) % points.length]?.[1] ?? 0) - y * (points[(i + 1) % points.length]?.[0] ?? 0)) / 2,
              0,
            )
          );
        }, 0);
      let covered = 0;
      for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) covered += cover(x, y);
      expect(Math.abs(Math.abs(areaPx) - covered) / covered, `ring ${round}`).toBeLessThan(0.05);
    }
  });

  it('keeps what lies at the edge of the picture within it', () => {
    const [ring = []] = outlinesOf(() => 1, { widthPx: 20, heightPx: 10, pxPerMm: 10 });
    expect(Math.min(...ring.map(([x]) => x))).toBe(0);
    expect(Math.max(...ring.map(([x]) => x))).toBe(2);
    expect(Math.max(...ring.map(([, y]) => y))).toBe(1);
  });
});

describe('a PNG', () => {
  it('says how large it is on paper, as sharp reads it; said twice, the last counts; what is none is refused', async () => {
    const png = await encode(new Uint8ClampedArray(4 * 12 * 8).fill(90), 12, 8);
    const once = pngWithDensity(png, 600);
    expect((await sharp(once).metadata()).density).toBe(600);
    const twice = pngWithDensity(once, 300);
    expect(twice).toHaveLength(once.length);
    expect((await sharp(twice).metadata()).density).toBe(300);
    // Its checksums hold, and its pixels are what they were.
    expect(await sharp(twice).raw().toBuffer()).toEqual(await sharp(png).raw().toBuffer());
    expect(() => pngWithDensity(new Uint8Array(80), 300)).toThrow(RangeError);
  });
});

describe('the JSON Schemas that are shipped', () => {
  const shipped = Object.fromEntries(
    readdirSync('public/schema').map((name) => [name, JSON.parse(readFileSync(`public/schema/${name}`, 'utf8')) as object]),
  );

  it('say what reads the files today: write them anew with scripts/write-schemas.ts', () => {
    expect(shipped).toEqual(JSON.parse(JSON.stringify(shippedSchemas())));
  });

  it('a recipe that is saved is valid by them, as Ajv judges it; one that is changed for the worse is not', () => {
    const validate = new Ajv2020({ strict: false, allErrors: true }).compile(shipped['recipe-3.json'] ?? {});
    const scarf = madeUpWrittenElement('Scarf', [90, 60, 30], { kind: 'sleeve', atMm: [4, 5], ways: [[[1, 2]]] });
    const file = JSON.parse(
      JSON.stringify(
        recipeFile(madeUpWritten([scarf], {}, { paper: 'Snowdrift', order: [{ name: 'Scarf', codes: ['X'], marks: 3, why: 'w' }] })),
      ),
    );
    expect(validate(file), JSON.stringify(validate.errors)).toBe(true);
    const worse: ((own: typeof file) => void)[] = [
      (own) => delete own.recipe.lamp,
      (own) => (own.version = 2),
      (own) => (own.recipe.elements[0].ladder = []),
      (own) => (own.recipe.markers[0].lab.L = 120),
      (own) => (own.recipe.writtenOn = 'today'),
      (own) => (own.recipe.elements[0].ladder[0].role = 'brightest'),
    ];
    for (const change of worse) {
      const own = structuredClone(file);
      change(own);
      expect(validate(own), change.toString()).toBe(false);
    }
  });
});
