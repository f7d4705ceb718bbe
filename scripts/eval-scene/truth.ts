import { type BinaryImage, findRegions } from '../../src/core/index';
import { type Figure, type FigurePart, partsOf } from './figure';
import { render, type Seen } from './render';

/** How two neighbouring parts stand to each other. */
export type Standing = 'together' | 'on' | 'apart';

export type FigureTruth = {
  figure: Figure;
  seen: Seen;
  parts: FigurePart[];
  /** What our own reading of the line drawing found. */
  labels: Uint16Array;
  count: number;
  lines: BinaryImage;
  /** Part of each label, its place in `parts`; -1 where the label is none (paper seen through a ring). */
  partOfLabel: number[];
  /**
   * Neighbouring labels with a common border of more than 3 mm: which is nearer along most of it (solids only), how they stand, and
   * whether one lies wholly within the outline of the other's solid. */
  pairs: { labels: [number, number]; front: number | null; standing: Standing; isWithin: boolean }[];
};

const leastBorderMm = 3;
/** Depth is compared so far to either side of a border: beyond the roundness of an edge. */
const besidePx = 3;
/** Where neither is nearer along so much more of the border, the solids run into each other: nothing lies in front. */
const leastLead = 0.5;

/** Draws a figure, reads the drawing as any other, and tells what is true of what was read. */
export function truthOf(figure: Figure): FigureTruth {
  const seen = render(figure);
  const { sizePx, pxPerMm, ink, parts: partMap } = seen;
  const lines: BinaryImage = { width: sizePx, height: sizePx, data: ink, pxPerMm };
  const { labels, count } = findRegions(lines);
  const parts = partsOf(figure);
  const votes = Array.from({ length: count + 1 }, () => new Float64Array(parts.length + 1));
  for (let i = 0; i < labels.length; i++) if (!ink[i]) votes[labels[i]!]![partMap[i]!]!++;
  const partOfLabel = votes.map((of, label) => (label === 0 ? -1 : of.indexOf(Math.max(...of)) - 1));
  return { figure, seen, parts, labels, count, lines, partOfLabel, pairs: pairsOf({ seen, parts, labels, partOfLabel }) };
}

function pairsOf({
  seen,
  parts,
  labels,
  partOfLabel,
}: Pick<FigureTruth, 'seen' | 'parts' | 'labels' | 'partOfLabel'>): FigureTruth['pairs'] {
  const { sizePx, pxPerMm, depths } = seen;
  const about = solidsAbout({ seen, parts, labels, partOfLabel });
  const isWithin = (label: number, solid: number) => [...about[label]!].every((other) => other === solid);
  const found = new Map<string, { labels: [number, number]; length: number; nearer: number }>();
  const meet = (column: number, row: number, dx: number, dy: number) => {
    const [first, second] = [labels[row * sizePx + column]!, labels[(row + dy) * sizePx + column + dx]!];
    if (first === second || partOfLabel[first]! < 0 || partOfLabel[second]! < 0) return;
    const isTurned = first > second;
    const key = `${Math.min(first, second)} ${Math.max(first, second)}`;
    const pair = found.get(key) ?? { labels: [Math.min(first, second), Math.max(first, second)] as [number, number], length: 0, nearer: 0 };
    pair.length++;
    const depthAt = (steps: number) => depths[(row + dy * steps) * sizePx + column + dx * steps] ?? Number.NaN;
    const gap = depthAt(-besidePx) - depthAt(1 + besidePx);
    if (Math.abs(gap) > 0.004) pair.nearer += gap > 0 === isTurned ? -1 : 1;
    found.set(key, pair);
  };
  for (let row = 0; row + 1 < sizePx; row++) {
    for (let column = 0; column + 1 < sizePx; column++) {
      meet(column, row, 1, 0);
      meet(column, row, 0, 1);
    }
  }
  return [...found.values()].flatMap(({ labels: pair, length, nearer }): FigureTruth['pairs'] => {
    // Steps along a staircase: about 4 / pi of the length.
    const lengthMm = (length * Math.PI) / 4 / pxPerMm;
    const [one, other] = [parts[partOfLabel[pair[0]]!]!, parts[partOfLabel[pair[1]]!]!];
    if (one === other || lengthMm < leastBorderMm) return [];
    const known = { labels: pair, isWithin: isWithin(pair[0], other.solid) || isWithin(pair[1], one.solid) };
    if (one.solid !== other.solid) {
      return [{ ...known, front: Math.abs(nearer) < leastLead * length ? null : pair[nearer > 0 ? 0 : 1], standing: 'apart' }];
    }
    const standing = one.kind === 'mark' || other.kind === 'mark' ? 'on' : 'together';
    return [{ ...known, front: null, standing }];
  });
}

/** For every label the solids that touch it; -1 is the paper. */
function solidsAbout({ seen, parts, labels, partOfLabel }: Pick<FigureTruth, 'seen' | 'parts' | 'labels' | 'partOfLabel'>): Set<number>[] {
  const about = partOfLabel.map(() => new Set<number>());
  const solidOf = (label: number) => parts[partOfLabel[label]!]?.solid ?? -1;
  for (let i = 0; i + seen.sizePx < labels.length; i++) {
    for (const next of [i + 1, i + seen.sizePx]) {
      if (labels[i] === labels[next]) continue;
      about[labels[i]!]!.add(solidOf(labels[next]!));
      about[labels[next]!]!.add(solidOf(labels[i]!));
    }
  }
  return about;
}
