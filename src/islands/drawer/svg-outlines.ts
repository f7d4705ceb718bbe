import { mmPerInch } from '#core/raster/resolution';
import { withFewer } from '#core/outline/clipped';
import { areaMm2, clockwise, type OutlineMm } from '#core/outline/outline';
import { cleanText } from '#model/text';

/** Shapes of an SVG that are closed or can be. */
const shapes = 'path, rect, circle, ellipse, polygon';
const mostShapes = 40;
/** Places along a shape lie so close that a corner between two of them loses less than half of this; what lies on the way is left out again. */
const stepMm = 0.06;
const straightMm = 0.01;
const mostBytes = 4_000_000;
/** px of CSS (CSS Values and Units 3). */
const unitMm: Record<string, number> = { mm: 1, cm: 10, in: mmPerInch, pt: mmPerInch / 72, pc: mmPerInch / 6 };

type Read = { outlines: { name: string; outline: OutlineMm }[] } | { problem: string };

function lengthMm(text: string | null): number | null {
  const match = /^\s*([\d.]+)\s*(mm|cm|in|pt|pc)\s*$/.exec(text ?? '');
  const value = Number(match?.[1]) * (unitMm[match?.[2] ?? ''] ?? Number.NaN);
  return value > 0 ? value : null;
}

/**
 * Closed outlines that an SVG draws, in mm by its width and view box, the largest first. The browser's own geometry walks along them; nothing of the file is shown, run or
 * fetched: its shapes are drawn anew by their numbers alone.
 */
export function readSvgOutlines(text: string): Read {
  if (text.length > mostBytes) return { problem: 'This SVG is larger than 4 MB: a die has one outline. Save only that.' };
  const file = new DOMParser().parseFromString(text, 'image/svg+xml');
  const root = file.documentElement;
  if (root.localName !== 'svg' || file.querySelector('parsererror'))
    return { problem: 'This is no SVG that can be read. Save it anew from the drawing program.' };
  const widthMm = lengthMm(root.getAttribute('width'));
  const [, , boxWidth = Number.NaN] = (root.getAttribute('viewBox') ?? '').split(/[\s,]+/).map(Number);
  if (widthMm === null || !(boxWidth > 0))
    return {
      problem:
        'It does not say how wide it is on paper: its width has to stand in mm, cm or in, with a view box. Save it with a page size in mm.',
    };
  const scale = widthMm / boxWidth;
  const bench = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  bench.setAttribute('style', 'position:absolute;width:0;height:0;visibility:hidden');
  document.body.append(bench);
  try {
    const found = [...root.querySelectorAll(shapes)].slice(0, mostShapes).flatMap((shape) => {
      const outline = walk(shape, bench, scale);
      const name = cleanText(shape.getAttribute('id') ?? '', 60) || 'Outline';
      return outline && areaMm2(outline) > 1 ? [{ name, outline: clockwise(outline) }] : [];
    });
    if (found.length === 0) return { problem: 'There is no closed shape in it. Draw the outline as one closed path.' };
    return { outlines: found.sort((one, other) => areaMm2(other.outline) - areaMm2(one.outline)) };
  } finally {
    bench.remove();
  }
}

/** Places along a shape, with what its groups move and turn; null where it has no length. */
function walk(shape: Element, bench: SVGSVGElement, scale: number): OutlineMm | null {
  // Groups from the outside in, each with nothing but its transform.
  const path: Element[] = [];
  for (let one: Element | null = shape; one && one.localName !== 'svg'; one = one.parentElement) path.unshift(one);
  let parent: SVGElement = bench;
  for (const one of path) {
    const own = document.createElementNS('http://www.w3.org/2000/svg', one === shape ? shape.localName : 'g');
    for (const { name, value } of one.attributes) {
      if (/^(transform|d|points|x|y|width|height|rx|ry|cx|cy|r)$/.test(name)) own.setAttribute(name, value);
    }
    parent.append(own);
    parent = own;
  }
  if (!(parent instanceof SVGGeometryElement)) return null;
  const matrix = parent.getCTM();
  const length = parent.getTotalLength();
  if (!matrix || !(length > 0)) return null;
  const grow = Math.sqrt(Math.abs(matrix.a * matrix.d - matrix.b * matrix.c)) * scale;
  const count = Math.min(12_000, Math.max(12, Math.ceil((length * grow) / stepMm)));
  const places = Array.from({ length: count }, (_, step) => {
    const { x, y } = (parent as SVGGeometryElement).getPointAtLength((length * step) / count).matrixTransform(matrix);
    return [x * scale, y * scale] as const;
  });
  return withFewer(places, straightMm);
}
