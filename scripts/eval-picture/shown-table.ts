import { proposeClosings } from '../../src/core/picture/closings';
import { findRegions } from '../../src/core/picture/regions';
import { type WorthwhileClosing, worthwhileClosings } from '../../src/core/picture/worth-closing';
import { drawStroke } from '../../src/core/raster/draw-stroke';
import type { BinaryImage } from '../../src/core/raster/image';
import { freeEnds, freeEndsLines } from '../../tests/free-ends';
import { cutOff, drawingsOf } from './cut-off';
import type { PreparedPage } from './prepared-page';

type Lines = BinaryImage & { pxPerMm: number };

const shownOn = (lines: Lines) => worthwhileClosings(lines, findRegions(lines), proposeClosings(lines));

function labelsWith(lines: Lines, closings: readonly WorthwhileClosing[]): Uint16Array {
  const mended = { ...lines, data: Uint8Array.from(lines.data) };
  for (const { from, to } of closings) drawStroke(mended, [from, to], 2.5, 1);
  return findRegions(mended).labels;
}

/** How much of an area is coloured, and how much of it has the colour that it has most of. */
function coloursIn(label: number, { labels, lines, colours }: { labels: Uint16Array; lines: Lines; colours: Int32Array }) {
  const counts = new Map<number, number>();
  let all = 0;
  for (let i = 0; i < labels.length; i++) {
    if (labels[i] !== label || lines.data[i] === 1) continue;
    all++;
    counts.set(colours[i] as number, (counts.get(colours[i] as number) ?? 0) + 1);
  }
  const [most] = [...counts].filter(([colour]) => colour !== 0).sort((first, second) => second[1] - first[1]);
  return { coloured: all === 0 ? 0 : 1 - (counts.get(0) ?? 0) / all, colour: most?.[0] ?? 0, share: most ? most[1] / all : 0 };
}

/**
 * Whether a closing makes what the colour layer has: from the paper outside it parts an area that is coloured there (85 % of it), inside a drawing two areas that
 * have two colours there (75 % of each).
 */
function isRight({ from, to, lengthPx }: WorthwhileClosing, seen: { labels: Uint16Array; lines: Lines; colours: Int32Array }): boolean {
  const [alongX, alongY] = [(to[0] - from[0]) / lengthPx, (to[1] - from[1]) / lengthPx];
  const beside = (by: number) =>
    seen.labels[
      Math.floor((from[1] + to[1]) / 2 + by * alongX) * seen.lines.width + Math.floor((from[0] + to[0]) / 2 - by * alongY)
    ] as number;
  const [one, other] = [beside(3.5), beside(-3.5)];
  if (one === other) return false;
  if (one === 0 || other === 0) return coloursIn(one || other, seen).coloured > 0.85;
  const [first, second] = [coloursIn(one, seen), coloursIn(other, seen)];
  return first.colour !== second.colour && Math.min(first.share, second.share) > 0.75;
}

const row = (name: string, shown: number, right: number, more: string) =>
  console.log(`| ${name} | ${shown} | ${shown === 0 ? '-' : ((100 * right) / shown).toFixed(1)} | ${more} |`);

/** Of the openings that are shown, how many make an area that the colour layer, or the one who drew it, has. */
export async function printShownTable(pages: readonly PreparedPage[]): Promise<void> {
  console.log('| drawings | openings shown | right % | true openings found |');
  console.log('| --- | --- | --- | --- |');
  let [shown, right] = [0, 0];
  for (const page of pages) {
    for (const { place, lines } of await drawingsOf(page)) {
      const closings = shownOn(lines);
      const colours = cutOff(page.colours, place, 2);
      const together = labelsWith(lines, closings);
      shown += closings.length;
      right += closings.filter((closing) =>
        [together, labelsWith(lines, [closing])].some((labels) => isRight(closing, { labels, lines, colours })),
      ).length;
    }
  }
  row('66 open line drawings', shown, right, '-');
  let [ownShown, ownRight, all] = [0, 0, 0];
  for (const drawing of freeEnds) {
    const lines = freeEndsLines(drawing);
    const closings = shownOn(lines);
    const isAt = ({ from, to }: WorthwhileClosing, [x, y]: readonly [number, number]) =>
      Math.hypot((from[0] + to[0]) / 2 / lines.pxPerMm - x, (from[1] + to[1]) / 2 / lines.pxPerMm - y) < 2.5;
    ownShown += closings.length;
    ownRight += drawing.openAt.filter((place) => closings.some((closing) => isAt(closing, place))).length;
    all += drawing.openAt.length;
  }
  row('six with rays, whiskers, lashes, hair (tests/free-ends.ts)', ownShown, ownRight, `${ownRight} of ${all}`);
}
