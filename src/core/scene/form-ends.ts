import { cutEnds, type SaidCutPx } from '#core/light/cut-ends';
import type { EndsBehindPx } from '#core/light/poisson';
import type { PictureParts } from './parts';
import type { CoveringBody } from './scene-bodies';

/** What is cut out of a picture round a body. `mask`: 1 inside; `labels`: the label at each pixel, 0 beyond the picture. */
export type CutOut = { width: number; height: number; mask: Uint8Array; labels: Uint16Array };

/**
 * How far behind a border a form ends, as shares of its mean width. Chosen by looking at the solid figures (docs/eval-scene.md): a thing that
 * goes on behind another ends somewhere there; at a border of which nothing is known it ends a little behind it.
 */
const endsBehind = { hidden: 0.5, unknown: 0.25, opening: 4 } as const;
/** With so much of its outline along the form a label is enclosed by it. */
const leastEnclosed = { before: 0.6, behind: 0.5 } as const;
/** Least share of what is not hidden that the sides of a thing with cut ends have: a parcel in one piece is cut off nearly all round. */
const leastSides = 0.3;

/** Labels that a form encloses, by the share of their outline along it: those before it, and those behind it. */
export type Enclosed = { before: ReadonlySet<number>; behind: ReadonlySet<number> };

/** @param cut at the resolution of the picture. */
export function enclosedBy({ rimsPx }: PictureParts, { labels, mask, width }: CutOut, { isBehind }: CoveringBody): Enclosed {
  const along = { before: new Map<number, number>(), behind: new Map<number, number>() };
  for (let i = 0; i < mask.length; i++) {
    const label = labels[i]!;
    if (mask[i] === 1 || label === 0) continue;
    for (const next of [i - 1, i + 1, i - width, i + width]) {
      if (mask[next] !== 1) continue;
      if (isBehind(labels[next]!, label)) along.before.set(label, (along.before.get(label) ?? 0) + 1);
      if (isBehind(label, labels[next]!)) along.behind.set(label, (along.behind.get(label) ?? 0) + 1);
    }
  }
  const enclosed = (side: 'before' | 'behind') =>
    new Set([...along[side]].flatMap(([label, px]) => (px >= leastEnclosed[side] * rimsPx[label]! ? [label] : [])));
  return { before: enclosed('before'), behind: enclosed('behind') };
}

/** Whether something lies in front at a pixel of the rim. */
export function hiddenAt({ width, mask, labels }: CutOut, isBehind: CoveringBody['isBehind']): (i: number) => boolean {
  return (i) => [i - 1, i + 1, i - width, i + width].some((next) => mask[next] === 0 && isBehind(labels[i]!, labels[next] ?? 0));
}

/**
 * Where a form ends behind each border of its cut-out. Where something lies in front it goes on behind it for a while, and beneath what it encloses
 * all the way; at a cut end it does not round away. An opening, whose rim curves inward round what it shows behind it (a hood round a face), is
 * no edge where a rounded thing turns away: Koenderink (1984), What does the occluding contour tell us about solid shape?, Perception 13.
 * @param of.meanWidthPx in px of the cut-out. `pxPerMm` of the cut-out: cut ends are sought; null: none are. `said`: of edges, in px of the cut-out.
 */
export function formEnds(
  { width, mask, labels, height }: CutOut,
  { isBehind }: CoveringBody,
  of: { enclosed: Enclosed; meanWidthPx: number; pxPerMm: number | null; said?: readonly SaidCutPx[] },
): EndsBehindPx {
  const { enclosed, meanWidthPx, pxPerMm, said = [] } = of;
  const cuts =
    pxPerMm === null ? null : cutEnds({ data: mask, width, height }, pxPerMm, hiddenAt({ width, mask, labels, height }, isBehind), said);
  let [open, cut] = [0, 0];
  for (let i = 0; i < mask.length; i++) {
    if (mask[i] === 0) continue;
    for (const next of [i - 1, i + 1, i - width, i + width]) {
      if (mask[next] === 1 || isBehind(labels[i]!, labels[next] ?? 0)) continue;
      open++;
      if (cuts?.[i] === 1) cut++;
    }
  }
  const usesCuts = cut > 0 && (open - cut >= leastSides * open || said.some(({ isCut }) => isCut));
  return (inside, outside) => {
    if (usesCuts && cuts?.[inside] === 1) return Number.POSITIVE_INFINITY;
    const [own, other] = [labels[inside]!, labels[outside]!];
    if (other === 0) return 0;
    if (isBehind(own, other)) return enclosed.before.has(other) ? Number.POSITIVE_INFINITY : endsBehind.hidden * meanWidthPx;
    if (isBehind(other, own)) return enclosed.behind.has(other) ? endsBehind.opening * meanWidthPx : 0;
    return endsBehind.unknown * meanWidthPx;
  };
}
