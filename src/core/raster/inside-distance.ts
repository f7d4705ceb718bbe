/**
 * Distance of each pixel to the nearest of another kind, in px as a king walks; the map's own edge counts as another kind; 0 where the kind is 0.
 * Two sweeps: Rosenfeld & Pfaltz (1968), Distance functions on digital pictures, Pattern Recognition 1.
 */
export function insideDistance(kinds: Uint32Array | Uint16Array, width: number, height: number): Uint16Array {
  const distance = new Uint16Array(kinds.length);
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      const kind = kinds[i]!;
      if (kind === 0) continue;
      if (row === 0 || column === 0 || column + 1 === width) {
        distance[i] = 1;
        continue;
      }
      // Asked at every pixel, twice: written out, without calls and lists.
      const up = i - width;
      let least = 0;
      if (kinds[i - 1] === kind && kinds[up] === kind && kinds[up - 1] === kind && kinds[up + 1] === kind) {
        least = distance[i - 1]!;
        if (distance[up]! < least) least = distance[up]!;
        if (distance[up - 1]! < least) least = distance[up - 1]!;
        if (distance[up + 1]! < least) least = distance[up + 1]!;
      }
      distance[i] = least + 1;
    }
  }
  for (let row = height - 1, i = kinds.length - 1; row >= 0; row--) {
    for (let column = width - 1; column >= 0; column--, i--) {
      const kind = kinds[i]!;
      if (kind === 0 || distance[i] === 1) continue;
      if (row + 1 === height) {
        distance[i] = 1;
        continue;
      }
      const down = i + width;
      if (kinds[i + 1] !== kind || kinds[down] !== kind || kinds[down - 1] !== kind || kinds[down + 1] !== kind) {
        distance[i] = 1;
        continue;
      }
      let least = distance[i]! - 1;
      if (distance[i + 1]! < least) least = distance[i + 1]!;
      if (distance[down]! < least) least = distance[down]!;
      if (distance[down - 1]! < least) least = distance[down - 1]!;
      if (distance[down + 1]! < least) least = distance[down + 1]!;
      distance[i] = least + 1;
    }
  }
  return distance;
}
