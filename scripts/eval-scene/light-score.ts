import { cutBands, type Lamp, proposeBodies, proposeFronts, shadeScene } from '../../src/core/index';
import { partsOfPicture } from '../../src/core/scene/parts';
import { openStage } from '../../src/core/scene/stage';
import type { FigureTruth } from './truth';
import { trueLight, wayTo } from './true-light';

/** Shares of pixels in the same band and two bands off, and Spearman's rank correlation, each weighted by area over parts. */
export type LightScore = { px: number; same: number; twoOff: number; rho: number };

/** Shares light to dark by which both lights are cut. */
const shares = [0.3, 0.46, 0.24];
const leastPartPx = 150;

/** What a figure's truth says of how its labels stand to each other, as a scene is told it. */
export function standingOfTruth({ pairs, count, parts, partOfLabel }: FigureTruth) {
  const fronts = pairs.flatMap(({ labels: [one, other], front }) =>
    front === null ? [] : [{ front, behind: front === one ? other : one }],
  );
  const solidOf = (label: number) => parts[partOfLabel[label] ?? -1]?.solid;
  const bySolid = new Map<number, { labels: number[]; marks: number[] }>();
  for (let label = 1; label <= count; label++) {
    const solid = solidOf(label);
    if (solid === undefined) continue;
    const own = bySolid.get(solid) ?? { labels: [], marks: [] };
    bySolid.set(solid, own);
    (parts[partOfLabel[label]!]!.kind === 'mark' ? own.marks : own.labels).push(label);
  }
  const bodies = [...bySolid.values()].flatMap(({ labels, marks }) => {
    const [host] = labels;
    if (host === undefined) return marks.map((mark) => ({ labels: [mark] }));
    return [{ labels }, ...marks.map((mark) => ({ labels: [mark], on: host, relief: { kind: 'pattern' as const } }))];
  });
  return { bodies, fronts };
}

function ranks(values: readonly number[]): Float64Array {
  const order = values.map((value, index) => [value, index] as const).sort(([one], [other]) => one - other);
  const found = new Float64Array(values.length);
  for (let from = 0; from < order.length; ) {
    let to = from;
    while (to + 1 < order.length && order[to + 1]![0] === order[from]![0]) to++;
    for (let place = from; place <= to; place++) found[order[place]![1]] = (from + to) / 2;
    from = to + 1;
  }
  return found;
}

/** Pearson's correlation of ranks (Spearman 1904, The proof and measurement of association between two things). */
export function spearman(first: readonly number[], second: readonly number[]): number {
  const [one, other] = [ranks(first), ranks(second)];
  const mean = (first.length - 1) / 2;
  let [both, own, theirs] = [0, 0, 0];
  for (let i = 0; i < one.length; i++) {
    const [a, b] = [one[i]! - mean, other[i]! - mean];
    both += a * b;
    own += a * a;
    theirs += b * b;
  }
  return own > 0 && theirs > 0 ? both / Math.sqrt(own * theirs) : 0;
}

export type PartScore = { part: number; px: number; rho: number };

/**
 * Scores a light against the true one, part by part (boxes left out), on pixels without ink of every so many-th row and column.
 * @param each told of every part that counts.
 */
export function scoreLight(
  light: Float32Array,
  truth: Float32Array,
  { seen: { parts, ink }, parts: list }: Pick<FigureTruth, 'seen' | 'parts'>,
  step: number,
  each?: (score: PartScore) => void,
): LightScore {
  const byPart = new Map<number, { ours: number[]; theirs: number[] }>();
  for (let i = 0; i < truth.length; i++) {
    if (ink[i] || Number.isNaN(truth[i]) || Number.isNaN(light[i]) || list[parts[i]! - 1]?.isFlatFaced) continue;
    const own = byPart.get(parts[i]!) ?? { ours: [], theirs: [] };
    byPart.set(parts[i]!, own);
    own.ours.push(light[i]!);
    own.theirs.push(truth[i]!);
  }
  const score = { px: 0, same: 0, twoOff: 0, rho: 0 };
  for (const [part, { ours, theirs }] of byPart) {
    if (ours.length * step * step < leastPartPx) continue;
    const [one, other] = [cutBands(Float32Array.from(ours), shares), cutBands(Float32Array.from(theirs), shares)];
    const rho = spearman(ours, theirs);
    score.px += ours.length;
    score.same += one.reduce((sum, band, i) => sum + Number(band === other[i]), 0);
    score.twoOff += one.reduce((sum, band, i) => sum + Number(Math.abs(band - other[i]!) === 2), 0);
    score.rho += ours.length * rho;
    each?.({ part, px: ours.length * step * step, rho });
  }
  return score;
}

export type LightPlan = { name: string; lamp: Lamp; truth: Float32Array };

/** What is known of how a figure's labels stand: nothing, what is true, or what is proposed from the drawing. */
export type Known = 'nothing' | 'truth' | 'proposed';

/** What is known of a figure, for any number of lamps. */
export function standingKnown(figure: FigureTruth, known: Known) {
  if (known === 'truth') return standingOfTruth(figure);
  if (known === 'nothing') return {};
  const picture = pictureOf(figure);
  return { bodies: proposeBodies(picture), fronts: proposeFronts(picture) };
}

const pictureOf = ({ seen, labels, lines }: FigureTruth) => ({
  width: seen.sizePx,
  height: seen.sizePx,
  pxPerMm: seen.pxPerMm,
  labels,
  lines,
});

/** Lights a figure as the application does. */
export function litFigure(
  figure: FigureTruth,
  lamp: Lamp,
  standing: ReturnType<typeof standingKnown>,
  options?: Parameters<typeof shadeScene>[2],
): Float32Array {
  return shadeScene({ ...pictureOf(figure), ...standing }, lamp, options);
}

/** The most that could be reached: true normals and true depths, under our own contact and cast shadow. */
export function ceilingLight(figure: FigureTruth, lamp: Lamp): Float32Array {
  const { seen, labels } = figure;
  const { sizePx, pxPerMm, normals, depths } = seen;
  const lost = openStage(partsOfPicture(labels, sizePx, sizePx), standingOfTruth(figure), { pxPerMm })
    .groundAt(1)
    .under(lamp);
  const light = new Float32Array(labels.length).fill(Number.NaN);
  const half = sizePx / 2;
  for (let i = 0; i < light.length; i++) {
    if (labels[i] === 0 || Number.isNaN(depths[i])) continue;
    const [column, row] = [i % sizePx, Math.floor(i / sizePx)];
    const way = wayTo(lamp, [(column + 0.5) / half - 1, (row + 0.5) / half - 1, depths[i]!], half);
    const cosine = [0, 1, 2].reduce((sum, axis) => sum + normals[3 * i + axis]! * way[axis]!, 0);
    light[i] = cosine - (lost(labels[i]!)?.at(column, row) ?? 0);
  }
  return light;
}

export function truthsOf(figure: FigureTruth, lamps: readonly { name: string; lamp: Lamp }[], step: number): LightPlan[] {
  return lamps.map(({ name, lamp }) => ({ name, lamp, truth: trueLight(figure.figure, figure.seen, lamp, step) }));
}
