import { foundIou, overlaps, type Truth } from './truth';

export type Score = {
  closed: number;
  found: number;
  leaks: number;
  regions: number;
  right: number;
  outsideCommon: number;
  outsideEither: number;
};

export const noScore: Score = { closed: 0, found: 0, leaks: 0, regions: 0, right: 0, outsideCommon: 0, outsideEither: 0 };

export function addScores(first: Score, second: Score): Score {
  return Object.fromEntries(Object.keys(noScore).map((key) => [key, first[key as keyof Score] + second[key as keyof Score]])) as Score;
}

/**
 * Compares found labels (0 = outside) with the truth.
 * Found: a closed region has a found one with IoU over 0.8. Leak: the found area that holds most of it is the outside, or
 * reaches beyond it by more than half of its area. Right (precision): a found region has IoU over 0.8 with a true region or with
 * a closed area of the line drawing, which may be left white. Outside: compared where nothing coloured lies open to it.
 */
export function score(labels: Uint16Array, truth: Truth): Score {
  const byColour = overlaps(truth.regions, labels);
  const result = { ...noScore, closed: truth.closed.size };
  for (const area of truth.closed) {
    if (byColour.best(area).iou > foundIou) {
      result.found++;
      continue;
    }
    let mostly = 0;
    for (let label = 0; label < byColour.columns; label++) if (byColour.common(area, label) > byColour.common(area, mostly)) mostly = label;
    const beyond = (byColour.secondAreas[mostly] as number) - byColour.common(area, mostly);
    if (mostly === 0 || beyond > 0.5 * (byColour.firstAreas[area] as number)) result.leaks++;
  }
  const ofColour = overlaps(labels, truth.regions);
  const ofLines = [truth.fullLineAreas, truth.thinLineAreas].map((areas) => overlaps(labels, areas));
  for (const label of ofColour.numbers) {
    result.regions++;
    if (ofColour.best(label).iou > foundIou || ofLines.some((one) => one.best(label).iou > foundIou)) result.right++;
  }
  for (let i = 0; i < labels.length; i++) {
    const lineOutside = truth.fullLineAreas[i] === 0;
    if (lineOutside && truth.regions[i] !== 0) continue;
    const foundOutside = labels[i] === 0;
    if (lineOutside && foundOutside) result.outsideCommon++;
    if (lineOutside || foundOutside) result.outsideEither++;
  }
  return result;
}
