import type { CheckPlan } from '#core/check/checked-plan';
import type { OutlineMm } from '#core/outline/outline';
import { runsWithin } from '#core/outline/pixels-within';
import { drawStroke } from '#core/raster/draw-stroke';
import { handLineMm, type HandSheet } from './hand-sheet';

/** A sheet is looked at with so many px a mm, as the check does. */
export const handPxPerMm = 4;

/** Inks are not planned: this grey, 0 to 255, stands for some. */
const inkedLevel = 128;

/** Number of a figure's own area on its sheet's plan, and of its part. */
export const areaOf = (figure: number): number => 2 * figure + 1;
export const partAreaOf = (figure: number): number => 2 * figure + 2;

/** A practice sheet as a photo is held against it: figures and their parts as areas, all that is printed as lines. */
export function handPlan({ page, marks, bars, figures }: HandSheet, pxPerMm = handPxPerMm): CheckPlan {
  const [width, height] = [Math.round(page.widthMm * pxPerMm), Math.round(page.heightMm * pxPerMm)];
  const size = { width, height, pxPerMm };
  const raster = { leftMm: 0, topMm: 0, ...size };
  const labels = new Uint16Array(width * height);
  const lines = { width, height, data: new Uint8Array(width * height) };
  const stroke = (outline: OutlineMm) => {
    const points = [...outline, outline[0]!].map(([x, y]) => [x * pxPerMm, y * pxPerMm] as const);
    drawStroke(lines, points, Math.max(1, handLineMm * pxPerMm), 1);
  };
  for (const [index, { outline, part }] of figures.entries()) {
    runsWithin(raster, [outline], (from, to) => labels.fill(areaOf(index), from, to));
    if (part) runsWithin(raster, [part.outline], (from, to) => labels.fill(partAreaOf(index), from, to));
    stroke(outline);
    if (part) stroke(part.outline);
  }
  for (const outline of [...bars, ...marks.map(({ points }) => points)])
    runsWithin(raster, [outline], (from, to) => lines.data.fill(1, from, to));
  const inked = new Set(
    figures.flatMap(({ part }, index) => (part && part.wants !== 'bare' ? [areaOf(index), partAreaOf(index)] : [areaOf(index)])),
  );
  const expected = new Uint8Array(3 * width * height).fill(255);
  const bands = new Uint8Array(width * height);
  for (let pixel = 0; pixel < labels.length; pixel++) {
    const label = labels[pixel]!;
    if (label === 0) continue;
    bands[pixel] = 1;
    if (inked.has(label)) expected.fill(inkedLevel, 3 * pixel, 3 * pixel + 3);
  }
  return { ...size, labels, lines, bands, expected };
}
