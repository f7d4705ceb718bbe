import type { Lab } from '#model/marker';
import { seeded } from '#core/sharing/seeded';
import type { RgbImage } from '#core/swatch/find-page';
import type { SwatchCell, SwatchLayout } from '#core/swatch/swatch-sheet';
import { type Camera, type Light, lightOf, photograph } from './photograph';

/** How a sheet was coloured, and how it was photographed. */
export type Shot = Camera & {
  /** The dry ink of a cell; null: nobody coloured it. */
  inkOf: (cell: SwatchCell) => Lab | null;
  paper: Lab;
  /** A slip of the hand: the cell is filled only halfway. Default: none is. */
  isHalfFilled?: (cell: SwatchCell) => boolean;
  /** Share of a cell that streaks cover at the most. */
  streakShare: number;
};

const [paperLabel, blackLabel, firstCell] = [0, 1, 2] as const;
/** The page is laid down with so many px a mm before it is photographed. */
const pagePxPerMm = 12;

/** What lies where on the page: paper, black, or a cell by its number. */
function printed({ page, shapes, cells }: SwatchLayout): { width: number; height: number; labels: Uint16Array } {
  const [width, height] = [Math.round(page.widthMm * pagePxPerMm), Math.round(page.heightMm * pagePxPerMm)];
  const labels = new Uint16Array(width * height).fill(paperLabel);
  const fill = (fromX: number, fromY: number, toX: number, toY: number, label: number) => {
    for (let row = Math.round(fromY * pagePxPerMm); row < Math.round(toY * pagePxPerMm); row++)
      for (let column = Math.round(fromX * pagePxPerMm); column < Math.round(toX * pagePxPerMm); column++)
        labels[row * width + column] = label;
  };
  for (const [index, { xMm, yMm, widthMm, heightMm }] of cells.entries()) fill(xMm, yMm, xMm + widthMm, yMm + heightMm, firstCell + index);
  for (const { points } of shapes) {
    const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
    fill(Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys), blackLabel);
  }
  return { width, height, labels };
}

/** Streaks of a cell: bands along it that the nib left out or went over twice, as shares of its height. */
function streaksOf(random: () => number, share: number): { from: number; to: number; factor: number }[] {
  const streaks: { from: number; to: number; factor: number }[] = [];
  for (let left = share * random(); left > 0.03; ) {
    const own = Math.min(left, 0.05 + 0.1 * random());
    const from = random() * (1 - own);
    streaks.push({ from, to: from + own, factor: random() < 0.5 ? 1.25 : 0.75 });
    left -= own;
  }
  return streaks;
}

/** A printed swatch sheet, coloured with inks that are known and photographed askew in uneven light: what a maker would drop, without any paper. */
export function photographSheet(layout: SwatchLayout, shot: Shot): RgbImage {
  const random = seeded(shot.seed);
  const page = printed(layout);
  const paper = lightOf(shot.paper);
  const black: Light = [0.02, 0.02, 0.02];
  const cells = layout.cells.map((cell) => {
    const ink = shot.inkOf(cell);
    return {
      cell,
      light: ink ? lightOf(ink) : paper,
      streaks: ink ? streaksOf(random, shot.streakShare) : [],
      filled: shot.isHalfFilled?.(cell) ? 0.5 : 1,
    };
  });
  const lightAt = (xMm: number, yMm: number): Light => {
    const label =
      page.labels[
        Math.min(page.height - 1, Math.floor(yMm * pagePxPerMm)) * page.width + Math.min(page.width - 1, Math.floor(xMm * pagePxPerMm))
      ]!;
    if (label === paperLabel) return paper;
    if (label === blackLabel) return black;
    const { cell, light, streaks, filled } = cells[label - firstCell]!;
    if (xMm > cell.xMm + filled * cell.widthMm) return paper;
    const share = (yMm - cell.yMm) / cell.heightMm;
    const streak = streaks.find(({ from, to }) => share >= from && share < to);
    return streak ? (light.map((own, at) => Math.min(paper[at]!, own * streak.factor)) as Light) : light;
  };
  return photograph({ ...layout.page, lightAt }, { ...shot, seed: shot.seed + 1 });
}
