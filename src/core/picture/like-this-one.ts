import { regionShapes, shapeDifference } from './region-shapes';

/** Mean difference of two outlines, as a share of the root of the area, up to which they are alike. */
const mostDifference = 0.03;
/** Least and greatest scale of what is alike. */
const scales = { least: 0.62, most: 1.6 };

/**
 * Regions of the shape and about the size of one, under any turn, mirrored too, and scales of 0.62 to 1.6: gems, petals, flags. Compared is how far the
 * outlines reach from their middles.
 * @param map labels row-major, 0 = paper outside. @returns labels, that of the one itself first, then the more alike the earlier.
 * @throws RangeError when the label is not there.
 */
export function likeThisOne(map: { labels: Uint16Array; width: number; height: number }, wanted: number): number[] {
  const all = regionShapes(map);
  const own = all.get(wanted);
  if (!own) throw new RangeError(`likeThisOne expects a label of the picture, got ${wanted}`);
  const alike = [...all].flatMap(([label, other]) => {
    const scale = Math.sqrt(other.areaPx / own.areaPx);
    if (label === wanted || scale < scales.least || scale > scales.most) return [];
    const difference = shapeDifference(own, other, mostDifference);
    return difference <= mostDifference ? [{ label, difference }] : [];
  });
  return [
    wanted,
    ...alike.sort((first, second) => first.difference - second.difference || first.label - second.label).map(({ label }) => label),
  ];
}
