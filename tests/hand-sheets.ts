import { type Camera, photograph } from '#core/camera/photograph';
import { linearRgb } from '#core/colour/modes';
import { boundsMm, type OutlineMm } from '#core/outline/outline';
import { handPlan, partAreaOf } from '#core/practice/hand/hand-plan';
import type { HandFigure, HandSheet } from '#core/practice/hand/hand-sheet';
import type { RgbImage } from '#core/swatch/find-page';
import { seeded } from './seeded';

/** How a figure was coloured. `steady`: as it is meant. `turned round`: dark where light was meant, one coat where two, not lifted. `beside it`: all round its line, and not within. */
export type Hand = 'steady' | 'white spot' | 'over the line' | 'streaky' | 'one hard step' | 'turned round' | 'beside it';

export const pagePxPerMm = 10;
type Rgb = readonly [number, number, number];
type Place = readonly [number, number];
const [dark, light]: [Rgb, Rgb] = [
  [96, 84, 140],
  [214, 204, 236],
];
const [deeper, even, lifted]: [Rgb, Rgb, Rgb] = [
  [150, 132, 190],
  [172, 156, 208],
  [212, 200, 236],
];
const mixed = (one: Rgb, other: Rgb, share: number) => one.map((own, at) => own + (other[at]! - own) * share) as unknown as Rgb;

/** A page with what is printed on it. Inks lie under black: they lighten nothing. */
class Page {
  readonly data: Uint8Array;
  readonly width: number;
  readonly height: number;
  readonly labels: Uint16Array;
  constructor(sheet: HandSheet, printed?: RgbImage) {
    const { width, height, labels, lines } = handPlan(sheet, pagePxPerMm);
    if (printed && (printed.width !== width || printed.height !== height))
      throw new RangeError(`The printed page has ${printed.width} x ${printed.height} px, not ${width} x ${height}.`);
    [this.width, this.height, this.labels] = [width, height, labels];
    this.data = printed ? Uint8Array.from(printed.data) : new Uint8Array(3 * width * height).fill(255);
    if (!printed)
      for (let pixel = 0; pixel < lines.data.length; pixel++) if (lines.data[pixel]) this.data.fill(20, 3 * pixel, 3 * pixel + 3);
  }
  ink(pixel: number, rgb: Rgb): void {
    for (const at of [0, 1, 2] as const) this.data[3 * pixel + at] = Math.round(Math.min(this.data[3 * pixel + at]!, rgb[at]));
  }
  disc(xMm: number, yMm: number, radiusMm: number, rgb: Rgb): void {
    for (let row = Math.floor((yMm - radiusMm) * pagePxPerMm); row < (yMm + radiusMm) * pagePxPerMm; row++)
      for (let column = Math.floor((xMm - radiusMm) * pagePxPerMm); column < (xMm + radiusMm) * pagePxPerMm; column++)
        if (Math.hypot((column + 0.5) / pagePxPerMm - xMm, (row + 0.5) / pagePxPerMm - yMm) < radiusMm)
          this.ink(row * this.width + column, rgb);
  }
}

const middleOf = (outline: OutlineMm) => {
  const { xMm, yMm, widthMm, heightMm } = boundsMm(outline);
  return [xMm + widthMm / 2, yMm + heightMm / 2] as const;
};

/** The ink of a place of a figure; null: paper. */
function inkAt({ fade, part, isFeathered }: HandFigure, isPart: boolean, hand: Hand, [x, y]: Place, [middleX, middleY]: Place): Rgb | null {
  if (hand === 'beside it' || (isPart && part?.wants === 'bare')) return null;
  if (hand === 'white spot' && Math.hypot(x - middleX - (part?.wants === 'lighter' ? 12 : 6), y - middleY + 1) < 2.5) return null;
  const streak = hand === 'streaky' && Math.floor(y / 0.7) % 2 === 0 ? 0.78 : 1;
  const streaked = (rgb: Rgb) => rgb.map((own) => own * streak) as unknown as Rgb;
  if (fade) {
    const [dx, dy] = [fade.to[0] - fade.from[0], fade.to[1] - fade.from[1]];
    const along = ((x - fade.from[0]) * dx + (y - fade.from[1]) * dy) / (dx * dx + dy * dy);
    const share = hand === 'turned round' ? 1 - along : hand === 'one hard step' ? (along < 0.5 ? 0 : 1) : along;
    // Flicks run thinner towards their ends: strokes of 1.5 mm with paper between.
    if (isFeathered) return Math.abs(((x / 1.5) % 1) - 0.5) > 0.5 * (1.05 - share) ? null : dark;
    return streaked(mixed(dark, light, share));
  }
  if (isPart && hand !== 'turned round') return streaked(part?.wants === 'deeper' ? deeper : lifted);
  return streaked(even);
}

/**
 * A practice sheet with inks on it, before it is photographed. @param handOf how each figure (from 1) is done; null: it is not.
 * @param printed the page as it came out of a printer, R, G, B at `pagePxPerMm`; absent: drawn from its plan.
 */
export function colouredSheet(sheet: HandSheet, handOf: (figure: number) => Hand | null, printed?: RgbImage): RgbImage {
  const page = new Page(sheet, printed);
  const hands = sheet.figures.map((_, index) => handOf(index + 1));
  const middles = sheet.figures.map(({ outline }) => middleOf(outline));
  for (let pixel = 0; pixel < page.labels.length; pixel++) {
    const label = page.labels[pixel]!;
    if (label === 0) continue;
    const index = Math.floor((label - 1) / 2);
    const [hand, figure] = [hands[index], sheet.figures[index]!];
    if (!hand) continue;
    const place = [((pixel % page.width) + 0.5) / pagePxPerMm, (Math.floor(pixel / page.width) + 0.5) / pagePxPerMm] as const;
    const ink = inkAt(figure, label === partAreaOf(index), hand, place, middles[index]!);
    if (ink) page.ink(pixel, ink);
  }
  for (const [index, { outline }] of sheet.figures.entries()) {
    // A drop whose middle lies under the lowest place of the figure, on its line.
    const [x, y] = outline.reduce((one, other) => (other[1] > one[1] ? other : one));
    if (hands[index] === 'over the line') page.disc(x, y + 0.5, 1.5, even);
    if (hands[index] !== 'beside it') continue;
    const [middleX, middleY] = middleOf(outline);
    for (const [at, [ownX, ownY]] of outline.entries()) {
      const [nextX, nextY] = outline[(at + 1) % outline.length]!;
      const steps = Math.ceil(Math.hypot(nextX - ownX, nextY - ownY));
      for (let step = 0; step < steps; step++) {
        const [dropX, dropY] = [ownX + ((nextX - ownX) * step) / steps, ownY + ((nextY - ownY) * step) / steps];
        // Away from the figure, at a right angle to its line.
        const length = Math.hypot(nextX - ownX, nextY - ownY);
        const [acrossX, acrossY] = [(nextY - ownY) / length, (ownX - nextX) / length];
        const turn = acrossX * (dropX - middleX) + acrossY * (dropY - middleY) < 0 ? -1 : 1;
        page.disc(dropX + 2.4 * turn * acrossX, dropY + 2.4 * turn * acrossY, 1.6, even);
      }
    }
  }
  return page;
}

/** A sheet over which somebody scribbled by lot. */
export function scribbledSheet(sheet: HandSheet, seed = 1): RgbImage {
  const page = new Page(sheet);
  const random = seeded(seed);
  let [x, y] = [sheet.page.widthMm / 2, sheet.page.heightMm / 2];
  for (let step = 0; step < 9000; step++) {
    x = Math.max(20, Math.min(sheet.page.widthMm - 20, x + 6 * (random() - 0.5)));
    y = Math.max(40, Math.min(sheet.page.heightMm - 28, y + 6 * (random() - 0.5)));
    page.disc(x, y, 0.8, even);
  }
  return page;
}

/** A practice sheet as a telephone sees it: askew, in warm uneven light. */
export function photographedPage({ width, height, data }: RgbImage, shot: Partial<Camera> = {}): RgbImage {
  const known = Float32Array.from({ length: 256 }, (_, value) => linearRgb({ mode: 'rgb', r: value / 255, g: 0, b: 0 }).r);
  return photograph(
    {
      widthMm: width / pagePxPerMm,
      heightMm: height / pagePxPerMm,
      lightAt: (xMm, yMm) => {
        const at = 3 * (Math.min(height - 1, Math.floor(yMm * pagePxPerMm)) * width + Math.min(width - 1, Math.floor(xMm * pagePxPerMm)));
        return [known[data[at]!]!, known[data[at + 1]!]!, known[data[at + 2]!]!];
      },
    },
    {
      ...{ pxPerMm: 5, leanDeg: 7, leanToDeg: 50, turnDeg: 4, fallOff: 0.2, cast: [0.98, 0.94, 0.84], noiseSigma: 2 },
      ...{ table: { L: 35, a: 6, b: 12 }, seed: 5 },
      ...shot,
    },
  );
}
