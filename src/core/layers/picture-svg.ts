import { contours } from 'd3';
import simplify from 'simplify-js';
import { escaped } from './xml-text';

/** A shape of an SVG: polygons with their holes, in mm. */
export type Shape = { name: string; fillHex: string; rings: readonly (readonly (readonly [xMm: number, yMm: number])[])[] };

/** Vertices that lie within so many px of the line between their neighbours are left out. */
const slackPx = 0.35;

/**
 * Outlines of what is covered, at half cover, as rings in mm: outer ones and holes (marching squares as in d3-contour, with linear interpolation).
 * @param cover of each pixel, 0 to 1, row-major. @param box only there. Default: everywhere.
 */
export function outlinesOf(
  cover: (x: number, y: number) => number,
  { widthPx, heightPx, pxPerMm }: { widthPx: number; heightPx: number; pxPerMm: number },
  box: { left: number; top: number; right: number; bottom: number } = { left: 0, top: 0, right: widthPx - 1, bottom: heightPx - 1 },
): Shape['rings'] {
  // A rim of nothing, so that what lies at the edge has its outline there.
  const [wide, tall] = [box.right - box.left + 3, box.bottom - box.top + 3];
  const values = new Array<number>(wide * tall).fill(0);
  for (let y = box.top; y <= box.bottom; y++)
    for (let x = box.left; x <= box.right; x++) values[(y - box.top + 1) * wide + x - box.left + 1] = cover(x, y);
  const { coordinates } = contours().size([wide, tall]).smooth(true).contour(values, 0.5);
  return coordinates.flatMap((polygon) =>
    polygon.flatMap((ring) => {
      const points = simplify(
        ring.map(([x = 0, y = 0]) => ({ x, y })),
        slackPx,
        true,
      );
      if (points.length < 4) return [];
      const mm = (px: number, from: number, most: number) => Math.min(most, Math.max(0, px - 1 + from)) / pxPerMm;
      return [points.map(({ x, y }) => [mm(x, box.left, widthPx), mm(y, box.top, heightPx)] as const)];
    }),
  );
}

const hundredth = (mm: number): number => Math.round(mm * 100) / 100;
export type SvgOptions = {
  widthMm: number;
  heightMm: number;
  title: string;
  /** A picture below the shapes, as large as all, as an address (data: or a file beside it). Default none. */
  pictureHref?: string;
};

/** Shapes as an SVG at true size, one path a shape with its name, the first at the bottom; a unit is a mm (SVG 2, 8.2: viewBox and size in mm). */
export function shapesSvg(shapes: readonly Shape[], { widthMm, heightMm, title, pictureHref }: SvgOptions): string {
  const path = ({ name, fillHex, rings }: Shape) => {
    const d = rings.map((ring) => `M${ring.map(([x, y]) => `${hundredth(x)} ${hundredth(y)}`).join('L')}Z`).join('');
    return `<path aria-label="${escaped(name)}" fill="${fillHex}" fill-rule="evenodd" d="${d}"><title>${escaped(name)}</title></path>`;
  };
  const [wide, tall] = [hundredth(widthMm), hundredth(heightMm)];
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${wide}mm" height="${tall}mm" viewBox="0 0 ${wide} ${tall}">`,
    `<title>${escaped(title)}</title>`,
    ...(pictureHref ? [`<image width="${wide}" height="${tall}" preserveAspectRatio="none" href="${escaped(pictureHref)}"/>`] : []),
    ...shapes.map(path),
    '</svg>',
    '',
  ].join('\n');
}
