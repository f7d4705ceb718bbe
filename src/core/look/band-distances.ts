import type { BandMap } from '#core/scene/band-map';

/**
 * How far each px lies from where its band meets the next darker, and the next lighter one, in px of the map, within its own element and band only; Infinity where
 * there is no such meeting. `roomPx`: of a band that meets only one other, how far its farthest px lies from there.
 */
export type BandDistances = { toDarker: Float32Array; toLighter: Float32Array; roomPx: Float32Array };

const diagonal = Math.SQRT2;

/** Of each px its element and band as one number; 0: bare. */
function kindsOf({ elements, bands }: BandMap): Int32Array {
  const kinds = new Int32Array(elements.length);
  for (let i = 0; i < kinds.length; i++) if (elements[i] !== 0) kinds[i] = (elements[i]! << 8) | bands[i]!;
  return kinds;
}

/** Sets half a px where one px of an element is darker than the px beside it: from the lighter one to the darker, and back. */
function meet(kinds: Int32Array, i: number, j: number, toDarker: Float32Array, toLighter: Float32Array): void {
  const [one, other] = [kinds[i]!, kinds[j]!];
  if (one === other || one >> 8 !== other >> 8 || one === 0) return;
  const [light, dark] = one < other ? [i, j] : [j, i];
  toDarker[light] = 0.5;
  toLighter[dark] = 0.5;
}

/**
 * Carries distances on within each kind, to and fro, by steps of 1 and of the root of 2 (Borgefors 1986, Distance transformations in digital images). Round a sharp
 * bend they come out a little long, where they say nothing any more.
 */
function carry(kinds: Int32Array, width: number, height: number, distances: Float32Array): void {
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      const kind = kinds[i]!;
      if (kind === 0) continue;
      let least = distances[i]!;
      if (column > 0 && kinds[i - 1] === kind && distances[i - 1]! + 1 < least) least = distances[i - 1]! + 1;
      if (row > 0) {
        const up = i - width;
        if (kinds[up] === kind && distances[up]! + 1 < least) least = distances[up]! + 1;
        if (column > 0 && kinds[up - 1] === kind && distances[up - 1]! + diagonal < least) least = distances[up - 1]! + diagonal;
        if (column + 1 < width && kinds[up + 1] === kind && distances[up + 1]! + diagonal < least) least = distances[up + 1]! + diagonal;
      }
      distances[i] = least;
    }
  }
  for (let row = height - 1, i = width * height - 1; row >= 0; row--) {
    for (let column = width - 1; column >= 0; column--, i--) {
      const kind = kinds[i]!;
      if (kind === 0) continue;
      let least = distances[i]!;
      if (column + 1 < width && kinds[i + 1] === kind && distances[i + 1]! + 1 < least) least = distances[i + 1]! + 1;
      if (row + 1 < height) {
        const down = i + width;
        if (kinds[down] === kind && distances[down]! + 1 < least) least = distances[down]! + 1;
        if (column > 0 && kinds[down - 1] === kind && distances[down - 1]! + diagonal < least) least = distances[down - 1]! + diagonal;
        if (column + 1 < width && kinds[down + 1] === kind && distances[down + 1]! + diagonal < least)
          least = distances[down + 1]! + diagonal;
      }
      distances[i] = least;
    }
  }
}

/** The farthest of each piece of a band from where it meets another. */
function rooms(kinds: Int32Array, width: number, toDarker: Float32Array, toLighter: Float32Array): Float32Array {
  const room = new Float32Array(kinds.length).fill(-1);
  const piece = new Int32Array(kinds.length);
  for (let from = 0; from < kinds.length; from++) {
    const kind = kinds[from]!;
    if (kind === 0 || room[from] !== -1) continue;
    let [size, farthest] = [1, 0];
    piece[0] = from;
    room[from] = 0;
    for (let at = 0; at < size; at++) {
      const i = piece[at]!;
      const nearest = Math.min(toDarker[i]!, toLighter[i]!);
      if (nearest > farthest && nearest !== Number.POSITIVE_INFINITY) farthest = nearest;
      const column = i % width;
      if (column > 0 && kinds[i - 1] === kind && room[i - 1] === -1) {
        room[i - 1] = 0;
        piece[size++] = i - 1;
      }
      if (column + 1 < width && kinds[i + 1] === kind && room[i + 1] === -1) {
        room[i + 1] = 0;
        piece[size++] = i + 1;
      }
      if (i >= width && kinds[i - width] === kind && room[i - width] === -1) {
        room[i - width] = 0;
        piece[size++] = i - width;
      }
      if (i + width < kinds.length && kinds[i + width] === kind && room[i + width] === -1) {
        room[i + width] = 0;
        piece[size++] = i + width;
      }
    }
    for (let at = 0; at < size; at++) room[piece[at]!] = farthest;
  }
  return room;
}

/** Distances of all px of a band map to the bands beside theirs. */
export function bandDistances(map: BandMap): BandDistances {
  const { width, height } = map;
  const kinds = kindsOf(map);
  const toDarker = new Float32Array(kinds.length).fill(Number.POSITIVE_INFINITY);
  const toLighter = new Float32Array(kinds.length).fill(Number.POSITIVE_INFINITY);
  for (let row = 0, i = 0; row < height; row++)
    for (let column = 0; column < width; column++, i++) {
      if (kinds[i] === 0) continue;
      if (column + 1 < width) meet(kinds, i, i + 1, toDarker, toLighter);
      if (row + 1 < height) meet(kinds, i, i + width, toDarker, toLighter);
    }
  carry(kinds, width, height, toDarker);
  carry(kinds, width, height, toLighter);
  return { toDarker, toLighter, roomPx: rooms(kinds, width, toDarker, toLighter) };
}
