/**
 * Which band of which element lies where: what everything that is painted of a picture is made from. `elements`: 0 where nothing is
 * coloured, else the place of the element among those asked for, from 1; `bands`: 0 there, else 1 = lightest. Row-major; `scale`: px of
 * the picture along one px of the map. `softEdges`: where a soft spot fades into what lies beneath it.
 */
export type BandMap = {
  width: number;
  height: number;
  scale: 1 | 2;
  elements: Uint16Array;
  bands: Uint8Array;
  softEdges?: SoftEdges;
};

/** One entry a pixel: where it is, how much of it (0 to 255) the spot covers, which band of the spot, and what lies beneath. */
export type SoftEdges = {
  pixels: Uint32Array;
  covers: Uint8Array;
  elements: Uint16Array;
  bands: Uint8Array;
  elementsBeneath: Uint16Array;
  bandsBeneath: Uint8Array;
};

/** How many px of the map each band covers, light to dark, for each element asked for. @param counts how many bands each has. */
export function bandPixels({ elements, bands }: BandMap, counts: readonly number[]): number[][] {
  const px = counts.map((count) => new Array<number>(count).fill(0));
  for (let i = 0; i < elements.length; i++) {
    const element = elements[i]!;
    if (element === 0) continue;
    const own = px[element - 1];
    const band = bands[i]! - 1;
    if (own) own[band] = (own[band] ?? 0) + 1;
  }
  return px;
}

/** Share of its element that each band covers, light to dark, for each element asked for. @param counts how many bands each has. */
export function bandShares(map: BandMap, counts: readonly number[]): number[][] {
  return bandPixels(map, counts).map((own) => {
    const total = own.reduce((sum, count) => sum + count, 0);
    return own.map((count) => (total > 0 ? count / total : 0));
  });
}
