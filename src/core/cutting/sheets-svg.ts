import { digits, drawingInMm, escaped } from '#core/outline/outlines-svg';
import { type CutNode, partsOf } from './cut-tree';

/** Between sheets, in mm. */
const gapMm = 10;

/**
 * Sheets with their pieces as an SVG 2 in mm, beside each other: the sheet, each piece with its name, and rests dashed.
 * @param names of pieces, by their ids.
 */
export function sheetsSvg(sheets: readonly { title: string; tree: CutNode }[], names: ReadonlyMap<string, string>): string {
  let xMm = gapMm;
  const rect = ({ xMm: x, yMm: y, widthMm, heightMm }: CutNode, title: string, more = '') =>
    `<rect x="${digits(x)}" y="${digits(y)}" width="${digits(widthMm)}" height="${digits(heightMm)}"${more}><title>${escaped(title)}</title></rect>`;
  const groups = sheets.map(({ title, tree }) => {
    const leaves = [...partsOf(tree)].filter(({ cut, widthMm, heightMm }) => !cut && widthMm > 0 && heightMm > 0);
    const at = xMm;
    xMm += tree.widthMm + gapMm;
    return [
      `<g transform="translate(${digits(at)} ${digits(gapMm)})">`,
      rect(tree, title),
      ...leaves.map((leaf) =>
        leaf.piece === undefined ? rect(leaf, 'rest', ' stroke-dasharray="2 2"') : rect(leaf, names.get(leaf.piece) ?? leaf.piece),
      ),
      '</g>',
    ].join('\n');
  });
  return drawingInMm(xMm, Math.max(0, ...sheets.map(({ tree }) => tree.heightMm)) + 2 * gapMm, groups);
}
