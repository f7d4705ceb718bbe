import { mmPerInch } from '#core/raster/resolution';
import { SaxesParser } from 'saxes';

/** CSS: an inch is 96 user units (CSS Values and Units Level 4, absolute lengths). */
const unitsPerInch = 96;
const inchesPer: Record<string, number> = {
  mm: 1 / mmPerInch,
  cm: 10 / mmPerInch,
  q: 0.25 / mmPerInch,
  in: 1,
  pt: 1 / 72,
  pc: 1 / 6,
  px: 1 / unitsPerInch,
};

export type SvgSize = {
  /** In user units, as its own coordinates see it from outside: only their proportion is sure where nothing is stated. */
  width: number;
  height: number;
  /** Width on paper, where the file states it in a unit that has a length. */
  widthMm?: number;
};

type Length = { units: number; isPhysical: boolean };

/** A length of the root; null where there is none, or where it is a share of something. */
function readLength(text: string | undefined): Length | null {
  const match = /^\s*\+?([0-9]*\.?[0-9]+(?:e[+-]?\d+)?)\s*(mm|cm|q|in|pt|pc|px)?\s*$/i.exec(text ?? '');
  if (!match) return null;
  const unit = (match[2] ?? '').toLowerCase();
  const units = Number(match[1]) * (unit === '' ? 1 : (inchesPer[unit] as number) * unitsPerInch);
  return units > 0 && Number.isFinite(units) ? { units, isPhysical: unit !== '' } : null;
}

function readViewBox(text: string | undefined): { width: number; height: number } | null {
  const numbers = (text ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [, , width = 0, height = 0] = numbers;
  return numbers.length === 4 && numbers.every(Number.isFinite) && width > 0 && height > 0 ? { width, height } : null;
}

/** Attributes of the root and where its tag begins in the text, which lineArtSvg wrote. */
function rootOf(text: string): { attributes: Record<string, string>; start: number } {
  const parser = new SaxesParser({ xmlns: false });
  let root: { attributes: Record<string, string>; start: number } | null = null;
  let start = 0;
  parser.on('opentagstart', () => {
    if (!root && start === 0) start = text.lastIndexOf('<', parser.position);
  });
  parser.on('opentag', ({ attributes }) => {
    root ??= { attributes: attributes as Record<string, string>, start };
  });
  // What comes after the root's tag is of no interest here, and was checked before.
  parser.on('error', () => {});
  parser.write(text.slice(0, 200_000));
  return root ?? { attributes: {}, start: 0 };
}

/**
 * How large an SVG is. SVG 2, section 8.2: width and height of the root; where one is missing, by the proportions of its viewBox; where both
 * are, the viewBox itself; where nothing is stated, 300 x 150.
 */
export function sizeOfSvg(text: string): SvgSize {
  const { attributes } = rootOf(text);
  const box = readViewBox(attributes.viewBox);
  const width = readLength(attributes.width);
  const height = readLength(attributes.height);
  const ratio = box ? box.height / box.width : 0.5;
  const wide = width?.units ?? (height ? height.units / ratio : (box?.width ?? 300));
  const tall = height?.units ?? (width ? width.units * ratio : (box?.height ?? 150));
  const stated = width ?? height;
  return { width: wide, height: tall, ...(stated?.isPhysical ? { widthMm: (wide / unitsPerInch) * mmPerInch } : {}) };
}

/**
 * The SVG inside a frame of a wished width in px, to be drawn at `svgDensity`. Drawn by itself, a root in mm would grow with the square of the
 * density, and lengths in mm inside would not fit its coordinates.
 */
export function framedSvg(text: string, widthPx: number): Buffer {
  const { width, height } = sizeOfSvg(text);
  const { attributes, start } = rootOf(text);
  // A share of nothing is the whole of the frame.
  const outer = `viewBox="0 0 ${width} ${height}" width="${(widthPx * 72) / svgDensity}" height="${((widthPx * height) / width) * (72 / svgDensity)}"`;
  const inner = text.slice(start);
  const own =
    attributes.width === undefined && attributes.height !== undefined ? inner.replace(/^<([^\s>/]+)/, `<$1 width="${width}"`) : inner;
  const both =
    attributes.height === undefined && attributes.width !== undefined ? own.replace(/^<([^\s>/]+)/, `<$1 height="${height}"`) : own;
  return Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" ${outer}>${both}</svg>`);
}

/** Dots per inch at which user units are CSS's own, so that lengths in mm inside the drawing fit its coordinates. */
export const svgDensity = unitsPerInch;
