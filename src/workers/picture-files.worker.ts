/// <reference lib="webworker" />
import { transfer } from 'comlink';
import { openRaster } from '#core/layers/open-raster';
import { layersOfBands } from '#core/layers/picture-layers';
import { outlinesOf, type Shape, shapesSvg } from '#core/layers/picture-svg';
import { pngWithDensity } from '#core/layers/png-density';
import { hexOfRgb } from '#core/colour/rgb';
import { mmPerInch } from '#core/raster/resolution';
import { paintBands } from '#core/scene/paint-bands';
import {
  type PictureContent,
  type PictureFile,
  pictureFileSchema,
  type ToWritePicture,
  toWritePictureSchema,
} from './picture-files-messages';
import { toBase64 } from './base64';
import { offer } from './offer';

/** Longest side of the small picture in a layered one. */
const thumbnailPx = 256;

function surface(width: number, height: number): { canvas: OffscreenCanvas; context: OffscreenCanvasRenderingContext2D } {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser draws no picture beside the screen.');
  return { canvas, context };
}

const pngOf = async (canvas: OffscreenCanvas): Promise<Uint8Array<ArrayBuffer>> =>
  new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer());

async function encode(rgba: Uint8ClampedArray<ArrayBuffer>, width: number, height: number): Promise<Uint8Array<ArrayBuffer>> {
  const { canvas, context } = surface(width, height);
  context.putImageData(new ImageData(rgba, width, height), 0, 0);
  return pngOf(canvas);
}

/** What lies under the lines, as large as they are: null where the lines alone are asked for. */
function underneath(to: ToWritePicture, content: PictureContent): OffscreenCanvas | null {
  const { map, named, look, areas } = to;
  if (content === 'lines') return null;
  if (content === 'areas') {
    const { canvas, context } = surface(areas.width, areas.height);
    const rgba = new Uint8ClampedArray(4 * areas.labels.length).fill(255);
    const fills = new Map(
      areas.named.map(({ label, fillHex }) => [label, [1, 3, 5].map((at) => Number.parseInt(fillHex.slice(at, at + 2), 16))]),
    );
    areas.labels.forEach((label, i) => {
      const fill = label === 0 ? undefined : fills.get(label);
      if (fill) rgba.set(fill, 4 * i);
    });
    context.putImageData(new ImageData(rgba, areas.width, areas.height), 0, 0);
    return canvas;
  }
  const { canvas, context } = surface(map.width, map.height);
  const colours = named.map(({ bands }) => bands.map(({ rgb }) => rgb));
  const painted = content === 'look' && look ? look : paintBands(map, colours);
  context.putImageData(new ImageData(new Uint8ClampedArray(painted), map.width, map.height), 0, 0);
  return canvas;
}

/** All of it together, on white paper. */
function together(to: ToWritePicture, content: PictureContent): OffscreenCanvas {
  const { lines } = to;
  const { canvas, context } = surface(lines.width, lines.height);
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, canvas.width, canvas.height);
  const under = underneath(to, content);
  if (under) {
    context.imageSmoothingEnabled = content === 'look';
    context.drawImage(under, 0, 0, canvas.width, canvas.height);
    context.globalCompositeOperation = 'multiply';
  }
  context.drawImage(lines, 0, 0);
  return canvas;
}

function inkShape({ lines, lineHex }: ToWritePicture, pxPerMm: number): Shape {
  const { canvas, context } = surface(lines.width, lines.height);
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.drawImage(lines, 0, 0);
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  // The palest channel tells how much ink lies there, whatever its colour.
  const cover = (x: number, y: number) => {
    const at = 4 * (y * canvas.width + x);
    return 1 - Math.min(data[at]!, data[at + 1]!, data[at + 2]!) / 255;
  };
  return { name: 'Lines', fillHex: lineHex, rings: outlinesOf(cover, { widthPx: canvas.width, heightPx: canvas.height, pxPerMm }) };
}

/** Where numbers lie in a raster, each as a shape of its own. @param keyAt 0: nothing. */
function shapesOf(
  { width, height, pxPerMm }: { width: number; height: number; pxPerMm: number },
  keyAt: (i: number) => number,
  told: (key: number) => { name: string; fillHex: string } | undefined,
): Shape[] {
  const boxes = new Map<number, { left: number; top: number; right: number; bottom: number }>();
  for (let i = 0; i < width * height; i++) {
    const key = keyAt(i);
    if (key === 0) continue;
    const [x, y] = [i % width, Math.floor(i / width)];
    const box = boxes.get(key);
    if (box) {
      box.left = Math.min(box.left, x);
      box.right = Math.max(box.right, x);
      box.bottom = y;
    } else boxes.set(key, { left: x, top: y, right: x, bottom: y });
  }
  return [...boxes]
    .sort(([one], [other]) => one - other)
    .flatMap(([key, box]) => {
      const own = told(key);
      if (!own) return [];
      const rings = outlinesOf((x, y) => (keyAt(y * width + x) === key ? 1 : 0), { widthPx: width, heightPx: height, pxPerMm }, box);
      return [{ ...own, rings }];
    });
}

function shapesUnder(to: ToWritePicture, content: PictureContent): Shape[] {
  const { areas, map, named, widthMm } = to;
  if (content === 'areas') {
    const byLabel = new Map(areas.named.map((area) => [area.label, area]));
    const size = { width: areas.width, height: areas.height, pxPerMm: areas.width / widthMm };
    return shapesOf(
      size,
      (i) => areas.labels[i]!,
      (label) => byLabel.get(label),
    );
  }
  if (content !== 'bands') return [];
  return shapesOf(
    { width: map.width, height: map.height, pxPerMm: map.width / widthMm },
    (i) => (map.elements[i] === 0 ? 0 : map.elements[i]! * 256 + map.bands[i]!),
    (key) => {
      const element = named[Math.floor(key / 256) - 1];
      const band = element?.bands[(key % 256) - 1];
      return element && band && { name: `${element.name}, ${band.name}`, fillHex: hexOfRgb(band.rgb) };
    },
  );
}

async function writeSvg(to: ToWritePicture, content: PictureContent): Promise<Uint8Array<ArrayBuffer>> {
  const { widthMm, heightMm, title, lines } = to;
  const svg = shapesSvg([...shapesUnder(to, content), inkShape(to, lines.width / widthMm)], {
    ...{ widthMm, heightMm, title },
    // What is painted, not drawn, lies in it as a picture.
    ...(content === 'look'
      ? { pictureHref: `data:image/png;base64,${toBase64(await pngOf(underneath(to, 'look') as OffscreenCanvas))}` }
      : {}),
  });
  return new TextEncoder().encode(svg);
}

async function writeOra(to: ToWritePicture, dotsPerInch: number): Promise<Uint8Array<ArrayBuffer>> {
  const { map, named, lines } = to;
  const merged = together(to, 'bands');
  const small = Math.min(1, thumbnailPx / Math.max(lines.width, lines.height));
  const thumbnail = surface(Math.max(1, Math.round(lines.width * small)), Math.max(1, Math.round(lines.height * small)));
  thumbnail.context.imageSmoothingQuality = 'high';
  thumbnail.context.drawImage(merged, 0, 0, thumbnail.canvas.width, thumbnail.canvas.height);
  return new Uint8Array(
    await openRaster({
      ...{ widthPx: lines.width, heightPx: lines.height, dotsPerInch, encode },
      lines: await pngOf(together(to, 'lines')),
      groups: layersOfBands(map, named),
      merged: await pngOf(merged),
      thumbnail: await pngOf(thumbnail.canvas),
    }),
  );
}

const api = {
  /** Writes a picture as a file at its true size. */
  async write(request: unknown, wish: unknown): Promise<Uint8Array<ArrayBuffer>> {
    const to = toWritePictureSchema.parse(request) as ToWritePicture;
    const file: PictureFile = pictureFileSchema.parse(wish);
    const dotsPerInch = (to.lines.width / to.widthMm) * mmPerInch;
    const bytes =
      file.form === 'ora'
        ? await writeOra(to, dotsPerInch)
        : file.form === 'svg'
          ? await writeSvg(to, file.content)
          : pngWithDensity(await pngOf(together(to, file.content)), dotsPerInch);
    return transfer(bytes, [bytes.buffer]);
  },
};

export type PictureFilesApi = typeof api;

offer(api);
