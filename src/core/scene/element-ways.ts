import { strokeWays, type StrokeWays } from './stroke-ways';
import { thinnedMap, type WhereaboutsGiven } from './whereabouts';

/** Ways are told from about so many px a mm. */
const waysPxPerMm = 2;

export type ElementWaysGiven = Pick<WhereaboutsGiven, 'map' | 'labels' | 'pxPerMm' | 'rungs' | 'ownerOfElement' | 'ownerOf'> & {
  /** Whether the strokes of an element fall down: hair. */
  fallsDown: (element: number) => boolean;
};

/** The ways of the strokes of each element of a map, in px of the picture: an area is a piece. */
export function elementWays(given: ElementWaysGiven): StrokeWays[] {
  const { map, rungs, ownerOfElement, ownerOf, fallsDown } = given;
  const { width, height, element, band, label, step } = thinnedMap(given, waysPxPerMm);
  const size = width * height;
  const byPiece = new Map<string, { pixels: number[]; touching: number[]; deepest: number[] }>();
  const ownerAt = (i: number) => (element[i] ? ownerOfElement[element[i]! - 1]! : ownerOf(label[i]!));
  for (let i = 0; i < size; i++) {
    const number = element[i]!;
    if (number === 0) continue;
    const key = `${number} ${label[i]}`;
    const piece = byPiece.get(key) ?? { pixels: [], touching: [], deepest: [] };
    byPiece.set(key, piece);
    piece.pixels.push(i);
    if (band[i] === rungs[number - 1]) piece.deepest.push(i);
    const own = ownerAt(i);
    const x = i % width;
    const around = [x > 0 ? i - 1 : i, x + 1 < width ? i + 1 : i, i >= width ? i - width : i, i + width < size ? i + width : i];
    if (around.some((next) => label[next] !== 0 && ownerAt(next) !== own && ownerAt(next) !== 0)) piece.touching.push(i);
  }
  const scale = step * map.scale;
  return rungs.map((_, index) => {
    const pieces = [...byPiece].filter(([key]) => key.startsWith(`${index + 1} `)).map(([, piece]) => piece);
    const { ways, isOutwards } = strokeWays({ width, pieces, fallsDown: fallsDown(index) });
    return { isOutwards, ways: ways.map((way) => way.map(([x, y]) => [(x + 0.5) * scale, (y + 0.5) * scale] as const)) };
  });
}
