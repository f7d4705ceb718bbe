import { distanceToSegment } from '#core/raster/near-path';
import { thinnedOut } from '#core/raster/thinned-path';
import type { Mend, MendTool, PlaceMm } from '#model/reading';
import type { Region } from '#model/region-table';
import type { BinaryImage } from '#core/raster/image';
import { proposeClosings } from './closings';

export type MendContext = {
  /** Line work with its mends. */
  lines: BinaryImage;
  pxPerMm: number;
  /** Label map of the reading on show, of the same size as lines. */
  labels: Uint16Array;
  regions: readonly Region[];
  newId: () => string;
};

type Answer = { mend: Mend } | { refusal: string };

/** Ends of strokes snap to ink within this reach. */
const snapMm = 1.5;
/** A tap means a line or border within this reach. */
const tapReachMm = 2;
const longestChordMm = 60;
const rubWidthMm = 1.6;

/** The nearest pixel that passes, within a reach, as the place of its middle; null when there is none. */
function nearestPixel(
  [x, y]: readonly [number, number],
  reachPx: number,
  size: { width: number; height: number },
  passes: (i: number) => boolean,
): [number, number] | null {
  let best: [number, number] | null = null;
  let least = reachPx;
  for (let row = Math.max(0, Math.floor(y - reachPx)); row <= Math.min(size.height - 1, y + reachPx); row++) {
    for (let column = Math.max(0, Math.floor(x - reachPx)); column <= Math.min(size.width - 1, x + reachPx); column++) {
      const apart = Math.hypot(column + 0.5 - x, row + 0.5 - y);
      if (apart > least || !passes(row * size.width + column)) continue;
      least = apart;
      best = [column + 0.5, row + 0.5];
    }
  }
  return best;
}

/** A place moved onto the nearest ink within 1.5 mm; left where it is when there is none. */
export function snapToInk(lines: BinaryImage, [xMm, yMm]: PlaceMm, pxPerMm: number): PlaceMm {
  const ink = nearestPixel([xMm * pxPerMm, yMm * pxPerMm], snapMm * pxPerMm, lines, (i) => lines.data[i] === 1);
  return ink ? [ink[0] / pxPerMm, ink[1] / pxPerMm] : [xMm, yMm];
}

/** The shortest straight way through a place from ink to ink; null when there is no ink on both sides within reach. */
export function chordThrough(lines: BinaryImage, [xMm, yMm]: PlaceMm, pxPerMm: number): [PlaceMm, PlaceMm] | null {
  const { width, height, data } = lines;
  const x = xMm * pxPerMm;
  const y = yMm * pxPerMm;
  const reach = (dx: number, dy: number): number | null => {
    for (let along = 0; along <= longestChordMm * pxPerMm; along += 0.7) {
      const column = Math.floor(x + dx * along);
      const row = Math.floor(y + dy * along);
      if (column < 0 || row < 0 || column >= width || row >= height) return null;
      if (data[row * width + column]) return along;
    }
    return null;
  };
  let best: [PlaceMm, PlaceMm] | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (let turn = 0; turn < 180; turn += 3) {
    const dx = Math.cos((turn * Math.PI) / 180);
    const dy = Math.sin((turn * Math.PI) / 180);
    const there = reach(dx, dy);
    const back = reach(-dx, -dy);
    if (there === null || back === null || there + back >= least || there + back < 0.5 * pxPerMm) continue;
    least = there + back;
    best = [
      [(x - dx * back) / pxPerMm, (y - dy * back) / pxPerMm],
      [(x + dx * there) / pxPerMm, (y + dy * there) / pxPerMm],
    ];
  }
  return best;
}

/** The closing that the ends of strokes suggest nearest to a place; null when none is within reach. */
function suggestedAt(lines: BinaryImage, [x, y]: PlaceMm, pxPerMm: number): [PlaceMm, PlaceMm] | null {
  const [nearest] = proposeClosings({ ...lines, pxPerMm })
    .map(({ from, to }) => ({ from, to, apart: distanceToSegment(x * pxPerMm, y * pxPerMm, from, to) }))
    .filter(({ apart }) => apart < tapReachMm * pxPerMm)
    .sort((one, other) => one.apart - other.apart);
  if (!nearest) return null;
  const mm = ([column, row]: readonly [number, number]): PlaceMm => [column / pxPerMm, row / pxPerMm];
  return [mm(nearest.from), mm(nearest.to)];
}

function labelAt({ lines, labels, pxPerMm }: MendContext, [xMm, yMm]: PlaceMm): number {
  const column = Math.floor(xMm * pxPerMm);
  const row = Math.floor(yMm * pxPerMm);
  const inside = column >= 0 && row >= 0 && column < lines.width && row < lines.height;
  return inside ? (labels[row * lines.width + column] as number) : 0;
}

/** A place well inside the region that holds a place: it is found again however the lines are read. */
function insideOf(context: MendContext, place: PlaceMm): PlaceMm | null {
  const label = labelAt(context, place);
  return context.regions.find((region) => region.label === label)?.insideMm ?? null;
}

function joinAcross(context: MendContext, first: PlaceMm, second: PlaceMm): Answer {
  const one = insideOf(context, first);
  const other = insideOf(context, second);
  if (!one || !other) return { refusal: 'There is paper on one side. To give an area to the paper, use "Mark as paper".' };
  if (one[0] === other[0] && one[1] === other[1]) return { refusal: 'That is one area already.' };
  return { mend: { kind: 'join', id: context.newId(), first: one, second: other } };
}

/** What a single tap means: everything that a stroke can do has this way too. */
export function mendFromTap(tool: MendTool, place: PlaceMm, context: MendContext): Answer {
  const { lines, labels, pxPerMm, newId } = context;
  const px: [number, number] = [place[0] * pxPerMm, place[1] * pxPerMm];
  switch (tool) {
    case 'paper': {
      const at = insideOf(context, place);
      return at ? { mend: { kind: 'paper', id: newId(), at } } : { refusal: 'That is paper already.' };
    }
    case 'join': {
      const own = labelAt(context, place);
      const beyond = nearestPixel(px, tapReachMm * pxPerMm, lines, (i) => labels[i] !== own && labels[i] !== 0);
      if (own === 0 || !beyond) return { refusal: 'Tap on the line between two areas, or drag from one to the other.' };
      return joinAcross(context, place, [beyond[0] / pxPerMm, beyond[1] / pxPerMm]);
    }
    case 'divide':
    case 'line': {
      const chord = (tool === 'line' && suggestedAt(lines, place, pxPerMm)) || chordThrough(lines, place, pxPerMm);
      if (!chord) return { refusal: 'There are not lines on both sides of this place. Drag a stroke from line to line.' };
      return { mend: { kind: tool, id: newId(), points: chord } };
    }
    case 'rub': {
      const ink = nearestPixel(px, tapReachMm * pxPerMm, lines, (i) => lines.data[i] === 1);
      if (!ink) return { refusal: 'No line is near enough to be rubbed out.' };
      const at: PlaceMm = [ink[0] / pxPerMm, ink[1] / pxPerMm];
      return { mend: { kind: 'rub', id: newId(), points: [at, [at[0] + 0.01, at[1]]], widthMm: rubWidthMm } };
    }
  }
}

/** What a stroke over the picture means. Its ends snap to the lines, but for the rubber. @param points at least two places in mm. */
export function mendFromStroke(tool: MendTool, points: readonly PlaceMm[], context: MendContext): Answer {
  const first = points[0] as PlaceMm;
  const last = points.at(-1) as PlaceMm;
  const { lines, pxPerMm, newId } = context;
  switch (tool) {
    case 'paper':
      return mendFromTap('paper', last, context);
    case 'join':
      return joinAcross(context, first, last);
    case 'rub':
      return { mend: { kind: 'rub', id: newId(), points: thinnedOut(points), widthMm: rubWidthMm } };
    case 'divide':
    case 'line': {
      const inner = thinnedOut(points).slice(1, -1);
      const stroke = [snapToInk(lines, first, pxPerMm), ...inner, snapToInk(lines, last, pxPerMm)];
      return { mend: { kind: tool, id: newId(), points: stroke } };
    }
  }
}
