import type { OutlineEdge } from './cut-ends';
import { between, turnDeg } from './outline';

/** An edge that leaves its chord by less than this share of it goes on straight where it is hidden; else it goes on as curved as it would close. */
const mostBow = 0.1;
/** Straight sides that close by less than this have no end that matters. */
const leastClosingDeg = 20;
/** The mean depth of what lies beyond a chord, as a share of its greatest: of a circle's segment, and of a triangle. */
const meanOfSegment = 2 / 3;
const meanOfTriangle = 1 / 2;

/** Edges one after the other that something hides, and how far behind them, in px, a form ends in the mean: it goes on as what it is seen to be. */
export type HiddenRun = { run: readonly OutlineEdge[]; px: number };

/** @param edges of outlines, going round. */
export function hiddenRuns(edges: readonly OutlineEdge[]): HiddenRun[] {
  const outlines = new Set(edges.map(({ outline }) => outline));
  return [...outlines].flatMap((number) => runsOf(edges.filter(({ outline }) => outline === number)));
}

function runsOf(edges: readonly OutlineEdge[]): HiddenRun[] {
  const first = edges.findIndex(({ isHidden }) => !isHidden);
  if (first < 0) return [];
  const turned = [...edges.slice(first), ...edges.slice(0, first)];
  const found: HiddenRun[] = [];
  for (let index = 0; index < turned.length; index++) {
    if (!turned[index]!.isHidden) continue;
    let last = index;
    while (last + 1 < turned.length && turned[last + 1]!.isHidden) last++;
    const run = turned.slice(index, last + 1);
    found.push({ run, px: endsBehind(turned[index - 1]!, run, turned[(last + 1) % turned.length]!) });
    index = last;
  }
  return found;
}

function endsBehind(before: OutlineEdge, run: readonly OutlineEdge[], after: OutlineEdge): number {
  const chord = between(run[0]!.start, run.at(-1)!.end);
  const half = Math.hypot(...chord) / 2;
  const turns = Math.max(0, turnDeg(before.arrives, chord)) + Math.max(0, turnDeg(chord, after.setsOut));
  if (before.bow < mostBow && after.bow < mostBow && before !== after) {
    const closingDeg = 180 - turns;
    if (closingDeg < leastClosingDeg) return Number.POSITIVE_INFINITY;
    return (meanOfTriangle * half) / Math.tan((closingDeg * Math.PI) / 360);
  }
  // A circle's segment whose tangents meet its chord so: its height is half the chord times the tangent of half that angle.
  return Math.max(1, meanOfSegment * half * Math.tan((Math.min(120, turns / 2) * Math.PI) / 360));
}
