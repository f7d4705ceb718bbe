import type { Lab } from '#model/marker';
import { hexOfLab } from '#core/colour/lab';
import { linearRgb } from '#core/colour/modes';
import { seeded } from '#core/sharing/seeded';
import type { RgbImage } from '#core/swatch/find-page';

/** How a sheet of paper is photographed. */
export type Camera = {
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
  /** What the sheet lies on. */
  table: Lab;
  seed: number;
};

/** Amounts of red, green and blue light, 0 to 1. */
export type Light = [number, number, number];
export function lightOf(lab: Lab): Light {
  const { r, g, b } = linearRgb(hexOfLab(lab)) ?? { r: 0, g: 0, b: 0 };
  return [r, g, b];
}

/** A flat sheet: its size, and the light that it gives back at a place, in mm from its left top. */
export type Sheet = { widthMm: number; heightMm: number; lightAt: (xMm: number, yMm: number) => Light };

/** Where the eye of a leaning camera sees a place of the page, in mm about the middle of what it sees. */
function projection({ widthMm, heightMm }: Pick<Sheet, 'widthMm' | 'heightMm'>, { leanDeg, leanToDeg, turnDeg }: Camera) {
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

/** Where a sheet lies in its photo, and how large that is. */
type Laid = { width: number; height: number; corners: [number, number][]; seen: [number, number][] };

/** Corners of a sheet in mm, and where they are seen in its photo, in px. */
function laid(sheet: Pick<Sheet, 'widthMm' | 'heightMm'>, shot: Camera): Laid {
  const { widthMm, heightMm } = sheet;
  const project = projection(sheet, shot);
  const corners: [number, number][] = [
    [0, 0],
    [widthMm, 0],
    [widthMm, heightMm],
    [0, heightMm],
  ];
  const own = corners.map(([x, y]) => project(x, y));
  // The far side of a leaning sheet is seen smallest.
  const smallest = Math.min(
    ...corners.map(
      ([x, y], at) =>
        Math.hypot(own[at]![0] - own[(at + 1) % 4]![0], own[at]![1] - own[(at + 1) % 4]![1]) /
        Math.hypot(x - corners[(at + 1) % 4]![0], y - corners[(at + 1) % 4]![1]),
    ),
  );
  const scale = shot.pxPerMm / smallest;
  const rimMm = 8;
  const [left, top] = [0, 1].map((at) => Math.min(...own.map((place) => place[at as 0 | 1])) - rimMm) as [number, number];
  const [right, bottom] = [0, 1].map((at) => Math.max(...own.map((place) => place[at as 0 | 1])) + rimMm) as [number, number];
  const [width, height] = [Math.round((right - left) * scale), Math.round((bottom - top) * scale)];
  return { width, height, corners, seen: own.map(([x, y]): [number, number] => [(x - left) * scale, (y - top) * scale]) };
}

/** Where a place of a sheet, in mm, is seen in its photo, in px: the truth that a photo is lined up against. */
export function seenInPhoto(sheet: Pick<Sheet, 'widthMm' | 'heightMm'>, shot: Camera): (xMm: number, yMm: number) => [number, number] {
  const { corners, seen } = laid(sheet, shot);
  return mapped(corners, seen);
}

/** Photographs a sheet askew in uneven light, with noise: four looks a px, so that edges are as soft as a lens leaves them. */
export function photograph(sheet: Sheet, shot: Camera): RgbImage {
  const random = seeded(shot.seed);
  const { widthMm, heightMm } = sheet;
  const { width, height, corners, seen } = laid(sheet, shot);
  const toPage = mapped(seen, corners);
  const table = lightOf(shot.table);
  const lightAt = (xMm: number, yMm: number): Light =>
    xMm < 0 || yMm < 0 || xMm >= widthMm || yMm >= heightMm ? table : sheet.lightAt(xMm, yMm);
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
