import { thinnedOut } from '#core/raster/thinned-path';
import type { PlaceMm } from '#model/reading';
import type { PlacedAreas } from './wet-areas-of-picture';

/** Lines are straightened within so many px of the raster: its steps are none of the cut. */
const withinPx = 1.25;

/** Where one wet area meets another, as lines in mm of the picture: edges of pixels between two labels, walked from end to end. */
export function cutLines({ labels, width, height, pxPerMm, leftMm, topMm }: PlacedAreas): PlaceMm[][] {
  const beside = new Map<number, number[]>();
  const across = width + 1;
  const note = (one: number, other: number) => {
    beside.set(one, [...(beside.get(one) ?? []), other]);
    beside.set(other, [...(beside.get(other) ?? []), one]);
  };
  const differs = (one: number, other: number) => labels[one] !== 0 && labels[other] !== 0 && labels[one] !== labels[other];
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      if (column + 1 < width && differs(i, i + 1)) note(row * across + column + 1, (row + 1) * across + column + 1);
      if (row + 1 < height && differs(i, i + width)) note((row + 1) * across + column, (row + 1) * across + column + 1);
    }
  }
  // Where three areas meet, and at the rim, lines end.
  const isEnd = new Set([...beside].filter(([, others]) => others.length !== 2).map(([vertex]) => vertex));
  const lines: PlaceMm[][] = [];
  const walk = (from: number) => {
    const way = [from];
    for (let at = from; ; ) {
      const next = beside.get(at)?.pop();
      if (next === undefined) break;
      const back = beside.get(next) as number[];
      back.splice(back.indexOf(at), 1);
      way.push(next);
      at = next;
      if (isEnd.has(at)) break;
    }
    if (way.length < 2) return;
    const points = way.map((at): PlaceMm => [leftMm + (at % across) / pxPerMm, topMm + Math.floor(at / across) / pxPerMm]);
    lines.push(thinnedOut(points, withinPx / pxPerMm));
  };
  // What is left then are rings.
  for (const vertex of [...isEnd, ...beside.keys()]) while ((beside.get(vertex)?.length ?? 0) > 0) walk(vertex);
  return lines;
}
