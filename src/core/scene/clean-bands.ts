import { insideDistance } from '#core/raster/inside-distance';
import type { BandMap } from './band-map';

/** A nib lays no narrower band, in mm (common practice, no source). */
const nibMm = 1;
/** What is nowhere wider than so many nibs is coloured as it is: a whisker has bands, however narrow. */
const exemptNibs = 3;
/** A narrow strip of at least so many nibs squared, such as the shadow under a brim, is widened to a nib; a smaller one is taken into what is about it. */
const leastStripNibs = 2;
/** Smallest part of a band, in mm2: 64 px at 300 dpi. */
const leastAreaMm2 = 0.46;

/** An island of a darker band that touches no line is no shadow that one would colour, if it is smaller than this, in mm2 (common practice, no source). */
const leastIslandMm2 = 2.5;

/** Edges of bands are smoothed over so far to each side, in mm, and so many times. */
const smoothMm = 0.25;
const smoothTurns = 2;
/** So many rows are one step. */
const stepRows = 96;

/**
 * Rounds the edges of bands off: a pixel near one goes to the band that most about it within its element have (a mode filter). Each turn reads the
 * bands of before it.
 */
function* smoothEdges({ width, height, elements, bands }: BandMap, pxPerMm: number): Generator<void> {
  const reach = Math.max(1, Math.round(smoothMm * pxPerMm));
  const counts = new Uint16Array(256);
  const darkest = bands.reduce((most, band) => Math.max(most, band), 0);
  for (let turn = 0; turn < smoothTurns; turn++) {
    const before = bands.slice();
    for (let row = reach; row + reach < height; row++) {
      smoothRow(row);
      if (row % stepRows === 0) yield;
    }
    function smoothRow(row: number): void {
      // The pixel and its element for which the counts stand: from one to the next in a row only a column goes and one comes.
      let [counted, ofElement] = [-2, 0];
      for (let i = row * width + reach; i < (row + 1) * width - reach; i++) {
        const element = elements[i]!;
        if (element === 0 || !isNearEdge(i, element)) continue;
        if (counted === i - 1 && ofElement === element) {
          count(i - 1 - reach, element, -1);
          count(i + reach, element, 1);
        } else {
          counts.fill(0, 0, darkest + 1);
          for (let dx = -reach; dx <= reach; dx++) count(i + dx, element, 1);
        }
        counted = i;
        ofElement = element;
        let best = before[i]!;
        for (let band = 1; band <= darkest; band++) if (counts[band]! > counts[best]!) best = band;
        bands[i] = best;
      }
    }
    /** Counts the bands of an element in the column of a pixel. */
    function count(middle: number, element: number, by: 1 | -1): void {
      const last = middle + reach * width;
      for (let at = middle - reach * width; at <= last; at += width) if (elements[at] === element) counts[before[at]!]! += by;
    }
    function isNearEdge(i: number, element: number): boolean {
      const own = before[i]!;
      const down = reach * width;
      // Asked at every pixel: an array of the four would be the longest part of it.
      return (
        (elements[i - reach] === element && before[i - reach] !== own) ||
        (elements[i + reach] === element && before[i + reach] !== own) ||
        (elements[i - down] === element && before[i - down] !== own) ||
        (elements[i + down] === element && before[i + down] !== own)
      );
    }
  }
}

/**
 * Rounds edges off, takes specks into what lies about them within their element, and parts of bands that are nowhere as wide as a nib too, or widens
 * them to one. A part with no neighbour in its
 * element stays as it is. The map is changed.
 * @param map at the scale of the picture. @param pxPerMm of it.
 */
export function cleanBands(map: BandMap, pxPerMm: number): void {
  for (const _ of cleanInSteps(map, pxPerMm));
}

/** The same in steps, between which it may be left; the map is whole only after the last. */
export function* cleanInSteps(map: BandMap, pxPerMm: number): Generator<void> {
  const { width, height, elements, bands } = map;
  yield* smoothEdges(map, pxPerMm);
  const leastPx = leastAreaMm2 * pxPerMm ** 2;
  const kinds = new Uint32Array(elements.length);
  for (let i = 0; i < kinds.length; i++) if (elements[i] !== 0) kinds[i] = elements[i]! * 256 + bands[i]!;
  const ofElement = insideDistance(new Uint32Array(elements), width, height);
  yield;
  const widest = new Uint16Array(65536);
  for (let i = 0; i < elements.length; i++) {
    const element = elements[i]!;
    if (ofElement[i]! > widest[element]!) widest[element] = ofElement[i]!;
  }
  const distance = insideDistance(kinds, width, height);
  yield;
  const seen = new Uint8Array(kinds.length);
  const taken: number[] = [];
  const narrow: { pixels: Uint32Array; missingPx: number }[] = [];
  const part = new Uint32Array(kinds.length);
  let count = 0;
  const visit = (next: number, kind: number) => {
    if (seen[next] || kinds[next] !== kind) return;
    seen[next] = 1;
    part[count++] = next;
  };
  /** Whether a neighbour is of the same part, or of a lighter band of the same element. */
  const isWithin = (i: number, next: number) => elements[next] === elements[i] && bands[next]! <= bands[i]!;
  const takePart = (start: number) => {
    const kind = kinds[start]!;
    count = 0;
    visit(start, kind);
    let far = 0;
    let isIsland = true;
    for (let at = 0; at < count; at++) {
      const i = part[at]!;
      if (distance[i]! > far) far = distance[i]!;
      const column = i % width;
      if (isIsland) {
        const isInside = column > 0 && column + 1 < width && i >= width && i + width < kinds.length;
        isIsland = isInside && isWithin(i, i - 1) && isWithin(i, i + 1) && isWithin(i, i - width) && isWithin(i, i + width);
      }
      if (column > 0) visit(i - 1, kind);
      if (column + 1 < width) visit(i + 1, kind);
      if (i >= width) visit(i - width, kind);
      if (i + width < kinds.length) visit(i + width, kind);
    }
    const isExempt = 2 * widest[elements[start]!]! < exemptNibs * nibMm * pxPerMm;
    // A part of one px is 1 away from what is about it: it is 2 x 1 - 1 px wide.
    const missingPx = isExempt ? 0 : Math.ceil(nibMm * pxPerMm - (2 * far - 1));
    const isSmallIsland = isIsland && count < leastIslandMm2 * pxPerMm ** 2;
    if (count < leastPx || isSmallIsland || (missingPx > 0 && count < leastStripNibs * (nibMm * pxPerMm) ** 2)) {
      for (let at = 0; at < count; at++) taken.push(part[at]!);
    } else if (missingPx > 0) narrow.push({ pixels: part.slice(0, count), missingPx });
  };
  for (let row = 0; row < height; row++) {
    for (let start = row * width; start < (row + 1) * width; start++) if (kinds[start] !== 0 && !seen[start]) takePart(start);
    if (row % stepRows === 0) yield;
  }
  refill(map, taken);
  for (const strip of narrow) widen(map, strip);
}

/** Widens a strip by so many px within its element, ring by ring; what it reaches becomes its band. */
function widen({ width, elements, bands }: BandMap, { pixels, missingPx }: { pixels: Uint32Array; missingPx: number }): void {
  const [first = 0] = pixels;
  const [element, band] = [elements[first], bands[first]!];
  let ring: readonly number[] = [...pixels];
  for (let step = 0; step < missingPx; step++) {
    const reached: number[] = [];
    for (const i of ring) {
      const column = i % width;
      for (const next of [column > 0 ? i - 1 : -1, column + 1 < width ? i + 1 : -1, i - width, i + width]) {
        if (next < 0 || elements[next] !== element || bands[next] === band) continue;
        bands[next] = band;
        reached.push(next);
      }
    }
    ring = reached;
  }
}

/** Gives pixels the band of the nearest of their element that keeps its own, ring by ring. */
function refill({ width, elements, bands }: BandMap, taken: readonly number[]): void {
  const isTaken = new Uint8Array(elements.length);
  for (const i of taken) isTaken[i] = 1;
  let open = taken;
  while (open.length > 0) {
    const found = open.flatMap((i): [number, number][] => {
      const column = i % width;
      const next = [column > 0 ? i - 1 : -1, column + 1 < width ? i + 1 : -1, i - width, i + width].find(
        (other) => other >= 0 && other < elements.length && !isTaken[other] && elements[other] === elements[i],
      );
      return next === undefined ? [] : [[i, bands[next]!]];
    });
    // What has no neighbour of its element to go to stays as it was.
    if (found.length === 0) return;
    for (const [i, band] of found) {
      bands[i] = band;
      isTaken[i] = 0;
    }
    open = open.filter((i) => isTaken[i]);
  }
}
