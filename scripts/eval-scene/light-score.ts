import { cutBands, type Lamp, proposeBodies, proposeFronts, shadeScene } from '../../src/core/index';
import { partsOfPicture } from '../../src/core/scene/parts';
import { type CastGround, castGround, castOverField } from '../../src/core/scene/cast-shadow';
import { cellPx } from '../../src/core/scene/front-heights';
import { sceneForms } from '../../src/core/scene/scene-forms';
import { lightStage, openStage } from '../../src/core/scene/stage';
import type { FigureTruth } from './truth';
import { trueLight, wayTo } from './true-light';

/**
 * Shares of pixels in the same band and two bands off, and Spearman's rank correlation, each weighted by area over parts. `near`: of pixels close
 * behind what lies in front, those in the same band; those whose true band is the deepest, and of them those that are found so.
 */
export type LightScore = { px: number; same: number; twoOff: number; rho: number; near: NearScore };
export type NearScore = { px: number; same: number; deep: number; deepFound: number };

export const noScore: LightScore = { px: 0, same: 0, twoOff: 0, rho: 0, near: { px: 0, same: 0, deep: 0, deepFound: 0 } };

/** The sum of two scores, number by number. */
export function addScores(one: LightScore, other: LightScore): LightScore {
  const { near } = one;
  return {
    px: one.px + other.px,
    same: one.same + other.same,
    twoOff: one.twoOff + other.twoOff,
    rho: one.rho + other.rho,
    near: {
      px: near.px + other.near.px,
      same: near.same + other.near.same,
      deep: near.deep + other.near.deep,
      deepFound: near.deepFound + other.near.deepFound,
    },
  };
}

/** Shares light to dark by which both lights are cut. */
const shares = [0.3, 0.46, 0.24];
const leastPartPx = 150;
/** So far behind a front, in mm, a pixel is near it; the front's border is longer than this. */
const nearMm = 1.6;

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

export type PartScore = { part: number; px: number; rho: number; same: number };

/** Pixels of a figure that lie close behind what is in front of them: 1 there. */
export function nearFronts({ seen: { sizePx, pxPerMm }, labels, pairs }: Pick<FigureTruth, 'seen' | 'labels' | 'pairs'>): Uint8Array {
  const near = new Uint8Array(labels.length);
  const fronts = pairs.flatMap(({ labels: [one, other], front }) =>
    front === null ? [] : [[front, front === one ? other : one] as const],
  );
  const reach = Math.round(nearMm * pxPerMm);
  const inFrontOf = new Map<number, Set<number>>();
  for (const [front, behind] of fronts) inFrontOf.set(behind, (inFrontOf.get(behind) ?? new Set()).add(front));
  for (let row = 0; row < sizePx; row++) {
    for (let column = 0; column < sizePx; column++) {
      const i = row * sizePx + column;
      const before = inFrontOf.get(labels[i]!);
      if (!before) continue;
      for (let y = Math.max(0, row - reach); y <= Math.min(sizePx - 1, row + reach) && !near[i]; y++) {
        for (let x = Math.max(0, column - reach); x <= Math.min(sizePx - 1, column + reach); x++) {
          if ((x - column) ** 2 + (y - row) ** 2 > reach * reach || !before.has(labels[y * sizePx + x]!)) continue;
          near[i] = 1;
          break;
        }
      }
    }
  }
  return near;
}

/**
 * Scores a light against the true one, part by part (boxes left out), on pixels without ink of every so many-th row and column.
 * @param near 1 close behind a front. @param each told of every part that counts.
 */
export function scoreLight(
  light: Float32Array,
  truth: Float32Array,
  { seen: { parts, ink }, parts: list }: Pick<FigureTruth, 'seen' | 'parts'>,
  step: number,
  near: Uint8Array,
  each?: (score: PartScore) => void,
): LightScore {
  const byPart = new Map<number, { ours: number[]; theirs: number[]; near: number[] }>();
  for (let i = 0; i < truth.length; i++) {
    if (ink[i] || Number.isNaN(truth[i]) || Number.isNaN(light[i]) || list[parts[i]! - 1]?.isFlatFaced) continue;
    const own = byPart.get(parts[i]!) ?? { ours: [], theirs: [], near: [] };
    byPart.set(parts[i]!, own);
    own.ours.push(light[i]!);
    own.theirs.push(truth[i]!);
    own.near.push(near[i]!);
  }
  let score = noScore;
  for (const [part, { ours, theirs, near: isNear }] of byPart) {
    if (ours.length * step * step < leastPartPx) continue;
    const [one, other] = [cutBands(Float32Array.from(ours), shares), cutBands(Float32Array.from(theirs), shares)];
    const rho = spearman(ours, theirs);
    const count = (holds: (i: number) => boolean) => ours.reduce((sum, _, i) => sum + Number(holds(i)), 0);
    const same = count((i) => one[i] === other[i]);
    const deepest = shares.length;
    score = addScores(score, {
      px: ours.length,
      same,
      twoOff: count((i) => Math.abs(one[i]! - other[i]!) === 2),
      rho: ours.length * rho,
      near: {
        px: count((i) => isNear[i] === 1),
        same: count((i) => isNear[i] === 1 && one[i] === other[i]),
        deep: count((i) => isNear[i] === 1 && other[i] === deepest),
        deepFound: count((i) => isNear[i] === 1 && other[i] === deepest && one[i] === deepest),
      },
    });
    each?.({ part, px: ours.length * step * step, rho, same: same / ours.length });
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

/** What would be reached if something of a figure were known as it is: its normals, the shadow of its visible surface, or both. */
export type Ceiling = { normals: boolean; shadow: boolean };

/** The light of a figure with some of the truth put in; the rest as ours, with true bodies and fronts. */
export function ceilingLight(figure: FigureTruth, { normals: knowsNormals, shadow: knowsShadow }: Ceiling): (lamp: Lamp) => Float32Array {
  const { seen, labels } = figure;
  const { sizePx, pxPerMm, normals, depths } = seen;
  const picture = partsOfPicture(labels, sizePx, sizePx);
  const stage = openStage(picture, standingOfTruth(figure));
  const forms = sceneForms(picture, { resolution: 'auto', pxPerMm, cuts: [] });
  const ours = castGround({ picture, fronts: stage.casting, bodyAt: stage.bodyAt, formFor: forms.of, pxPerMm });
  const trueField = knowsShadow ? castOverField(visibleSurface(seen)) : null;
  const half = sizePx / 2;
  return (lamp) => {
    const castOurs = ours.under(lamp, 1);
    const castTrue = trueField?.(lamp, 1);
    const formLight = knowsNormals ? null : lightStage(stage, noCast, lamp, { mapWidth: sizePx, scale: 1 }, forms.of);
    const light = new Float32Array(labels.length).fill(Number.NaN);
    for (let i = 0; i < light.length; i++) {
      const label = labels[i]!;
      if (label === 0 || Number.isNaN(depths[i])) continue;
      const [column, row] = [i % sizePx, Math.floor(i / sizePx)];
      const way = wayTo(lamp, [(column + 0.5) / half - 1, (row + 0.5) / half - 1, depths[i]!], half);
      const cosine = formLight
        ? formLight(label).at(column, row)
        : [0, 1, 2].reduce((sum, axis) => sum + normals[3 * i + axis]! * way[axis]!, 0);
      light[i] = (castTrue ?? castOurs(stage.bodyAt(label))).at(cosine, column, row);
    }
    return light;
  };
}

/** No shadow at all: the light of forms as it falls. */
const noCast: CastGround = {
  under: () => () => ({ at: (light) => light, on: () => undefined, cells: null }),
  prepare: () => undefined,
  castersOn: () => [],
  keepOnly: () => undefined,
  bytes: () => 0,
  kept: new Map(),
};

/** The surface that is seen of a figure, as a field of which every place may hide the sky from every other. */
function visibleSurface({ sizePx, depths }: FigureTruth['seen']) {
  const cells = Math.ceil(sizePx / cellPx);
  const ground = new Float32Array(cells * cells).fill(Number.NaN);
  for (let cell = 0; cell < ground.length; cell++) {
    const i = Math.floor(cell / cells) * cellPx * sizePx + (cell % cells) * cellPx;
    ground[cell] = (depths[i]! * sizePx) / 2 / cellPx;
  }
  return { left: 0, top: 0, width: cells, height: cells, ground, over: ground };
}

export function truthsOf(figure: FigureTruth, lamps: readonly { name: string; lamp: Lamp }[], step: number): LightPlan[] {
  return lamps.map(({ name, lamp }) => ({ name, lamp, truth: trueLight(figure.figure, figure.seen, lamp, step) }));
}
