import type { Lab } from '#model/marker';
import { hexOfLab } from '#core/colour/lab';
import { linearRgb } from '#core/colour/modes';
import { seeded } from '#core/sharing/seeded';
import type { RgbImage } from '#core/swatch/find-page';
import type { SwatchCell, SwatchLayout } from '#core/swatch/swatch-sheet';

/** How a sheet was coloured, and how it was photographed. */
export type Shot = {
  /** The dry ink of a cell; null: nobody coloured it. */
  inkOf: (cell: SwatchCell) => Lab | null;
  paper: Lab;
  /** A slip of the hand: the cell is filled only halfway. Default: none is. */
  isHalfFilled?: (cell: SwatchCell) => boolean;
  /** At least so many px a mm everywhere. */
  pxPerMm: number;
  /** How far the camera leans, and towards which side, in degrees. 0: a scan. */
  leanDeg: number;
  leanToDeg: number;
  /** Degrees by which the sheet lies turned, clockwise. */
  turnDeg: number;
  /** Share of the light that is lost from one corner to the opposite one. */
  fallOff: number;
  /** Gains of red, green and blue in light, at most 1. */
  cast: readonly [number, number, number];
  /** Of 0 to 255. */
  noiseSigma: number;
  /** Share of a cell that streaks cover at the most. */
  streakShare: number;
  /** What the sheet lies on. */
  table: Lab;
  seed: number;
};

const [paperLabel, blackLabel, firstCell] = [0, 1, 2] as const;
/** The page is laid down with so many px a mm before it is photographed. */
const pagePxPerMm = 12;

type Light = [number, number, number];
function lightOf(lab: Lab): Light {
  const { r, g, b } = linearRgb(hexOfLab(lab)) ?? { r: 0, g: 0, b: 0 };
  return [r, g, b];
}

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

/** Where the eye of a leaning camera sees a place of the page, in mm about the middle of what it sees. */
function projection({ page: { widthMm, heightMm } }: SwatchLayout, { leanDeg, leanToDeg, turnDeg }: Shot) {
  const eyeMm = 420;
  const [lean, to, turn] = [leanDeg, leanToDeg, turnDeg].map((degrees) => (degrees * Math.PI) / 180) as [number, number, number];
  return (xMm: number, yMm: number): [number, number] => {
    const [x, y] = [xMm - widthMm / 2, yMm - heightMm / 2];
    const along = x * Math.cos(to) + y * Math.sin(to);
    const across = -x * Math.sin(to) + y * Math.cos(to);
    const depth = eyeMm / (eyeMm + along * Math.sin(lean));
    const [u, v] = [along * Math.cos(lean) * depth, across * depth];
    const [px, py] = [u * Math.cos(to) - v * Math.sin(to), u * Math.sin(to) + v * Math.cos(to)];
    return [px * Math.cos(turn) - py * Math.sin(turn), px * Math.sin(turn) + py * Math.cos(turn)];
  };
}

/** Solves a square system by elimination; row-major. */
function solved(matrix: number[][], right: number[]): number[] {
  const rows = matrix.map((row, index) => [...row, right[index]!]);
  for (let pivot = 0; pivot < rows.length; pivot++) {
    const best = rows
      .slice(pivot)
      .reduce((at, row, index) => (Math.abs(row[pivot]!) > Math.abs(rows[at]![pivot]!) ? pivot + index : at), pivot);
    [rows[pivot], rows[best]] = [rows[best]!, rows[pivot]!];
    for (let row = 0; row < rows.length; row++) {
      if (row === pivot) continue;
      const factor = rows[row]![pivot]! / rows[pivot]![pivot]!;
      rows[row] = rows[row]!.map((value, column) => value - factor * rows[pivot]![column]!);
    }
  }
  return rows.map((row, index) => row.at(-1)! / row[index]!);
}

/** The projective map from four places to four others. */
function mapped(from: readonly [number, number][], to: readonly [number, number][]): (x: number, y: number) => [number, number] {
  const rows = from.flatMap(([x, y], index) => {
    const [u, v] = to[index]!;
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y],
      [0, 0, 0, x, y, 1, -v * x, -v * y],
    ];
  });
  const [a, b, c, d, e, f, g, h] = solved(rows, to.flat()) as [number, number, number, number, number, number, number, number];
  return (x, y) => {
    const w = g * x + h * y + 1;
    return [(a * x + b * y + c) / w, (d * x + e * y + f) / w];
  };
}

const coded = (light: number): number => 255 * (light <= 0.0031308 ? 12.92 * light : 1.055 * Math.max(0, light) ** (1 / 2.4) - 0.055);

/** Two numbers of a normal spread (Box and Muller 1958). */
function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** A printed swatch sheet, coloured with inks that are known and photographed askew in uneven light: what a maker would drop, without any paper. */
export function photographSheet(layout: SwatchLayout, shot: Shot): RgbImage {
  const random = seeded(shot.seed);
  const { widthMm, heightMm } = layout.page;
  const page = printed(layout);
  const project = projection(layout, shot);
  const corners: [number, number][] = [
    [0, 0],
    [widthMm, 0],
    [widthMm, heightMm],
    [0, heightMm],
  ];
  const seen = corners.map(([x, y]) => project(x, y));
  // The far side of a leaning sheet is seen smallest.
  const smallest = Math.min(
    ...corners.map(
      ([x, y], at) =>
        Math.hypot(seen[at]![0] - seen[(at + 1) % 4]![0], seen[at]![1] - seen[(at + 1) % 4]![1]) /
        Math.hypot(x - corners[(at + 1) % 4]![0], y - corners[(at + 1) % 4]![1]),
    ),
  );
  const scale = shot.pxPerMm / smallest;
  const rimMm = 8;
  const [left, top] = [0, 1].map((at) => Math.min(...seen.map((own) => own[at as 0 | 1])) - rimMm) as [number, number];
  const [right, bottom] = [0, 1].map((at) => Math.max(...seen.map((own) => own[at as 0 | 1])) + rimMm) as [number, number];
  const [width, height] = [Math.round((right - left) * scale), Math.round((bottom - top) * scale)];
  const toPage = mapped(
    seen.map(([x, y]): [number, number] => [(x - left) * scale, (y - top) * scale]),
    corners,
  );
  const paper = lightOf(shot.paper);
  const table = lightOf(shot.table);
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
    if (xMm < 0 || yMm < 0 || xMm >= widthMm || yMm >= heightMm) return table;
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
  const data = new Uint8Array(3 * width * height);
  const diagonal = Math.hypot(width, height);
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i += 3) {
      const sum: Light = [0, 0, 0];
      for (const [dx, dy] of [
        [0.25, 0.25],
        [0.75, 0.25],
        [0.25, 0.75],
        [0.75, 0.75],
      ] as const) {
        const own = lightAt(...toPage(column + dx, row + dy));
        for (const at of [0, 1, 2] as const) sum[at] += own[at] / 4;
      }
      const fall = 1 - (shot.fallOff * Math.hypot(column, row)) / diagonal;
      for (const at of [0, 1, 2] as const)
        data[i + at] = Math.max(0, Math.min(255, Math.round(coded(sum[at] * fall * shot.cast[at]) + shot.noiseSigma * normal(random))));
    }
  }
  return { width, height, data };
}
