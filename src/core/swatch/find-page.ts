import { areSoundCorners, frameOf } from '#core/photo/frame';
import { convexHull, type Point } from '#core/raster/convex-hull';
import { labelComponents } from '#core/raster/components';
import { codeAt } from './page-layout';
import { codeModules, markMiddles, type SwatchLayout } from './swatch-sheet';

/** A photo or scan: R, G, B, row by row. */
export type RgbImage = { width: number; height: number; data: Uint8Array };

/** Where a place of the page, in mm, lies on the photo, in px; and how many px a mm has there on average. */
export type PageOnPhoto = { toPx: (xMm: number, yMm: number) => readonly [number, number]; pxPerMm: number };

/** Marks are looked for on a small copy, its longer side so many px at the most. */
const smallPx = 1500;
/** Darker than this share of what lies about it is a mark, or ink. */
const darkShare = 0.6;
/** Marks and their surroundings, as shares of the photo's shorter side. */
const aboutShare = 0.09;
const leastMarkShare = 0.008;
const mostMarkShare = 0.09;
/** Of modules of the number so many have to be as printed. */
const isThisSheet = 0.93;
const isSomeSheet = 0.9;
/** With fewer px a mm cells are not read. */
export const leastPxPerMm = 3.5;

type Small = { width: number; height: number; grey: Float32Array; scale: number };

/** A small copy, each of its px the mean of those that it stands for, 0 to 255. */
function smallCopy({ width, height, data }: RgbImage): Small {
  const scale = Math.max(1, Math.ceil(Math.max(width, height) / smallPx));
  const [columns, rows] = [Math.floor(width / scale), Math.floor(height / scale)];
  const grey = new Float32Array(columns * rows);
  for (let row = 0; row < rows * scale; row++) {
    const to = Math.floor(row / scale) * columns;
    for (let column = 0; column < columns * scale; column++) {
      const from = 3 * (row * width + column);
      grey[to + Math.floor(column / scale)]! += data[from]! + data[from + 1]! + data[from + 2]!;
    }
  }
  const share = 3 * scale * scale;
  for (let i = 0; i < grey.length; i++) grey[i]! /= share;
  return { width: columns, height: rows, grey, scale };
}

/** Where it is darker than its surroundings, by sums over a square about each px. */
function darkPlaces({ width, height, grey }: Small): Uint8Array {
  const reach = Math.max(4, Math.round((aboutShare * Math.min(width, height)) / 2));
  const across = width + 1;
  const sums = new Float64Array(across * (height + 1));
  for (let row = 0; row < height; row++) {
    let line = 0;
    for (let column = 0; column < width; column++) {
      line += grey[row * width + column]!;
      sums[(row + 1) * across + column + 1] = sums[row * across + column + 1]! + line;
    }
  }
  const dark = new Uint8Array(width * height);
  for (let row = 0; row < height; row++) {
    const [top, bottom] = [Math.max(0, row - reach), Math.min(height, row + reach + 1)];
    for (let column = 0; column < width; column++) {
      const [left, right] = [Math.max(0, column - reach), Math.min(width, column + reach + 1)];
      const sum = sums[bottom * across + right]! - sums[top * across + right]! - sums[bottom * across + left]! + sums[top * across + left]!;
      const mean = sum / ((bottom - top) * (right - left));
      if (grey[row * width + column]! < darkShare * mean) dark[row * width + column] = 1;
    }
  }
  return dark;
}

/** Middles of what is dark, full and four-sided, in px of the photo. */
function markCandidates(small: Small): Point[] {
  const { width, height, scale } = small;
  const { labels, count } = labelComponents({ width, height, data: darkPlaces(small) });
  const sums = Array.from({ length: count + 1 }, () => ({ px: 0, x: 0, y: 0, xx: 0, xy: 0, yy: 0 }));
  for (let i = 0; i < labels.length; i++) {
    const own = sums[labels[i]!]!;
    if (labels[i] === 0) continue;
    const [x, y] = [i % width, Math.floor(i / width)];
    own.px++;
    own.x += x;
    own.y += y;
    own.xx += x * x;
    own.xy += x * y;
    own.yy += y * y;
  }
  const shorter = Math.min(width, height);
  return sums.slice(1).flatMap(({ px, x, y, xx, xy, yy }): Point[] => {
    if (px < (leastMarkShare * shorter) ** 2 || px > (mostMarkShare * shorter) ** 2) return [];
    const [mx, my] = [x / px, y / px];
    // A full parallelogram has twelve times the root of its spread's determinant as its area, however it lies; a px spreads by a twelfth.
    const [a, b, c] = [xx / px - mx * mx + 1 / 12, xy / px - mx * my, yy / px - my * my + 1 / 12];
    const fullness = px / (12 * Math.sqrt(Math.max(1e-9, a * c - b * b)));
    return fullness > 0.9 && fullness < 1.08 ? [[(mx + 0.5) * scale, (my + 0.5) * scale]] : [];
  });
}

const finderSize = 8;
/** Modules that are the same on every sheet: the three finders with their rims, and the timing lines. */
const isFixed = (row: number, column: number): boolean => {
  const far = codeAt.modules - finderSize;
  return (row < finderSize && (column < finderSize || column >= far)) || (row >= far && column < finderSize) || row === 6 || column === 6;
};

function greyAt({ width, height, data }: RgbImage, x: number, y: number): number {
  const [column, row] = [Math.round(x - 0.5), Math.round(y - 0.5)];
  if (column < 0 || row < 0 || column >= width || row >= height) return 255;
  const i = 3 * (row * width + column);
  return data[i]! + data[i + 1]! + data[i + 2]!;
}

/** Places within a module: its middle alone may be a speck. */
const placesOfModule = [
  [0, 0],
  [0.2, 0.2],
  [-0.2, 0.2],
  [0.2, -0.2],
  [-0.2, -0.2],
] as const;

type Likeness = { all: number; fixed: number };

/** How far the modules that are the same on every sheet look as they do, at a glance: 1 all of them, 0.5 as chance would have it. */
function glance(image: RgbImage, { toPx }: PageOnPhoto, modules: readonly (readonly boolean[])[]): number {
  const { xMm, yMm, moduleMm } = codeAt;
  const [dark, light]: [number[], number[]] = [[], []];
  for (const [down, row] of modules.entries())
    for (const [across, isDark] of row.entries())
      if (isFixed(down, across))
        (isDark ? dark : light).push(greyAt(image, ...toPx(xMm + (across + 0.5) * moduleMm, yMm + (down + 0.5) * moduleMm)));
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const middle = (mean(dark) + mean(light)) / 2;
  return (dark.filter((value) => value < middle).length + light.filter((value) => value >= middle).length) / (dark.length + light.length);
}

/** Shares of modules that are as printed: of all, and of those that are the same on every sheet. */
function likeness(image: RgbImage, { toPx }: PageOnPhoto, modules: readonly (readonly boolean[])[]): Likeness {
  const { xMm, yMm, moduleMm } = codeAt;
  const seen = modules.flatMap((row, down) =>
    row.map((isDark, across) => {
      let sum = 0;
      for (const [dx, dy] of placesOfModule)
        sum += greyAt(image, ...toPx(xMm + (across + 0.5 + dx) * moduleMm, yMm + (down + 0.5 + dy) * moduleMm));
      return { isDark, grey: sum / placesOfModule.length, isFixed: isFixed(down, across) };
    }),
  );
  const mean = (some: typeof seen) => some.reduce((sum, { grey }) => sum + grey, 0) / Math.max(1, some.length);
  const known = seen.filter((own) => own.isFixed);
  const middle = (mean(known.filter(({ isDark }) => isDark)) + mean(known.filter(({ isDark }) => !isDark))) / 2;
  const share = (some: typeof seen) => some.filter(({ grey, isDark }) => grey < middle === isDark).length / some.length;
  return { all: share(seen), fixed: share(known) };
}

/** The page laid onto four places of the photo, the corner marks from the left top clockwise; null: no sheet can lie so. */
function laidOn({ width, height }: RgbImage, { page }: Pick<SwatchLayout, 'page'>, marks: readonly Point[]): PageOnPhoto | null {
  const side = Math.max(width, height);
  const corners = marks.map(([x, y]) => [x / side, y / side]) as Parameters<typeof areSoundCorners>[0];
  if (!areSoundCorners(corners)) return null;
  const { toOriginal } = frameOf({ corners, evenLight: false });
  const [[leftMm, topMm], , [rightMm, bottomMm]] = markMiddles(page) as [[number, number], [number, number], [number, number]];
  const toPx = (xMm: number, yMm: number): readonly [number, number] => {
    const [u, v] = toOriginal((xMm - leftMm) / (rightMm - leftMm), (yMm - topMm) / (bottomMm - topMm));
    return [u * side, v * side];
  };
  const [a, b, c] = marks as [Point, Point, Point];
  const longPx = Math.hypot(c[0] - b[0], c[1] - b[1]);
  const widePx = Math.hypot(b[0] - a[0], b[1] - a[1]);
  return { toPx, pxPerMm: Math.min(longPx / (bottomMm - topMm), widePx / (rightMm - leftMm)) };
}

/** All ways to choose so many of a list, in their order. */
function choices<T>(items: readonly T[], count: number): T[][] {
  if (count === 0) return [[]];
  return items.flatMap((item, index) => choices(items.slice(index + 1), count - 1).map((rest) => [item, ...rest]));
}

const mostCorners = 12;

/** How the page may lie on the photo, the likeliest first: by what is the same on every sheet. @returns how many marks there are, too. */
function placings(image: RgbImage, page: SwatchLayout['page'], found: readonly Point[]): { hull: number; tried: PageOnPhoto[] } {
  const hull = convexHull([...found]).slice(0, mostCorners);
  const modules = codeModules(anySheet);
  const tried = (hull.length < 4 ? [] : choices(hull, 4)).flatMap((four) =>
    [0, 1, 2, 3].flatMap((turn) => {
      const own = laidOn(image, { page }, [...four.slice(turn), ...four.slice(0, turn)]);
      return own ? [{ page: own, share: glance(image, own, modules) }] : [];
    }),
  );
  tried.sort((one, other) => other.share - one.share);
  return { hull: hull.length, tried: tried.slice(0, 4).map((own) => own.page) };
}

/** A number that no sheet has: its fixed modules are those of every one. */
const anySheet = `AQ${'0'.repeat(18)}`;

/** Which of some sheets a photo shows; null: none of them, or nothing that can be told. */
export function recogniseSheet<L extends Pick<SwatchLayout, 'page' | 'sheet'>>(image: RgbImage, layouts: readonly L[]): L | null {
  const found = markCandidates(smallCopy(image));
  let best: { layout: L; share: number } | null = null;
  const sizes = new Map(layouts.map(({ page }) => [`${page.widthMm} ${page.heightMm}`, page]));
  for (const [size, page] of sizes) {
    const { tried } = placings(image, page, found);
    for (const layout of layouts) {
      if (`${layout.page.widthMm} ${layout.page.heightMm}` !== size) continue;
      const modules = codeModules(layout.sheet);
      for (const own of tried) {
        const share = likeness(image, own, modules).all;
        if (share >= isThisSheet && (!best || share > best.share)) best = { layout, share };
      }
    }
  }
  return best?.layout ?? null;
}

/** Finds a printed page in a photo by its corner marks and its number, whichever way round it lies. */
export function findPage(image: RgbImage, layout: Pick<SwatchLayout, 'page' | 'sheet'>): PageOnPhoto | { problem: string } {
  const { hull, tried } = placings(image, layout.page, markCandidates(smallCopy(image)));
  const modules = codeModules(layout.sheet);
  let best: ({ page: PageOnPhoto } & Likeness) | null = null;
  for (const page of tried) {
    const own = likeness(image, page, modules);
    if (!best || own.fixed + own.all > best.fixed + best.all) best = { page, ...own };
  }
  if (best && best.all >= isThisSheet) {
    if (best.page.pxPerMm < leastPxPerMm)
      return {
        problem: `The picture is too small: ${best.page.pxPerMm.toFixed(1)} px a mm. Photograph it nearer, or scan it with 150 dots per inch or more.`,
      };
    return best.page;
  }
  if (best && best.fixed >= isSomeSheet)
    return best.all < 0.8
      ? {
          problem:
            'This is another sheet: its number is not the one that was asked for. Choose the sheet that this is, or drop its own picture.',
        }
      : { problem: 'The sheet’s number cannot be read: the picture is blurred, or too small. Hold the camera still, and nearer.' };
  if (hull < 3)
    return {
      problem:
        'No corner marks were found. Lay the sheet flat and evenly lit, and photograph or scan all of it, with its four black marks in the picture.',
    };
  return {
    problem:
      'The four corner marks do not belong together: a corner is cut off or covered, or the picture is blurred. Photograph the whole sheet again, with all four black marks free.',
  };
}
