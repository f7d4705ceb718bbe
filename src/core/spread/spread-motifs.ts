import {
  areaMm2,
  assertOutline,
  boundsMm,
  type BoundsMm,
  clearanceMm,
  isInside,
  movedMm,
  type OutlineMm,
  turned,
} from '#core/outline/outline';
import { seeded } from '#core/sharing/seeded';
import { distanceMm, fillOutline, type Grid, gridOf, pixelOf, placeOf, pxPerMm } from './room';

export type SpreadRequest = {
  /** What is covered; nothing lies over its edge. */
  panel: OutlineMm;
  /** Kept free: the middle of a wreath, a place for words. Default: nothing. */
  free?: readonly OutlineMm[] | undefined;
  motifs: readonly { id: string; outline: OutlineMm; count: number }[];
  /** The least room between motifs, and between them and what is kept free. */
  gapMm: number;
  seed: number;
};
/** A motif where it lies: its outline turned about its origin (clockwise) and then moved so that its least x and y are these. */
export type SpreadMotif = { id: string; xMm: number; yMm: number; turnedDeg: number };
export type Spread = {
  motifs: SpreadMotif[];
  /** Those for which there was no room, by id. */
  leftOut: string[];
  /** Places (in `motifs`) that are neighbours, the nearest first. */
  neighbours: [number, number][];
};

/** Turns that are tried at a place. */
const turns = 12;
/** Places that are tried for a motif, the roomiest first; none nearer to another than this share of its room. */
const mostPlaces = 24;
/** Rounds in which each motif is taken up and laid down once more where it is roomiest. */
const settlingRounds = 2;
/** Where room is short, places are tried at this distance. */
const closeStepMm = 2;
/** An edge is half a neighbour: what lies at it needs half the room. */
const edgeCounts = 2;
/** Motifs are neighbours up to so many times the middle room between the nearest. */
const neighbourTimes = 2.2;

type Laid = { id: string; at: OutlineMm; deg: number; outline: OutlineMm };

/** @throws TypeError, RangeError */
function assertRequest({ panel, free = [], motifs, gapMm, seed }: SpreadRequest): void {
  assertOutline(panel, 'The panel');
  for (const outline of free) assertOutline(outline, 'What is kept free');
  for (const { id, outline, count } of motifs) {
    assertOutline(outline, `The outline of ${id}`);
    if (!Number.isInteger(count) || count < 0 || count > 500)
      throw new RangeError(`A motif is there a whole number of times up to 500; ${id} has ${count}.`);
  }
  if (!(gapMm >= 0)) throw new RangeError(`A gap is 0 mm or more; this one is ${gapMm}.`);
  if (!Number.isFinite(seed)) throw new RangeError(`A seed is a number; this one is ${seed}.`);
}

/** Turned about its own middle at a place. */
function laidAt(outline: OutlineMm, deg: number, [x, y]: readonly [number, number]): OutlineMm {
  const own = turned(outline, deg);
  const { xMm, yMm, widthMm, heightMm } = boundsMm(own);
  return movedMm(own, x - xMm - widthMm / 2, y - yMm - heightMm / 2);
}

/** How far two boxes lie from each other at the least, in mm: outlines within them lie no nearer. */
function boxesMm(one: BoundsMm, other: BoundsMm): number {
  const beside = Math.max(one.xMm - other.xMm - other.widthMm, other.xMm - one.xMm - one.widthMm, 0);
  const below = Math.max(one.yMm - other.yMm - other.heightMm, other.yMm - one.yMm - one.heightMm, 0);
  return Math.hypot(beside, below);
}

/** How much room there is round the places of an outline on a map of distances; less than 0 where it leaves the map. */
function roomRound(grid: Grid, room: Float32Array, outline: OutlineMm): number {
  let least = Number.POSITIVE_INFINITY;
  for (const place of outline) {
    const pixel = pixelOf(grid, place);
    least = Math.min(least, pixel < 0 ? -1 : room[pixel]!);
  }
  return least;
}

/**
 * Spreads motifs over a panel: the large ones first, each where the room is largest, by the distance from all that lies there; the gaps are filled with the small ones where they fit best; then each is
 * taken up and laid down once more, so that the room between neighbours evens out. Farthest-point placing (Eldar, Lindenbaum, Porat and Zeevi 1997, The farthest point strategy for progressive image
 * sampling, IEEE Transactions on Image Processing 6), with outlines in the place of points.
 * @throws TypeError, RangeError for what is no panel, motif, gap or seed.
 */
export function spreadMotifs(request: SpreadRequest): Spread {
  assertRequest(request);
  const { panel, free = [], motifs, gapMm, seed } = request;
  const random = seeded(seed);
  const grid = gridOf(panel);
  const outside = new Uint8Array(grid.width * grid.height);
  fillOutline(grid, outside, panel);
  for (let pixel = 0; pixel < outside.length; pixel++) outside[pixel] = outside[pixel] ? 0 : 1;
  const fromEdge = distanceMm(grid, outside);
  const kept = new Uint8Array(outside.length);
  for (const outline of free) fillOutline(grid, kept, outline);

  /** Room at each pixel, with an edge as half a neighbour. */
  const roomOf = (laid: readonly Laid[]): Float32Array => {
    const taken = kept.slice();
    for (const { at } of laid) fillOutline(grid, taken, at);
    const isEmpty = laid.length === 0 && free.length === 0;
    const fromOthers = isEmpty ? null : distanceMm(grid, taken);
    const room = new Float32Array(outside.length);
    for (let pixel = 0; pixel < room.length; pixel++) {
      const edge = edgeCounts * fromEdge[pixel]!;
      if (!outside[pixel]) room[pixel] = fromOthers ? Math.min(edge, fromOthers[pixel]!) : edge;
    }
    return room;
  };
  const fits = (outline: OutlineMm, laid: readonly Laid[]): boolean => {
    const own = boundsMm(outline);
    const clears = (other: OutlineMm) => boxesMm(own, boundsMm(other)) >= gapMm || clearanceMm(outline, other) >= gapMm;
    return outline.every((place) => isInside(place, panel)) && laid.every(({ at }) => clears(at)) && free.every(clears);
  };

  /** The roomiest place and turn of a motif; null: it fits nowhere. */
  const layDown = (motif: { id: string; outline: OutlineMm }, laid: readonly Laid[]): Laid | null => {
    const room = roomOf(laid);
    let best: { own: Laid; room: number } | null = null;
    const startDeg = 360 * random();
    for (const pixel of roomiest(grid, room, random)) {
      const middle = placeOf(grid, pixel);
      for (let turn = 0; turn < turns; turn++) {
        const deg = Math.round((startDeg + (360 * turn) / turns) * 10) / 10;
        const at = laidAt(motif.outline, deg, middle);
        const value = roomRound(grid, room, at);
        // The map tells it to less than two pixels: what is nearer by more is not looked at closely.
        if (value <= (best?.room ?? -1) || value < gapMm - 2 / pxPerMm || !fits(at, laid)) continue;
        best = { own: { id: motif.id, outline: motif.outline, at, deg }, room: value };
      }
      // Places come by their room: what fits at a roomy one is not bettered at a narrow one.
      if (best && best.room >= room[pixel]! / 2) break;
    }
    return best?.own ?? null;
  };

  /** The first place from the top where a motif has room; null: it fits nowhere. */
  const layClose = (motif: { id: string; outline: OutlineMm }, laid: readonly Laid[]): Laid | null => {
    const room = roomOf(laid);
    const step = Math.max(1, Math.round(closeStepMm * pxPerMm));
    const turned = Array.from({ length: turns }, (_, turn) => (360 * turn) / turns);
    for (let row = 0; row < grid.height; row += step) {
      for (let column = 0; column < grid.width; column += step) {
        if (outside[row * grid.width + column]) continue;
        const middle = placeOf(grid, row * grid.width + column);
        for (const deg of turned) {
          const at = laidAt(motif.outline, deg, middle);
          if (roomRound(grid, room, at) >= gapMm - 2 / pxPerMm && fits(at, laid)) return { id: motif.id, outline: motif.outline, at, deg };
        }
      }
    }
    return null;
  };

  const bySize = [...motifs].sort((one, other) => areaMm2(other.outline) - areaMm2(one.outline));
  const layAll = (lay: typeof layDown): { laid: Laid[]; leftOut: string[] } => {
    const all: Laid[] = [];
    const without: string[] = [];
    for (const motif of bySize) {
      for (let piece = 0; piece < motif.count; piece++) {
        // What had no room has none for the next one like it.
        const own = without.includes(motif.id) ? null : lay(motif, all);
        if (own) all.push(own);
        else without.push(motif.id);
      }
    }
    return { laid: all, leftOut: without };
  };
  let { laid, leftOut } = layAll(layDown);
  // Where room is short, they are laid close together first, and evened out then.
  if (leftOut.length > 0) {
    const close = layAll(layClose);
    if (close.laid.length > laid.length) ({ laid, leftOut } = close);
  }
  for (let round = 0; round < settlingRounds; round++) {
    for (let place = 0; place < laid.length; place++) {
      const others = laid.filter((_, index) => index !== place);
      const again = layDown(laid[place]!, others);
      if (again) laid = laid.map((own, index) => (index === place ? again : own));
    }
  }
  return {
    motifs: laid.map(({ id, at, deg }) => {
      const { xMm, yMm } = boundsMm(at);
      return { id, xMm: Math.round(xMm * 1000) / 1000, yMm: Math.round(yMm * 1000) / 1000, turnedDeg: deg % 360 };
    }),
    leftOut,
    neighbours: neighboursOf(laid.map(({ at }) => at)),
  };
}

/** Pixels with the most room, none within the room of one before; places of about the same room are shaken. */
function* roomiest(grid: Grid, room: Float32Array, random: () => number): Generator<number> {
  const open = room.slice();
  for (let tried = 0; tried < mostPlaces; tried++) {
    let best = -1;
    let most = 0;
    for (let pixel = 0; pixel < open.length; pixel++) {
      if (open[pixel]! > most) [most, best] = [open[pixel]!, pixel];
    }
    if (best < 0) return;
    if (tried === 0 && most > 1) {
      // Of the empty panel any place is as good as its middle: the first motif lies at another one for each seed.
      let alike = 0;
      for (let pixel = 0; pixel < open.length; pixel++) {
        // One of all that are alike, each as likely (Vitter 1985, Random sampling with a reservoir).
        if (open[pixel]! >= 0.97 * most && random() * ++alike < 1) best = pixel;
      }
    }
    yield best;
    const reach = Math.max(2, Math.round((most * pxPerMm) / 2));
    const [column, row] = [best % grid.width, Math.floor(best / grid.width)];
    for (let down = -reach; down <= reach; down++) {
      for (let across = -reach; across <= reach; across++) {
        const [x, y] = [column + across, row + down];
        if (x >= 0 && y >= 0 && x < grid.width && y < grid.height) open[y * grid.width + x] = 0;
      }
    }
  }
}

/** The room from each outline to its nearest neighbour, in mm. */
export function nearestRooms(outlines: readonly OutlineMm[]): number[] {
  return outlines.map((own, index) => Math.min(...outlines.filter((_, other) => other !== index).map((other) => clearanceMm(own, other))));
}

function neighboursOf(outlines: readonly OutlineMm[]): [number, number][] {
  if (outlines.length < 2) return [];
  const nearest = nearestRooms(outlines).sort((one, other) => one - other);
  const reach = Math.max(1, neighbourTimes * nearest[nearest.length >> 1]!);
  return outlines
    .flatMap((own, index) =>
      outlines
        .slice(index + 1)
        .map((other, place) => ({ pair: [index, index + 1 + place] as [number, number], mm: clearanceMm(own, other) })),
    )
    .filter(({ mm }) => mm <= reach)
    .sort((one, other) => one.mm - other.mm)
    .map(({ pair }) => pair);
}
