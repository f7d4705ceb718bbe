import type { Lab } from '#model/marker';
import { deltaE00 } from '#core/colour/difference';
import { linearRgb } from '#core/colour/modes';
import { besideMm, pitchMm, cellMm } from './page-layout';
import { findPage, type PageOnPhoto, type RgbImage } from './find-page';
import type { SwatchCell, SwatchLayout } from './swatch-sheet';
import { labBeside, type RgbMean } from './lab-beside';
import { usualPaper } from './usual-paper';

/** `empty`: as bare as the paper. `patchy`: no one colour in it. `swapped`: two coats lighter than one. `clipped`: brighter or darker than the picture can tell. */
export type SwatchFlag = 'empty' | 'patchy' | 'swapped' | 'clipped';
/** `lab` on that paper; `spread`: median CIEDE2000 of its places from that colour. */
export type ReadCell = { markerId: string; coats: 1 | 2; lab: Lab; spread: number; flags: SwatchFlag[] };

export type ReadOptions = {
  /** Colour of the bare paper. Default L* 95, neutral. */
  paper?: Lab;
};

type Rgb = RgbMean;

/** Places so far apart are told apart, in mm; each is the mean of what lies within. */
const placeMm = 0.6;
/** Ink over the border, and what compression smears across it, are left out: so far inwards, in mm. */
const insetMm = 1;
/** Bare paper is read in the gaps beside a cell, so far from their sides. */
const paperInsetMm = 0.9;
/** Places within this of each other are of one colour (CIE 1976 distance). */
const alike = 4;
const emptyDeltaE = 1.8;
/** Of an empty cell nearly all is bare; one that is half filled is not empty. */
const bareShare = 0.85;
const patchySpread = 2.5;
const patchyShare = 0.55;
const swappedL = 1.5;
/** Values of 0 to 255 beyond which a picture tells no more. */
const [tooDark, tooBright] = [1, 253] as const;

/** Mean values of places in a box of the page, as the picture has them: noise is even there, in light it is not. */
function placesIn(image: RgbImage, { toPx, pxPerMm }: PageOnPhoto, xMm: number, yMm: number, widthMm: number, heightMm: number): Rgb[] {
  const [across, down] = [Math.max(1, Math.floor(widthMm / placeMm)), Math.max(1, Math.floor(heightMm / placeMm))];
  const fine = Math.max(2, Math.min(6, Math.round(placeMm * pxPerMm)));
  const { width, height, data } = image;
  const places: Rgb[] = [];
  for (let row = 0; row < down; row++) {
    for (let column = 0; column < across; column++) {
      const sum: Rgb = [0, 0, 0];
      for (let own = 0; own < fine * fine; own++) {
        const [dx, dy] = [((own % fine) + 0.5) / fine, (Math.floor(own / fine) + 0.5) / fine];
        const [x, y] = toPx(xMm + ((column + dx) * widthMm) / across, yMm + ((row + dy) * heightMm) / down);
        const i = 3 * (Math.min(height - 1, Math.max(0, Math.floor(y))) * width + Math.min(width - 1, Math.max(0, Math.floor(x))));
        for (const at of [0, 1, 2] as const) sum[at] += data[i + at]!;
      }
      places.push(sum.map((own) => own / (fine * fine)) as Rgb);
    }
  }
  return places;
}

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((one, other) => one - other);
  return ((sorted[(sorted.length - 1) >> 1] ?? 0) + (sorted[sorted.length >> 1] ?? 0)) / 2;
};
const brightness = ([r, g, b]: Rgb) => r + g + b;

/** What of a gap is bare: ink that ran over the border is darker than the paper. */
function bareOf(places: readonly Rgb[]): Rgb | null {
  if (places.length === 0) return null;
  const upper = [...places].sort((one, other) => brightness(other) - brightness(one)).slice(0, Math.ceil(0.7 * places.length));
  return [0, 1, 2].map((at) => median(upper.map((own) => own[at as 0 | 1 | 2]))) as Rgb;
}

/** The bare paper at a cell: what lies left and right of it, so that light that falls off is met in the middle. */
function paperAt(image: RgbImage, page: PageOnPhoto, { xMm, yMm, heightMm, widthMm }: SwatchCell): Rgb {
  const gapMm = Math.min(besideMm, pitchMm.across - 2 * cellMm.width - besideMm);
  const wide = gapMm - 2 * paperInsetMm;
  const sides = [xMm - gapMm + paperInsetMm, xMm + widthMm + paperInsetMm].flatMap(
    (left) => bareOf(placesIn(image, page, left, yMm + 0.5, wide, heightMm - 1)) ?? [],
  );
  const pair = [sides.slice(0, 3), sides.slice(3)];
  return [0, 1, 2].map((at) => (pair[0]![at]! + pair[1]![at]!) / 2) as Rgb;
}

/** Places within reach of a colour. */
function near(lightness: Float64Array, as: Float64Array, bs: Float64Array, { L, a, b }: Lab): number[] {
  const found: number[] = [];
  for (let at = 0; at < lightness.length; at++) {
    const [dL, da, db] = [lightness[at]! - L, as[at]! - a, bs[at]! - b];
    if (dL * dL + da * da + db * db < alike * alike) found.push(at);
  }
  return found;
}

/** The places of the colour that most of a cell has: streaks and specks are of other colours. */
function mainPlaces(labs: readonly Lab[]): number[] {
  const [lightness, as, bs] = [
    Float64Array.from(labs, ({ L }) => L),
    Float64Array.from(labs, ({ a }) => a),
    Float64Array.from(labs, ({ b }) => b),
  ];
  let best: number[] = [];
  // Every fourth place begins: streaks are wider than that.
  for (let from = 0; from < labs.length; from += 4) {
    const own = near(lightness, as, bs, labs[from]!);
    if (own.length > best.length) best = own;
  }
  // From the middle of those, and again.
  for (let turn = 0; turn < 3; turn++) {
    const middle = (values: Float64Array) => median(best.map((at) => values[at]!));
    const own = near(lightness, as, bs, { L: middle(lightness), a: middle(as), b: middle(bs) });
    if (own.length === 0) break;
    best = own;
  }
  return best;
}

/** Two coats that are lighter than one were coloured in the wrong turn: both cells say so. */
function flagSwapped(cells: ReadCell[]): void {
  for (const one of cells) {
    const two = cells.find(({ markerId, coats }) => markerId === one.markerId && coats === 2);
    if (one.coats !== 1 || !two || one.flags.includes('empty') || two.flags.includes('empty')) continue;
    if (two.lab.L <= one.lab.L + swappedL) continue;
    one.flags.push('swapped');
    two.flags.push('swapped');
  }
}

/**
 * Reads the cells of a swatch sheet from a scan or photo: its marks are found, whichever way round it lies, perspective and uneven light are taken out by the
 * bare paper beside each cell, and each cell gives the colour that most of it has. A photo is no colorimeter: values are as true as the paper's colour is, and hold
 * for this paper.
 * @param image R, G, B, 0 to 255, sRGB. @returns a problem in words where the sheet is not found, or is another.
 * @throws RangeError when the image's numbers do not fit together.
 */
export function readSwatches(
  image: RgbImage,
  layout: SwatchLayout,
  { paper = usualPaper }: ReadOptions = {},
): { cells: ReadCell[] } | { problem: string } {
  const { width, height, data } = image;
  if (data.length !== 3 * width * height)
    throw new RangeError(`readSwatches expects 3 bytes a px, ${3 * width * height}, got ${data.length}.`);
  const page = findPage(image, layout);
  if ('problem' in page) return page;
  const light = linearRgb({ mode: 'lab65', l: paper.L, a: paper.a, b: paper.b });
  const paperLight: Rgb = [light.r, light.g, light.b];
  const cells = layout.cells.map((cell): ReadCell => {
    const bare = paperAt(image, page, cell);
    const { xMm, yMm, widthMm, heightMm, markerId, coats } = cell;
    const places = placesIn(image, page, xMm + insetMm, yMm + insetMm, widthMm - 2 * insetMm, heightMm - 2 * insetMm);
    const labs = places.map((own) => labBeside(own, bare, paperLight));
    const main = mainPlaces(labs);
    const mean = [0, 1, 2].map((at) => main.reduce((sum, index) => sum + places[index]![at as 0 | 1 | 2], 0) / main.length) as Rgb;
    const lab = labBeside(mean, bare, paperLight);
    const spread = median(labs.map((own) => deltaE00(own, lab)));
    const flags: SwatchFlag[] = [];
    if (deltaE00(lab, paper) < emptyDeltaE && main.length >= bareShare * labs.length) flags.push('empty');
    if (spread > patchySpread || main.length < patchyShare * labs.length) flags.push('patchy');
    if (Math.max(...bare) >= tooBright || mean.some((own) => own >= tooBright) || mean.every((own) => own <= tooDark))
      flags.push('clipped');
    return { markerId, coats, lab, spread, flags };
  });
  flagSwapped(cells);
  return { cells };
}
