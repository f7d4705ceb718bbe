import { strToU8, zipSync } from 'fflate';
import type { Layer, LayerGroup } from './picture-layers';
import { escaped } from './xml-text';

type Size = { widthPx: number; heightPx: number };

/** Makes a PNG of pixels (RGBA). */
export type EncodePng = (rgba: Uint8ClampedArray<ArrayBuffer>, widthPx: number, heightPx: number) => Promise<Uint8Array>;

export type OpenRasterGiven = Size & {
  dotsPerInch: number;
  /** The line image, as large as the picture: it lies on top and multiplies what is below it. PNG. */
  lines: Uint8Array;
  /** Elements, the first on top. */
  groups: readonly LayerGroup[];
  /** All of it as it is seen together, and small (256 px at the most). PNG. */
  merged: Uint8Array;
  thumbnail: Uint8Array;
  encode: EncodePng;
};

/**
 * A layered picture as an OpenRaster file (OpenRaster Specification 0.0.6, freedesktop.org: a zip with the media type first and not packed, `stack.xml`, layers as PNG,
 * `mergedimage.png` and `Thumbnails/thumbnail.png`): paper at the bottom, a group for each element with a layer for each band, the lines on top.
 */
export async function openRaster({
  widthPx,
  heightPx,
  dotsPerInch,
  lines,
  groups,
  merged,
  thumbnail,
  encode,
}: OpenRasterGiven): Promise<Uint8Array> {
  const files: Record<string, [Uint8Array, { level: 0 | 6 }]> = {
    // First, and not packed, so that the file is known by its first bytes.
    mimetype: [strToU8('image/openraster'), { level: 0 }],
  };
  // PNGs are packed already.
  const put = (path: string, png: Uint8Array) => {
    files[path] = [png, { level: 0 }];
    return path;
  };
  const layerXml = (name: string, src: string, at: Pick<Layer, 'xPx' | 'yPx'>, more = '') =>
    `<layer name="${escaped(name)}" src="${src}" x="${at.xPx}" y="${at.yPx}" opacity="1.0" visibility="visible"${more}/>`;
  const origin = { xPx: 0, yPx: 0 };
  const xml = [layerXml('Lines', put('data/lines.png', lines), origin, ' composite-op="svg:multiply"')];
  let number = 0;
  for (const { name, layers } of groups) {
    const own: string[] = [];
    // The darkest is laid last, and lies on top.
    for (const layer of [...layers].reverse()) {
      const png = await encode(layer.rgba, layer.widthPx, layer.heightPx);
      own.push(layerXml(layer.name, put(`data/layer${String(++number).padStart(4, '0')}.png`, png), layer));
    }
    xml.push(`<stack name="${escaped(name)}" opacity="1.0" visibility="visible">${own.join('')}</stack>`);
  }
  const white = new Uint8ClampedArray(4 * widthPx * heightPx).fill(255);
  xml.push(layerXml('Paper', put('data/paper.png', await encode(white, widthPx, heightPx)), origin));
  const stack = `<?xml version="1.0" encoding="UTF-8"?>\n<image version="0.0.6" w="${widthPx}" h="${heightPx}" xres="${Math.round(dotsPerInch)}" yres="${Math.round(dotsPerInch)}"><stack>${xml.join('')}</stack></image>\n`;
  files['stack.xml'] = [strToU8(stack), { level: 6 }];
  put('mergedimage.png', merged);
  put('Thumbnails/thumbnail.png', thumbnail);
  return zipSync(files);
}
