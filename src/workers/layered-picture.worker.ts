/// <reference lib="webworker" />
import { transfer } from 'comlink';
import * as z from 'zod/mini';
import { mmPerInch } from '#core/raster/resolution';
import { fileKind, fileHeadBytes } from '#core/bundle/file-kind';
import { type NamedAreas, linesOfAreas } from '#core/layers/elements-of-layers';
import { fillName, fillRole } from '#core/layers/fill-name';
import { pngWithDensity } from '#core/layers/png-density';
import { bytesSchema } from './files-messages';
import { offer } from './offer';
import { type OraPicture, readOra } from './ora-layers';
import { areLines, namedAreasOf } from './area-names';
import { type SvgShape, type SvgShapes, shapesOfSvg } from './svg-shapes';

/** Longest side of the map of named areas, and of a line image that is drawn here. */
const longestPx = 2400;
/** Half the width of lines that are drawn along areas. */
const halfLineMm = 0.2;
/** Where nothing says how wide a drawing is on paper. */
const usualWidthMm = 100;
/** From so much on (of 255) a pixel of a layer covers what lies below it. */
const covers = 96;

/** A layered picture as a line image (PNG) with named areas. `isDrawn`: it had no lines; they were drawn along its areas. */
export type LayeredPicture = { lines: Uint8Array<ArrayBuffer>; areas: NamedAreas; isDrawn: boolean };

function surface(width: number, height: number): { canvas: OffscreenCanvas; context: OffscreenCanvasRenderingContext2D } {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser draws no picture beside the screen.');
  return { canvas, context };
}

async function pngOf(canvas: OffscreenCanvas, dotsPerInch: number | null): Promise<Uint8Array<ArrayBuffer>> {
  const png = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer());
  return dotsPerInch === null ? png : pngWithDensity(png, dotsPerInch);
}

/** Lines along areas, as a line image as large as their map. */
async function drawnLines(areas: NamedAreas, dotsPerInch: number | null): Promise<Uint8Array<ArrayBuffer>> {
  const { width, height } = areas;
  const pxPerMm = dotsPerInch === null ? width / usualWidthMm : dotsPerInch / mmPerInch;
  const grey = linesOfAreas(areas, halfLineMm * pxPerMm);
  const { canvas, context } = surface(width, height);
  const rgba = new Uint8ClampedArray(4 * width * height).fill(255);
  grey.forEach((level, i) => {
    if (level === 0) rgba.fill(0, 4 * i, 4 * i + 3);
  });
  context.putImageData(new ImageData(rgba, width, height), 0, 0);
  return pngOf(canvas, dotsPerInch);
}

async function bitmapOf(png: Uint8Array): Promise<ImageBitmap> {
  try {
    return await createImageBitmap(new Blob([png as Uint8Array<ArrayBuffer>], { type: 'image/png' }));
  } catch {
    throw new RangeError('A layer of the picture is damaged.');
  }
}

async function readLayers(ora: OraPicture): Promise<LayeredPicture> {
  const { widthPx, heightPx, dotsPerInch, lines, groups } = ora;
  const scale = Math.min(1, longestPx / Math.max(widthPx, heightPx));
  const [width, height] = [Math.round(widthPx * scale), Math.round(heightPx * scale)];
  const labels = new Uint16Array(width * height);
  const names = namedAreasOf();
  for (const { name: group, layers } of groups)
    for (const { name, png, xPx, yPx } of layers) {
      const label = names.labelOf(name, group ?? undefined);
      const bitmap = await bitmapOf(png);
      const [left, top] = [Math.max(0, Math.round(xPx * scale)), Math.max(0, Math.round(yPx * scale))];
      const right = Math.min(width, Math.round((xPx + bitmap.width) * scale));
      const bottom = Math.min(height, Math.round((yPx + bitmap.height) * scale));
      if (right <= left || bottom <= top) continue;
      const { context } = surface(right - left, bottom - top);
      context.drawImage(bitmap, xPx * scale - left, yPx * scale - top, bitmap.width * scale, bitmap.height * scale);
      bitmap.close();
      const { data } = context.getImageData(0, 0, right - left, bottom - top);
      for (let y = top; y < bottom; y++)
        for (let x = left; x < right; x++)
          if ((data[4 * ((y - top) * (right - left) + x - left) + 3] as number) >= covers) labels[y * width + x] = label;
    }
  const areas: NamedAreas = { width, height, labels, ...names.all() };
  if (!lines) return { lines: await drawnLines(areas, dotsPerInch === null ? null : dotsPerInch * scale), areas, isDrawn: true };
  const { canvas, context } = surface(widthPx, heightPx);
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, widthPx, heightPx);
  const bitmap = await bitmapOf(lines.png);
  context.drawImage(bitmap, lines.xPx, lines.yPx);
  bitmap.close();
  return { lines: await pngOf(canvas, dotsPerInch), areas, isDrawn: false };
}

/** What a shape is to be: an area of that name, ink, or what covers others as paper does. */
function roleOf(shape: SvgShape, hex: string | null): { kind: 'area'; name: string } | { kind: 'ink' | 'paper' } | null {
  if (shape.fill === null) return null;
  if (shape.name !== null && areLines.test(shape.name)) return { kind: 'ink' };
  const role = hex === null ? 'area' : fillRole(hex);
  if (shape.name !== null) return { kind: 'area', name: shape.name };
  return role === 'area' ? { kind: 'area', name: hex === null ? 'Shaded' : fillName(hex) } : { kind: role };
}

/** A colour that stands for a label and is far from those of its neighbours. */
const colourOf = (label: number): [number, number, number] => [(label * 67) % 251, (label * 149 + 31) % 251, 3 + (label >> 6)];

/** Side of the small picture in which it is looked where shapes lie, in px, and how often the drawing fits into it. */
const lookedPx = 1000;
const lookedTimes = 7;

/** What is shown of a drawing: its page, or where shapes lie beyond it, all of them. */
function frameOf({ box, shapes }: SvgShapes): SvgShapes['box'] {
  const [left, top, width, height] = box;
  const side = lookedTimes * Math.max(width, height);
  const [fromX, fromY] = [left + width / 2 - side / 2, top + height / 2 - side / 2];
  const scale = lookedPx / side;
  const { context } = surface(lookedPx, lookedPx);
  for (const { d, matrix, fill, stroke, strokeWidth } of shapes) {
    const [a, b, c, dd, e, f] = matrix;
    context.setTransform(a * scale, b * scale, c * scale, dd * scale, (e - fromX) * scale, (f - fromY) * scale);
    context.lineWidth = strokeWidth;
    const path = new Path2D(d);
    if (fill !== null) context.fill(path);
    if (stroke !== null) context.stroke(path);
  }
  const { data } = context.getImageData(0, 0, lookedPx, lookedPx);
  let [x0, y0, x1, y1]: [number, number, number, number] = [lookedPx, lookedPx, -1, -1];
  for (let i = 0; i < lookedPx * lookedPx; i++) {
    if (data[4 * i + 3] === 0) continue;
    const [x, y] = [i % lookedPx, Math.floor(i / lookedPx)];
    [x0, y0, x1, y1] = [Math.min(x0, x), Math.min(y0, y), Math.max(x1, x), Math.max(y1, y)];
  }
  const slack = 1.5 / scale;
  const own = { left: fromX + x0 / scale, top: fromY + y0 / scale, right: fromX + (x1 + 1) / scale, bottom: fromY + (y1 + 1) / scale };
  const isWithin =
    own.left > left - slack && own.top > top - slack && own.right < left + width + slack && own.bottom < top + height + slack;
  if (x1 < 0 || isWithin) return box;
  const rim = 0.03 * Math.max(own.right - own.left, own.bottom - own.top);
  return [own.left - rim, own.top - rim, own.right - own.left + 2 * rim, own.bottom - own.top + 2 * rim];
}

async function readShapes(drawn: SvgShapes): Promise<LayeredPicture> {
  const { box, shapes } = drawn;
  const frame = frameOf(drawn);
  const [left, top, boxWidth, boxHeight] = frame;
  // A page that shows only a part of it says nothing of its size.
  const widthMm = frame === box ? drawn.widthMm : null;
  const scale = longestPx / Math.max(boxWidth, boxHeight);
  const [width, height] = [Math.max(1, Math.round(boxWidth * scale)), Math.max(1, Math.round(boxHeight * scale))];
  const dotsPerInch = widthMm === null ? null : width / (widthMm / mmPerInch);
  const [map, drawing] = [surface(width, height), surface(width, height)];
  map.context.fillStyle = '#000000';
  map.context.fillRect(0, 0, width, height);
  drawing.context.fillStyle = '#ffffff';
  drawing.context.fillRect(0, 0, width, height);
  const names = namedAreasOf();
  let [inked, areaShapes, stroked] = [0, 0, 0];
  for (const shape of shapes) {
    const [a, b, c, d, e, f] = shape.matrix;
    const path = new Path2D(shape.d);
    for (const { context } of [map, drawing])
      context.setTransform(a * scale, b * scale, c * scale, d * scale, (e - left) * scale, (f - top) * scale);
    const role = roleOf(shape, hexOf(drawing.context, shape.fill));
    const hasStroke = shape.stroke !== null;
    if (role?.kind === 'area') {
      areaShapes++;
      map.context.fillStyle = `rgb(${colourOf(names.labelOf(role.name)).join(' ')})`;
    } else map.context.fillStyle = '#000000';
    drawing.context.fillStyle = role?.kind === 'ink' ? '#000000' : '#ffffff';
    if (role) {
      map.context.fill(path);
      drawing.context.fill(path);
      if (role.kind === 'ink') inked++;
    }
    if (!hasStroke) continue;
    if (role?.kind === 'area') stroked++;
    else inked++;
    drawing.context.strokeStyle = '#000000';
    drawing.context.lineWidth = shape.strokeWidth;
    drawing.context.lineJoin = 'round';
    drawing.context.stroke(path);
  }
  const labels = new Uint16Array(width * height);
  const byColour = new Map(names.all().names.map((_, place) => [colourOf(place + 1).join(' '), place + 1]));
  const { data } = map.context.getImageData(0, 0, width, height);
  for (let i = 0; i < labels.length; i++) labels[i] = byColour.get(`${data[4 * i]} ${data[4 * i + 1]} ${data[4 * i + 2]}`) ?? 0;
  const areas: NamedAreas = { width, height, labels, ...names.all() };
  // Where some shapes only have an edge, or nothing is inked, lines are drawn along all of them.
  const isDrawn = inked === 0 && stroked < areaShapes / 2;
  return { lines: isDrawn ? await drawnLines(areas, dotsPerInch) : await pngOf(drawing.canvas, dotsPerInch), areas, isDrawn };
}

/** A colour as `#rrggbb`, as the browser reads it; null for gradients and patterns. */
function hexOf(context: OffscreenCanvasRenderingContext2D, colour: string | null): string | null {
  if (colour === null || /^url\(/i.test(colour)) return null;
  context.fillStyle = '#808080';
  context.fillStyle = colour;
  const read = String(context.fillStyle);
  return /^#[0-9a-f]{6}$/.test(read) ? read : null;
}

const api = {
  /** A layered picture, or a drawing whose shapes are areas, as a line image with named areas; null where fewer than two areas have names. @throws RangeError in words */
  async read(name: unknown, given: unknown): Promise<LayeredPicture | null> {
    const bytes = bytesSchema.parse(given);
    const kind = fileKind(bytes.subarray(0, fileHeadBytes), z.string().parse(name));
    const isSvg = kind === 'image' && bytes[0] !== 0x89 && /<(\w+:)?svg[\s>]/.test(new TextDecoder().decode(bytes.subarray(0, 65_536)));
    if (kind !== 'layers' && !isSvg) return null;
    const read = kind === 'layers' ? await readLayers(readOra(bytes)) : await readShapes(shapesOfSvg(new TextDecoder().decode(bytes)));
    if (kind !== 'layers' && read.areas.names.length < 2) return null;
    return transfer(read, [read.lines.buffer, read.areas.labels.buffer]);
  },
};

export type LayeredPictureApi = typeof api;

offer(api);
