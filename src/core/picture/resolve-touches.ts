import type { Mend } from '#model/reading';
import type { Region } from '#model/region-table';
import type { BinaryImage } from '#core/raster/image';
import { mendFromStroke, mendFromTap } from './gestures';
import { mendLines } from './mends';

/** What a touch of the hand turned out to mean: a mend with the touch's own id, or why nothing. */
export type ResolvedTouch = { id: string; mend: Mend } | { id: string; refusal: string };

/**
 * Says of each touch among the mends which mend it means, in the order made: each sees the lines with all before it, and the regions
 * that were on show.
 * @param lines line work before any mend; its pxPerMm must be known.
 * @param shown label map and regions of the reading on show, of the same size as lines; null where there was none.
 * @returns the mends with touches replaced, those that mean nothing left out; and what became of each touch.
 * @throws RangeError when lines have no pxPerMm.
 */
export function resolveTouches(
  lines: BinaryImage,
  mends: readonly Mend[],
  shown: { labels: Uint16Array; regions: readonly Region[] } | null,
): { mends: Mend[]; resolved: ResolvedTouch[] } {
  const { pxPerMm } = lines;
  if (pxPerMm === undefined) throw new RangeError('resolveTouches expects lines whose pxPerMm is known');
  const labels = shown?.labels.length === lines.data.length ? shown.labels : new Uint16Array(lines.data.length);
  const done: Mend[] = [];
  const resolved: ResolvedTouch[] = [];
  for (const [index, mend] of mends.entries()) {
    if (mend.kind !== 'touch') {
      done.push(mend);
      continue;
    }
    const { id, tool, points } = mend;
    const settled = mends.slice(index + 1).filter(({ kind }) => kind !== 'touch');
    const context = {
      lines: mendLines(lines, [...done, ...settled], pxPerMm),
      pxPerMm,
      labels,
      regions: shown?.regions ?? [],
      newId: () => id,
    };
    const first = points[0];
    if (!first) continue;
    const answer = points.length === 1 ? mendFromTap(tool, first, context) : mendFromStroke(tool, points, context);
    if ('mend' in answer) done.push(answer.mend);
    resolved.push({ id, ...answer });
  }
  return { mends: done, resolved };
}
