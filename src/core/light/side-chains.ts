import { goesOn, type OutlineEdge } from './cut-ends';
import { between, type Point, rightOf, turnDeg } from './outline';
import { mostHalfAngle, type RoundSides } from './revolve';

/** A side that turns by more than this in its middle is two that meet in a point. */
const apexDeg = 55;
/** Each of the two that meet has at least this share of their length. */
const leastApexShare = 0.3;
/** A piece that is shorter than this share of the longest side is no side, if something lies along it. */
const leastSideOfLongest = 0.4;
/** The shorter side is at least so long beside the longer. */
const leastSideShare = 0.2;
/** A side that turns by more than this on its whole way is that of a ring or a hood, not of a thing about an axis. */
const mostTurnDeg = 110;
/** A hidden edge that runs off a side by less than this, on its inner side, hides where the side goes on. */
const mostAlongDeg = 50;
const mostOutwardDeg = 8;

/** A run of edges of a kind, going round. */
type Group = { edges: OutlineEdge[]; kind: 'side' | 'end' };
/** A hidden edge that belongs to a side, and the line on which that goes on behind it. */
type Continued = { edge: OutlineEdge; start: Point; way: Point };

/**
 * What is known at the rim of a thing with two sides that is cut off, or goes on unseen, at its ends; null where it has not just two.
 * @param edges of one outline, going round. @param width of the mask. @param pixels of the mask in all.
 */
export function sidesOfOutline(edges: readonly OutlineEdge[], width: number, pixels: number): RoundSides | null {
  if (edges.length < 2) return null;
  const continued: Continued[] = [];
  const groups = groupsOf(edges, continued);
  const sideGroups = groups.filter(({ kind }) => kind === 'side').map((group) => group.edges);
  if (groups.length < 2) return null;
  const two = sideGroups.length === 1 ? apart(sideGroups[0]!) : sideGroups.length === 2 ? sideGroups : null;
  if (!two || two.some((side) => turnOf(side) > mostTurnDeg)) return null;
  const lengths = two.map((side) => side.reduce((sum, edge) => sum + edge.pixels.length, 0));
  if (Math.min(...lengths) < leastSideShare * Math.max(...lengths)) return null;
  const found: RoundSides = { across: new Float32Array(pixels).fill(Number.NaN), behindPx: new Float32Array(pixels) };
  for (const { edges: end, kind } of groups) if (kind === 'end') layEnd(found, end, sidesAbout(edges, end, two[0]!), width);
  for (const [index, side] of two.entries()) {
    for (const edge of side) {
      const line = continued.find((one) => one.edge === edge) ?? { start: edge.start, way: between(edge.start, edge.end) };
      for (const [step, i] of edge.pixels.entries()) {
        found.across[i] = index === 0 ? -1 : 1;
        if (edge.hidden[step]) found.behindPx[i] = Math.abs(rightOf(line.start, line.way, [i % width, Math.floor(i / width)]));
      }
    }
  }
  return found;
}

function groupsOf(edges: readonly OutlineEdge[], continued: Continued[]): Group[] {
  const at = (index: number) => edges[(index + edges.length) % edges.length]!;
  const isEnd = edges.map(({ isCut, isHidden }) => isCut || isHidden);
  const endAt = (index: number) => isEnd[(index + edges.length) % edges.length]!;
  const line = (index: number, isBack: boolean): { start: Point; way: Point } => {
    const known = continued.find(({ edge }) => edge === at(index));
    if (known) return known;
    const { start, setsOut, end, arrives } = at(index);
    return isBack ? { start, way: [-setsOut[0], -setsOut[1]] } : { start: end, way: arrives };
  };
  const belongs = (index: number): boolean => {
    const edge = at(index);
    if (!edge.isHidden || edge.isCut || !isEnd[index]) return false;
    const chord = between(edge.start, edge.end);
    const goOn = (own: { start: Point; way: Point }) => {
      isEnd[index] = false;
      continued.push({ edge, ...own });
      return true;
    };
    const [before, after] = [line(index - 1, false), line(index + 1, true)];
    if (!endAt(index - 1) && endAt(index + 1) && runsOn(before.way, chord, 1)) return goOn(before);
    if (!endAt(index + 1) && endAt(index - 1) && runsOn(after.way, [-chord[0], -chord[1]], -1)) return goOn(after);
    if (endAt(index - 1) || endAt(index + 1) || at(index - 1) === at(index + 1) || !goesOn(at(index - 1), at(index + 1))) return false;
    return goOn({ start: at(index - 1).end, way: between(at(index - 1).end, at(index + 1).start) });
  };
  // What hides the first or last piece of a side leaves an end beside it; several may do so one after the other.
  for (let index = 0; index < edges.length; index++) if (belongs(index)) index = -1;
  // A little of the outline between two ends, along something of which nothing is known, is part of the end.
  const longest = edges.reduce((most, edge, index) => (isEnd[index] ? most : Math.max(most, edge.pixels.length)), 0);
  for (const [index, edge] of edges.entries()) {
    const isLittle = edge.besideShare > 0.85 && edge.pixels.length < leastSideOfLongest * longest;
    if (isLittle && endAt(index - 1) && endAt(index + 1)) isEnd[index] = true;
  }
  const first = isEnd.findIndex((kind, index) => kind !== isEnd[(index + isEnd.length - 1) % isEnd.length]);
  if (first < 0) return [];
  const groups: Group[] = [];
  for (let step = 0; step < edges.length; step++) {
    const index = (first + step) % edges.length;
    const kind = isEnd[index] ? 'end' : 'side';
    const last = groups.at(-1);
    if (last && last.kind === kind) last.edges.push(edges[index]!);
    else groups.push({ edges: [edges[index]!], kind });
  }
  return groups;
}

/** Whether a hidden edge leaves a side's line by little, to its inside. @param turn -1 where the line is followed against the way round. */
function runsOn(way: Point, chord: Point, turn: 1 | -1): boolean {
  const deg = turn * turnDeg(way, chord);
  return deg > -mostOutwardDeg && deg < mostAlongDeg;
}

type About = { before: OutlineEdge; after: OutlineEdge; isFirst: boolean };

function sidesAbout(edges: readonly OutlineEdge[], end: readonly OutlineEdge[], first: readonly OutlineEdge[]): About {
  const place = edges.indexOf(end[0]!);
  const before = edges[(place + edges.length - 1) % edges.length]!;
  const after = edges[(place + end.length) % edges.length]!;
  return { before, after, isFirst: first.includes(before) };
}

/** An end lies between the sides: how far across it a pixel lies is told by the way from one to the other, as an angle about where the sides meet. */
function layEnd(found: RoundSides, end: readonly OutlineEdge[], { before, after, isFirst }: About, width: number): void {
  const from = end[0]!.start;
  const way = between(from, end.at(-1)!.end);
  const squared = way[0] ** 2 + way[1] ** 2 || 1;
  const back: Point = [-before.arrives[0], -before.arrives[1]];
  const halfAngle = Math.min(mostHalfAngle, Math.abs((turnDeg(back, after.setsOut) * Math.PI) / 360));
  for (const edge of end) {
    for (const i of edge.pixels) {
      const own = between(from, [i % width, Math.floor(i / width)]);
      const share = Math.max(0, Math.min(1, (own[0] * way[0] + own[1] * way[1]) / squared));
      const straight = isFirst ? 2 * share - 1 : 1 - 2 * share;
      found.across[i] = halfAngle < 1e-3 ? straight : Math.atan(straight * Math.tan(halfAngle)) / halfAngle;
    }
  }
}

/** A side that turns sharply in its middle, as the two that it is. */
function apart(side: readonly OutlineEdge[]): OutlineEdge[][] | null {
  const whole = side.reduce((sum, edge) => sum + edge.pixels.length, 0);
  let best = { turn: apexDeg, at: 0 };
  let length = 0;
  for (let index = 0; index + 1 < side.length; index++) {
    length += side[index]!.pixels.length;
    const turn = turnDeg(side[index]!.arrives, side[index + 1]!.setsOut);
    if (Math.min(length, whole - length) >= leastApexShare * whole && turn > best.turn) best = { turn, at: index + 1 };
  }
  return best.at === 0 ? null : [side.slice(0, best.at), side.slice(best.at)];
}

/** By how much a side turns from its beginning to its end. */
function turnOf(side: readonly OutlineEdge[]): number {
  let [sum, last] = [0, side[0]!.setsOut];
  for (const { setsOut, arrives, middle } of side) {
    for (const way of [setsOut, middle, arrives]) {
      sum += turnDeg(last, way);
      last = way;
    }
  }
  return Math.abs(sum);
}
