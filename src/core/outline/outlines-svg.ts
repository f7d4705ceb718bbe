import { boundsMm, movedTo, type OutlineMm } from './outline';

/** A text as it stands in an XML file. */
export const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
/** A length in mm as a file has it: a blade follows no less. */
export const digits = (mm: number): string => String(Math.round(mm * 1000) / 1000);

/** A drawing of fine lines as an SVG 2 that is so large in mm, its units mm. */
export function drawingInMm(widthMm: number, heightMm: number, content: readonly string[]): string {
  const [wide, high] = [digits(widthMm), digits(heightMm)];
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${wide}mm" height="${high}mm" viewBox="0 0 ${wide} ${high}">`,
    '<g fill="none" stroke="#000000" stroke-width="0.1">',
    ...content,
    '</g>',
    '</svg>',
    '',
  ].join('\n');
}

/**
 * Outlines as an SVG 2 in mm, for whoever has a cutting machine: one path each, with its name, beside each other from the left, a row below when it grows wider than said. Rims are in the outlines already.
 * @param options.gapMm between them and round all. Default 5. @param options.mostMm the width from which on another row begins. Default 300.
 */
export function outlinesSvg(
  rows: readonly { name: string; outline: OutlineMm }[],
  { gapMm = 5, mostMm = 300 }: { gapMm?: number; mostMm?: number } = {},
): string {
  let [xMm, yMm, rowMm, widthMm] = [gapMm, gapMm, 0, 0];
  const paths = rows.map(({ name, outline }) => {
    const bounds = boundsMm(outline);
    if (xMm > gapMm && xMm + bounds.widthMm + gapMm > mostMm) [xMm, yMm, rowMm] = [gapMm, yMm + rowMm + gapMm, 0];
    const places = movedTo(outline, xMm, yMm).map(([x, y]) => `${digits(x)} ${digits(y)}`);
    xMm += bounds.widthMm + gapMm;
    rowMm = Math.max(rowMm, bounds.heightMm);
    widthMm = Math.max(widthMm, xMm);
    return `<path d="M${places.join('L')}Z"><title>${escaped(name)}</title></path>`;
  });
  return drawingInMm(Math.max(gapMm, widthMm), yMm + rowMm + gapMm, paths);
}
