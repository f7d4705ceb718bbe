import { proposeClosings } from '../../src/core/picture/closings';
import { chamferDistance } from '../../src/core/raster/distance';
import { drawStroke } from '../../src/core/raster/draw-stroke';
import type { BinaryImage } from '../../src/core/raster/image';
import { findRegions } from '../../src/core/picture/regions';
import { worthwhileClosings } from '../../src/core/picture/worth-closing';
import { traceContour } from './contour';
import { cutOff, drawingsOf, side } from './cut-off';
import type { PreparedPage } from './prepared-page';
import { foundIou, overlaps } from './truth';

const pxPerMm = 300 / 25.4;
/** A border counts as drawn within half a full stroke (0.65 mm) and more or less of a line: the script tries all three. */
const drawnReaches = [0.9 * pxPerMm, 0.72 * pxPerMm, 1.3 * pxPerMm] as const;
/** Reach of the snapping of the maker's strokes. */
const snapPx = 1.5 * pxPerMm;
/** An outline is open on purpose when lines draw at least this share of it; else it is a change of colour without an outline. */
const leastDrawn = 0.5;
const mostActs = 3;

type Point = [number, number];
type Act = { kind: 'tap' | 'stroke'; from: Point; to: Point };

/** Stretches of an outline that no line draws, each as the places it runs over. */
function openStretches(contour: Point[], isDrawn: (point: Point) => boolean): { stretches: Point[][]; drawnShare: number } {
  const drawn = contour.map(isDrawn);
  const drawnShare = drawn.filter(Boolean).length / contour.length;
  const first = drawn.indexOf(true);
  if (first < 0) return { stretches: [contour], drawnShare };
  const stretches: Point[][] = [];
  let current: Point[] = [];
  for (let step = 1; step <= contour.length; step++) {
    const index = (first + step) % contour.length;
    if (!drawn[index]) {
      current.push(contour[index] as Point);
      continue;
    }
    if (current.length > 3) stretches.push(current);
    current = [];
  }
  return { stretches, drawnShare };
}

/** The place of a stretch farthest from the straight way between its ends, as an index. */
function farthest(stretch: readonly Point[]): { index: number; px: number } {
  const [x1, y1] = stretch[0] as Point;
  const [x2, y2] = stretch.at(-1) as Point;
  const length = Math.max(1, Math.hypot(x2 - x1, y2 - y1));
  let best = { index: Math.floor(stretch.length / 2), px: 0 };
  stretch.forEach(([x, y], index) => {
    const px = Math.abs((x - x1) * (y2 - y1) - (y - y1) * (x2 - x1)) / length;
    if (px > best.px) best = { index, px };
  });
  return best;
}

/** The stretch cut into so many straight pieces, always where it bends most. */
function straightened(stretches: readonly Point[][], pieces: number): Point[][] {
  const parts = stretches.map((stretch) => [...stretch]);
  while (parts.length < pieces) {
    const bends = parts.map(farthest);
    const worst = bends.reduce((best, bend, index) => (bend.px > (bends[best]?.px ?? 0) ? index : best), 0);
    const part = parts[worst] as Point[];
    const at = Math.max(1, Math.min(part.length - 2, (bends[worst] as { index: number }).index));
    parts.splice(worst, 1, part.slice(0, at + 1), part.slice(at));
  }
  return parts;
}

/** The nearest line pixel within reach, else the place itself: what the application does with the ends of a stroke. */
function snapped([x, y]: Point, lines: BinaryImage): Point {
  let best: Point = [x, y];
  let least = snapPx;
  const reach = Math.ceil(snapPx);
  for (let row = Math.max(0, y - reach); row <= Math.min(lines.height - 1, y + reach); row++) {
    for (let column = Math.max(0, x - reach); column <= Math.min(lines.width - 1, x + reach); column++) {
      if (!lines.data[row * lines.width + column]) continue;
      const apart = Math.hypot(column - x, row - y);
      if (apart < least) {
        least = apart;
        best = [column + 0.5, row + 0.5];
      }
    }
  }
  return best;
}

/** The fewest acts, up to three, after which a region is found; null when three are not enough. */
function fewestActs(lines: BinaryImage & { pxPerMm: number }, truth: Int32Array, region: number, stretches: Point[][]): Act[] | null {
  // A tap closes what is suggested where it lands, shown or not (gestures.ts).
  const proposals = proposeClosings(lines);
  const isFound = (acts: readonly Act[]) => {
    const mended = { ...lines, data: Uint8Array.from(lines.data) };
    for (const { from, to } of acts) drawStroke(mended, [from, to], 2.5, 1);
    return overlaps(truth, findRegions(mended).labels).best(region).iou > foundIou;
  };
  if (isFound([])) return [];
  const near = (first: Point, second: Point) => Math.hypot(first[0] - second[0], first[1] - second[1]) < 2 * pxPerMm;
  for (let count = Math.max(1, stretches.length); stretches.length > 0 && count <= mostActs; count++) {
    const strokes = straightened(stretches, count).map(
      (part): Act => ({ kind: 'stroke', from: snapped(part[0] as Point, lines), to: snapped(part.at(-1) as Point, lines) }),
    );
    // A tap takes the place of a stroke wherever a proposal runs from and to about the same places.
    const taps = strokes.map((stroke): Act => {
      const proposal = proposals.find(
        ({ from, to }) => (near(from, stroke.from) && near(to, stroke.to)) || (near(to, stroke.from) && near(from, stroke.to)),
      );
      return proposal ? { kind: 'tap', from: proposal.from, to: proposal.to } : stroke;
    });
    if (taps.some(({ kind }) => kind === 'tap') && isFound(taps)) return taps;
    if (isFound(strokes)) return strokes;
  }
  // Proposals that touch the region, in every combination: the maker may see more in them than the outline tells.
  const close = proposals
    .filter(({ from, to }) => [from, to].some((end) => touches(truth, region, end)))
    .slice(0, 6)
    .map(({ from, to }): Act => ({ kind: 'tap', from, to }));
  for (let count = 1; count <= mostActs; count++) {
    for (const acts of combinations(close, count)) if (isFound(acts)) return acts;
  }
  return null;
}

function touches(truth: Int32Array, region: number, [x, y]: Point): boolean {
  const reach = Math.round(pxPerMm);
  for (let row = Math.max(0, Math.floor(y) - reach); row <= Math.min(side - 1, y + reach); row++) {
    for (let column = Math.max(0, Math.floor(x) - reach); column <= Math.min(side - 1, x + reach); column++) {
      if (truth[row * side + column] === region) return true;
    }
  }
  return false;
}

function combinations<T>(things: readonly T[], count: number): T[][] {
  if (count === 0) return [[]];
  return things.flatMap((thing, index) => combinations(things.slice(index + 1), count - 1).map((rest) => [thing, ...rest]));
}

/** Regions whose outline was left open on purpose: how many acts of the maker each takes. */
export async function printOpenTable(pages: readonly PreparedPage[]): Promise<void> {
  const acts = [0, 0, 0, 0, 0];
  let taps = 0;
  let strokes = 0;
  let unlined = 0;
  let byTaps = 0;
  let proposed = 0;
  let shown = 0;
  for (const page of pages) {
    for (const { code, lines, place } of await drawingsOf(page)) {
      const truth = cutOff(page.truth.regions, place);
      const distance = chamferDistance(lines.data, side, side);
      proposed += proposeClosings(lines).length;
      shown += worthwhileClosings(lines, findRegions(lines), proposeClosings(lines)).length;
      for (const region of new Set(truth)) {
        if (!page.truth.open.has(region)) continue;
        const start = truth.indexOf(region);
        const isInside = (column: number, row: number) =>
          column >= 0 && row >= 0 && column < side && row < side && truth[row * side + column] === region;
        const contour = traceContour(isInside, [start % side, Math.floor(start / side)], 8 * side);
        const tries = drawnReaches.map((reach) => openStretches(contour, ([x, y]) => (distance[y * side + x] as number) / 5 <= reach));
        if ((tries[0]?.drawnShare ?? 0) < leastDrawn) {
          unlined++;
          continue;
        }
        let done: Act[] | null = null;
        for (const { stretches } of tries) {
          const acts = fewestActs(lines, truth, region, stretches);
          if (acts && (!done || acts.length < done.length)) done = acts;
          if (done && done.length <= 1) break;
        }
        const needed = done ? done.length : mostActs + 1;
        acts[needed] = (acts[needed] as number) + 1;
        taps += done?.filter(({ kind }) => kind === 'tap').length ?? 0;
        strokes += done?.filter(({ kind }) => kind === 'stroke').length ?? 0;
        if (done && done.length > 0 && done.every(({ kind }) => kind === 'tap')) byTaps++;
        if (process.env.EVAL_DETAIL && !done) console.error('open', code, region, tries.map(({ stretches }) => stretches.length).join(' '));
      }
    }
  }
  const all = acts.reduce((sum, count) => sum + count, 0);
  const had = all - (acts[4] as number);
  console.log(
    '| open regions | no act | 1 act | 2 acts | 3 acts | not in 3 | had in at most 3 % | taps | strokes | by taps alone | suggested | shown |',
  );
  console.log('| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |');
  console.log(
    `| ${all} | ${acts.join(' | ')} | ${((100 * had) / all).toFixed(1)} | ${taps} | ${strokes} | ${byTaps} | ${proposed} | ${shown} |`,
  );
  console.log(`\nLeft out: ${unlined} areas of which lines draw under half of the outline (a change of colour, no outline).`);
}
