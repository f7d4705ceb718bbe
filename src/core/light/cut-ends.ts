/**
 * Cut ends of a form: the edge across a straight-sided thing between two corners (the hem of a skirt, the foot of a stem, the rim of a pot) is where it
 * is cut off, and does not round away as the rest of an outline does.
 */
import { between, cornersOf, outlinesOf, type Point, rightOf, smoothedOutline, turnDeg } from './outline';

/** So far to either side of a place its turn is seen, in mm. */
const armMm = 0.8;
/** An edge is straight that leaves its chord by less than this share of it. */
const mostBow = 0.12;
/** A cut may be curved, as the hem of something round is that is seen a little from above or below, if its sides are straight and run alike. */
const mostCurvedBow = 0.34;
const mostSidesApartDeg = 75;
/** The sides of a curved one have no more along them than it has, and so much. */
const mostSidesBeside = 0.3;
/** The flat side of a dome (a mushroom's cap) is straighter, and its corners turn by more. */
const mostDomeBow = 0.05;
const domeCornerDeg = 60;
/** Of a cut with sides both corners turn by this at least. */
const leastCornerDeg = 21;
/** An edge whose corners are hidden lies so flat at the most. */
const mostSlopeBesideHiddenDeg = 25;
/** Angles at both ends of a cut differ by less. */
const mostAngleGapDeg = 30;
const leastEdgeMm = 1.2;
/**
 * An opening (hair about a face, a fringe over it): an edge that curves inward, between corners, with something behind it along most of it, is where a thing
 * is cut off whatever its sides are.
 */
const leastOver = 0.6;
const mostOpeningBulge = 0.06;
const leastOpeningBow = 0.05;
const leastOpeningCornerDeg = 50;
/** An edge that is twice as long as its sides counts as so much more aslant: what is long is a side, unless it goes round a body. */
const longerDeg = 40;
/** A band's long edge has something along so much of it. */
const leastBeside = 0.5;
/** What hides part of an edge hides nothing else: it goes on behind with turns of less than this at both ends (Kellman & Shipley 1991). */
const mostJoinDeg = 30;
/** What is said of an edge counts within this distance of it, in mm. */
const saidReachMm = 1.5;

/** What is said of the edge nearest to a place, in px of the mask. */
export type SaidCutPx = { x: number; y: number; isCut: boolean };

/** An edge of an outline between two breaks. */
export type OutlineEdge = {
  /** Its pixels, in their order (going round clockwise), and whether something lies in front at each. */
  pixels: number[];
  hidden: boolean[];
  /** Most of it is hidden. */
  isHidden: boolean;
  /** A thing is cut off there. */
  isCut: boolean;
  /** The place that says so; null: it is found. */
  said: SaidCutPx | null;
  start: Point;
  end: Point;
  /** The ways on which it leaves its start, goes in its middle, and comes to its end. */
  setsOut: Point;
  middle: Point;
  arrives: Point;
  /** How far it leaves its chord, as a share of it; what is hidden of it is left out. */
  bow: number;
  /** How far it bulges out of its chord, as a share of it. */
  bulge: number;
  /** Share of it that has another region along it, and share of it along which that lies behind it. */
  besideShare: number;
  overShare: number;
  /** Number of the outline that it is an edge of. */
  outline: number;
};

export type OutlineOptions = {
  /** Whether something lies in front at a rim pixel: an edge ends where that begins. Default: nothing does. */
  isHidden?: (i: number) => boolean;
  /** Whether another region, not paper, lies beside a rim pixel. Default: none does. */
  isBeside?: (i: number) => boolean;
  /** Whether what lies beside a rim pixel lies behind it. Default: nothing does. */
  isOver?: (i: number) => boolean;
  /** What the maker says of edges; it goes before what is found. Default none. */
  said?: readonly SaidCutPx[];
};

type Traced = {
  number: number;
  outline: readonly number[];
  points: readonly Point[];
  arm: number;
  hidden: readonly boolean[];
  beside: readonly boolean[];
  over: readonly boolean[];
};

const lengthOf = ({ start, end }: Pick<OutlineEdge, 'start' | 'end'>): number => Math.hypot(...between(start, end));

function edgeOf({ number, outline, points, arm, hidden, beside, over }: Traced, from: number, to: number): OutlineEdge {
  const count = (to - from + outline.length) % outline.length || outline.length;
  const placeAt = (step: number) => (from + step + outline.length) % outline.length;
  const steps = Array.from({ length: count + 1 }, (_, step) => placeAt(step));
  const [start, end] = [points[from]!, points[to]!];
  const chord = between(start, end);
  const length = Math.hypot(...chord);
  const own = steps.map((place) => hidden[place]!);
  const isHidden = 2 * own.filter(Boolean).length > own.length;
  let [bow, bulge] = [0, 0];
  for (const [step, place] of steps.entries()) {
    if (own[step] && !isHidden) continue;
    const right = rightOf(start, chord, points[place]!);
    bow = Math.max(bow, Math.abs(right));
    bulge = Math.max(bulge, -right);
  }
  const shareOf = (flags: readonly boolean[]) => steps.filter((place) => flags[place]).length / steps.length;
  const reach = Math.min(count, 2 * arm);
  const pointAt = (step: number) => points[placeAt(step)]!;
  return {
    pixels: steps.map((place) => outline[place]!),
    hidden: own,
    isHidden,
    isCut: false,
    said: null,
    start,
    end,
    setsOut: between(start, pointAt(reach)),
    middle: between(pointAt(Math.round(count / 3)), pointAt(Math.round((2 * count) / 3))),
    arrives: between(pointAt(count - reach), end),
    bow: length > 2 ? bow / length : 1,
    bulge: length > 2 ? bulge / length : 1,
    besideShare: shareOf(beside),
    overShare: shareOf(over),
    outline: number,
  };
}

/** Whether an edge goes on behind what hides it, from one that comes before to one that comes after. */
export function goesOn(before: Pick<OutlineEdge, 'arrives' | 'end'>, after: Pick<OutlineEdge, 'setsOut' | 'start'>): boolean {
  const chord = between(before.end, after.start);
  return Math.abs(turnDeg(before.arrives, chord)) < mostJoinDeg && Math.abs(turnDeg(chord, after.setsOut)) < mostJoinDeg;
}

/** Edges between breaks; of what hides only a part of one both ends belong to one edge. */
function edgesBetween(traced: Traced, breaks: readonly number[]): OutlineEdge[] {
  const spans = breaks.map((from, index) => ({ from, to: breaks[(index + 1) % breaks.length]! }));
  for (let index = 0; index < spans.length && spans.length > 3; index++) {
    const [last, next] = [(index + spans.length - 1) % spans.length, (index + 1) % spans.length];
    const [before, own, after] = [last, index, next].map((at) => edgeOf(traced, spans[at]!.from, spans[at]!.to)) as [
      OutlineEdge,
      OutlineEdge,
      OutlineEdge,
    ];
    if (!own.isHidden || before.isHidden || after.isHidden || !goesOn(before, after)) continue;
    const joined = { from: spans[last]!.from, to: spans[next]!.to };
    const kept = spans.filter((_, at) => at !== last && at !== index && at !== next);
    const at = kept.findIndex(({ from }) => from === joined.to);
    kept.splice(at < 0 ? kept.length : at, 0, joined);
    spans.splice(0, spans.length, ...kept);
    index = -1;
  }
  return spans.map(({ from, to }) => edgeOf(traced, from, to));
}

/**
 * Places of edges that are openings, one or several that go on from each other without a corner outwards; at its ends an opening may reach a little way beyond
 * what lies behind it.
 */
function openingsAmong(edges: readonly OutlineEdge[]): Set<number> {
  const at = (place: number) => edges[(place + 2 * edges.length) % edges.length]!;
  const isInward = (edge: OutlineEdge) => edge.bulge < mostOpeningBulge && !edge.isHidden;
  const cornerAfter = (place: number) => turnDeg(at(place).arrives, at(place + 1).setsOut);
  const found = new Set<number>();
  for (const [index, edge] of edges.entries()) {
    if (edge.overShare < leastOver || !isInward(edge)) continue;
    let [from, to] = [index, index];
    const belongs = (other: OutlineEdge) => isInward(other) && (other.overShare >= leastOver || lengthOf(other) < lengthOf(edge));
    while (to - from + 1 < edges.length && cornerAfter(from - 1) < leastOpeningCornerDeg && belongs(at(from - 1))) from--;
    while (to - from + 1 < edges.length && cornerAfter(to) < leastOpeningCornerDeg && belongs(at(to + 1))) to++;
    const start = at(from).start;
    const chord = between(start, at(to).end);
    const places = Array.from({ length: to - from + 1 }, (_, step) => from + step);
    const inwardPx = places.map((place) => {
      const { end, bow, bulge } = at(place);
      return Math.max(rightOf(start, chord, end), bow > bulge ? bow * lengthOf(at(place)) : 0);
    });
    if (Math.max(...inwardPx) < leastOpeningBow * Math.hypot(...chord)) continue;
    if (Math.min(cornerAfter(from - 1), cornerAfter(to)) < leastOpeningCornerDeg) continue;
    for (const place of places) found.add((place + 2 * edges.length) % edges.length);
  }
  return found;
}

type Cut = { index: number; costDeg: number };

/**
 * Places of the edges that are cuts: straight, or evenly curved, between neighbours that meet them at like angles and are straight too; or, across a
 * dome, straight between curved ones. Beside an edge that is hidden only what lies across the picture's upright is one: where it begins is not seen.
 */
function cutsAmong(edges: readonly OutlineEdge[], leastPx: number): Set<number> {
  if (edges.length < 2) return new Set();
  const at = (index: number) => edges[(index + edges.length) % edges.length]!;
  /** The side at an end of an edge: the first that is seen beyond what hides where it begins. */
  const sideFrom = (index: number, step: -1 | 1): OutlineEdge | null => {
    for (let far = 1; far < edges.length; far++)
      if (!at(index + step * far + edges.length).isHidden) return at(index + step * far + edges.length);
    return null;
  };
  const openings = openingsAmong(edges);
  const cuts = edges.flatMap((edge, index): Cut[] => {
    const lengthPx = lengthOf(edge);
    if (openings.has(index)) return [{ index, costDeg: 0 }];
    if (lengthPx < leastPx) return [];
    const before = sideFrom(index, -1);
    const after = sideFrom(index, 1);
    if (!before || !after) return [];
    const isBesideHidden = before !== at(index - 1) || after !== at(index + 1);
    const own = between(edge.start, edge.end);
    const slopeDeg = (Math.atan2(Math.abs(own[1]), Math.abs(own[0])) * 180) / Math.PI;
    // Of a dome the sides are curved: how they meet the edge is seen at its ends, and both edge and corners have to be plainer.
    const hasSides = edges.length > 2 && before.bow < mostBow && after.bow < mostBow;
    if (isBesideHidden && !edge.isHidden && (!hasSides || slopeDeg > mostSlopeBesideHiddenDeg)) return [];
    const [arrives, leaves] = hasSides
      ? [between(before.start, before.end), between(after.start, after.end)]
      : [before.arrives, after.setsOut];
    const [atStart, atEnd] = [turnDeg(arrives, own), turnDeg(own, leaves)];
    const gapDeg = Math.abs(atStart - atEnd);
    // The two long edges of a band belong together.
    const beside = edges.length === 4 ? Math.max(edge.besideShare, at(index + 2).besideShare) : edge.besideShare;
    const sidesPx = (lengthOf(before) + lengthOf(after)) / 2;
    if (isBesideHidden && !edge.isHidden && lengthPx < sidesPx / 2) return [];
    const sidesApartDeg = Math.abs(turnDeg([-arrives[0], -arrives[1]], leaves));
    const sidesBeside = (before.besideShare + after.besideShare) / 2;
    const isEvenlyCurved = hasSides && edges.length === 4 && sidesApartDeg < mostSidesApartDeg && sidesBeside < beside + mostSidesBeside;
    if (edge.bow > (isEvenlyCurved ? mostCurvedBow : hasSides ? mostBow : mostDomeBow) || gapDeg > mostAngleGapDeg) return [];
    if (Math.min(atStart, atEnd) < (hasSides ? leastCornerDeg : domeCornerDeg)) return [];
    const isLong = hasSides && lengthPx > sidesPx && beside < leastBeside;
    return [{ index, costDeg: slopeDeg + gapDeg + (isLong ? longerDeg * Math.log2(lengthPx / Math.max(1, sidesPx)) : 0) }];
  });
  // Of two that share a corner one is a side: the cut is the one that lies more across the picture's upright, and is not long for nothing.
  const isNext = (one: Cut, other: Cut) => (one.index + 1) % edges.length === other.index || (other.index + 1) % edges.length === one.index;
  const left = cuts.filter((cut) => cuts.every((other) => other === cut || !isNext(cut, other) || cut.costDeg <= other.costDeg));
  return new Set(left.map(({ index }) => index));
}

function apartOnRound(one: number, other: number, count: number): number {
  const apart = Math.abs(one - other);
  return Math.min(apart, count - apart);
}

/**
 * The edges of all outlines of a mask between their corners, and which of them are cut ends.
 * @param mask row-major, 1 inside. @param pxPerMm of the mask.
 */
export function outlineEdges(
  { data, width, height }: { data: Uint8Array; width: number; height: number },
  pxPerMm: number,
  { isHidden = () => false, isBeside = () => false, isOver = () => false, said = [] }: OutlineOptions = {},
): OutlineEdge[] {
  const arm = Math.max(3, Math.round(armMm * pxPerMm));
  return outlinesOf(data, width, height).flatMap((outline, number) => {
    if (outline.length < 6 * arm) return [];
    const points = smoothedOutline(outline, width, Math.max(1, Math.round(arm / 4)));
    const hidden = outline.map(isHidden);
    const traced: Traced = { number, outline, points, arm, hidden, beside: outline.map(isBeside), over: outline.map(isOver) };
    const breaks = new Set(cornersOf(points, arm));
    for (const place of outline.keys()) {
      const before = (place + outline.length - 1) % outline.length;
      if (hidden[place] !== hidden[before] && ![...breaks].some((corner) => apartOnRound(corner, place, outline.length) < arm))
        breaks.add(place);
    }
    const edges = edgesBetween(
      traced,
      [...breaks].sort((a, b) => a - b),
    );
    const cuts = cutsAmong(edges, leastEdgeMm * pxPerMm);
    for (const index of cuts) edges[index]!.isCut = true;
    for (const own of said) {
      const apart = (edge: OutlineEdge) =>
        Math.min(...edge.pixels.map((i) => Math.hypot((i % width) - own.x, Math.floor(i / width) - own.y)));
      const nearest = edges.map((edge) => ({ edge, apart: apart(edge) })).sort((one, other) => one.apart - other.apart)[0];
      if (nearest && nearest.apart <= saidReachMm * pxPerMm) Object.assign(nearest.edge, { isCut: own.isCut, said: own });
    }
    return edges;
  });
}
