import { readFileSync } from 'node:fs';
import sharp from 'sharp';

/** Six drawings on an A6 sheet at 600 dots per inch. */
export const pageMm = { width: 105, height: 148 } as const;
export const scanDpi = 600;
const pxPerMm = scanDpi / 25.4;
export const pagePx = { width: Math.round(pageMm.width * pxPerMm), height: Math.round(pageMm.height * pxPerMm) } as const;
const drawingMm = 46;
export const drawingPx = Math.round(drawingMm * pxPerMm);
const strokeMm = 0.5;
const viewBoxUnits = 72;
/** 0.5 mm in the units of a drawing. */
export const strokeUnits = (strokeMm * viewBoxUnits) / drawingMm;

export type Raster = { width: number; height: number; data: Uint8Array };

const folder = 'node_modules/openmoji';

function drawing(layer: 'black' | 'color', codePoint: string): string {
  return readFileSync(`${folder}/${layer}/svg/${codePoint}.svg`, 'utf8');
}

/** Left top corners in px of the six drawings. */
export function placesOnPage(): { x: number; y: number }[] {
  const cellWidth = pagePx.width / 2;
  const cellHeight = pagePx.height / 3;
  return Array.from({ length: 6 }, (_, index) => ({
    x: Math.round((index % 2) * cellWidth + (cellWidth - drawingPx) / 2),
    y: Math.round(Math.floor(index / 2) * cellHeight + (cellHeight - drawingPx) / 2),
  }));
}

async function rasterOf(svg: string): Promise<Buffer> {
  return sharp(Buffer.from(svg), { density: (72 * drawingPx) / viewBoxUnits })
    .resize(drawingPx, drawingPx, { fit: 'fill' })
    .ensureAlpha()
    .raw()
    .toBuffer();
}

/** The line drawing as its author drew it, strokes about 1.3 mm wide: grey, black on white. */
export function drawFullLines(codePoint: string): Promise<Raster> {
  return greyOf(drawing('black', codePoint));
}

/** The line drawing with its strokes thinned to 0.5 mm. `extra` is SVG drawn on top, in its own units. */
export function drawLines(codePoint: string, extra = ''): Promise<Raster> {
  const svg = drawing('black', codePoint).replace(/stroke-width\s*[:=]\s*"?[\d.]+"?/g, (found) =>
    found.includes('=') ? `stroke-width="${strokeUnits}"` : `stroke-width:${strokeUnits}`,
  );
  return greyOf(svg.replace('</svg>', `${extra}</svg>`));
}

async function greyOf(svg: string): Promise<Raster> {
  const rgba = await rasterOf(svg);
  const data = Uint8Array.from({ length: drawingPx * drawingPx }, (_, i) => 255 - (rgba[4 * i + 3] ?? 0));
  return { width: drawingPx, height: drawingPx, data };
}

/** The flat colours of the drawing, lines left out: 0 where nothing is coloured, else 24 bits of colour and 1. No soft edges. */
export async function drawColours(codePoint: string): Promise<Int32Array> {
  const svg = drawing('color', codePoint)
    .replace('<svg ', '<svg shape-rendering="crispEdges" ')
    .replace('</svg>', '<style>#line, #line-supplement { display: none }</style></svg>');
  const rgba = await rasterOf(svg);
  return Int32Array.from({ length: drawingPx * drawingPx }, (_, i) =>
    (rgba[4 * i + 3] ?? 0) < 128 ? 0 : ((rgba[4 * i] ?? 0) << 16) | ((rgba[4 * i + 1] ?? 0) << 8) | (rgba[4 * i + 2] ?? 0) | 1,
  );
}

/** Lays square drawings on the page, each with its own contrast (darkness of a full line below white). */
export function composePage(drawings: readonly Raster[], depths: readonly number[]): Raster {
  const data = new Uint8Array(pagePx.width * pagePx.height).fill(255);
  placesOnPage().forEach(({ x, y }, index) => {
    const own = drawings[index];
    if (!own) return;
    const depth = depths[index] ?? 255;
    for (let row = 0; row < own.height; row++) {
      for (let column = 0; column < own.width; column++) {
        const ink = 255 - (own.data[row * own.width + column] ?? 255);
        if (ink > 0) data[(y + row) * pagePx.width + x + column] = 255 - Math.round((ink * depth) / 255);
      }
    }
  });
  return { ...pagePx, data };
}

/** Lays the colours of the drawings on a page. */
export function composeColours(colours: readonly Int32Array[]): Int32Array {
  const page = new Int32Array(pagePx.width * pagePx.height);
  placesOnPage().forEach(({ x, y }, index) => {
    const own = colours[index];
    if (!own) return;
    for (let row = 0; row < drawingPx; row++) page.set(own.subarray(row * drawingPx, (row + 1) * drawingPx), (y + row) * pagePx.width + x);
  });
  return page;
}
