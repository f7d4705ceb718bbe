import { type OutlineEdge, outlineEdges, type SaidCutPx } from '#core/light/cut-ends';
import { hiddenRuns } from '#core/light/hidden-ends';
import type { RoundSides } from '#core/light/revolve';
import { sidesOfOutline } from '#core/light/side-chains';
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
/** A band that goes round a body has it along so much of one of its long edges. */
const leastBeside = 0.5;

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
function hiddenAt({ width, mask, labels }: CutOut, isBehind: CoveringBody['isBehind']): (i: number) => boolean {
  return (i) => [i - 1, i + 1, i - width, i + width].some((next) => mask[next] === 0 && isBehind(labels[i]!, labels[next] ?? 0));
}

/** The edges of what is cut out, with those that are cut ends after all told as such, and the two sides that it may have between ends. */
export type BodyEdges = { edges: OutlineEdge[]; sides: RoundSides | null };

/**
 * Tells where a body is cut off: as edges are found and said, if what is left as sides is enough of its outline, or goes round another body as a band.
 * @param pxPerMm of the cut-out; null: nothing is sought. @param said of edges, in px of the cut-out.
 */
export function edgesOfCutOut(cut: CutOut, { isBehind }: CoveringBody, pxPerMm: number | null, said: readonly SaidCutPx[]): BodyEdges {
  if (pxPerMm === null) return { edges: [], sides: null };
  const { width, mask, labels, height } = cut;
  const about = (i: number) => [i - 1, i + 1, i - width, i + width];
  const besideOf = (i: number) => about(i).filter((next) => mask[next] === 0 && (labels[next] ?? 0) !== 0);
  const isHidden = hiddenAt(cut, isBehind);
  const edges = outlineEdges({ data: mask, width, height }, pxPerMm, {
    isHidden,
    isBeside: (i) => besideOf(i).length > 0,
    isOver: (i) => besideOf(i).some((next) => isBehind(labels[next]!, labels[i]!)),
    said,
  });
  // Of what is not hidden: pixels of the outline, and those at cut ends.
  const openPx = (edge: OutlineEdge) => edge.hidden.reduce((sum, hidden) => sum + Number(!hidden), 0);
  const open = edges.reduce((sum, edge) => sum + openPx(edge), 0);
  const cutOff = edges.reduce((sum, edge) => sum + (edge.isCut ? openPx(edge) : 0), 0);
  const isOne = edges.every(({ outline }) => outline === edges[0]?.outline);
  const sidesOf = () => (isOne ? sidesOfOutline(edges, width, mask.length) : null);
  const sides = sidesOf();
  const goesRound = sides !== null && edges.some(({ isCut, besideShare }) => isCut && besideShare >= leastBeside);
  if (open - cutOff >= leastSides * open || goesRound || said.some(({ isCut }) => isCut)) return { edges, sides };
  for (const edge of edges) edge.isCut = false;
  return { edges, sides: sidesOf() };
}

/**
 * Where a form ends behind each border of its cut-out. Where something lies in front it goes on behind it as what it is seen to be, and beneath what it
 * encloses all the way; at a cut end it does not round away. An opening, whose rim curves inward round what it shows behind it (a hood round a face), is
 * no edge where a rounded thing turns away: Koenderink (1984), What does the occluding contour tell us about solid shape?, Perception 13.
 * @param of.meanWidthPx in px of the cut-out.
 */
export function formEnds(
  { mask, labels }: CutOut,
  { isBehind }: CoveringBody,
  { edges }: BodyEdges,
  { enclosed, meanWidthPx }: { enclosed: Enclosed; meanWidthPx: number },
): EndsBehindPx {
  const isCut = new Uint8Array(mask.length);
  for (const edge of edges) if (edge.isCut) for (const i of edge.pixels) isCut[i] = 1;
  const goesOnPx = new Float32Array(mask.length);
  for (const { run, px } of hiddenRuns(edges)) for (const { pixels } of run) for (const i of pixels) goesOnPx[i] = px;
  return (inside, outside) => {
    if (isCut[inside]) return Number.POSITIVE_INFINITY;
    const [own, other] = [labels[inside]!, labels[outside]!];
    if (other === 0) return 0;
    if (isBehind(own, other))
      return enclosed.before.has(other) ? Number.POSITIVE_INFINITY : goesOnPx[inside] || endsBehind.hidden * meanWidthPx;
    if (isBehind(other, own)) return enclosed.behind.has(other) ? endsBehind.opening * meanWidthPx : 0;
    return endsBehind.unknown * meanWidthPx;
  };
}
