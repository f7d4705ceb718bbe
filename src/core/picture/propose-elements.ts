import { regionShapes, shapeDifference } from './region-shapes';

/** What is one element is of one size: leaves of another size than the petals are leaves. Tried on coloured line drawings (docs/eval-picture.md). */
const mostScale = 1.07;
/** Mean difference of two outlines, as a share of the root of the area, up to which they are alike: of one size they may differ by more than else. */
const mostDifference = 0.045;
/** Of more regions the largest are looked at: what is alike among thousands of specks is no element. */
const mostRegions = 800;

/**
 * Regions that are likely one element: alike in shape and size, turned or mirrored as may be. Eighteen stars, petals, both ears, buttons.
 * @param map labels row-major, 0 = paper outside.
 * @returns labels, two or more in each, those of most regions first; a region is in one at the most.
 */
export function proposeElements(map: { labels: Uint16Array; width: number; height: number }): number[][] {
  const shapes = [...regionShapes(map)].sort(([, one], [, other]) => other.areaPx - one.areaPx).slice(0, mostRegions);
  const alike = new Map<number, number[]>(shapes.map(([label]) => [label, []]));
  shapes.forEach(([label, shape], index) => {
    for (let next = index + 1; next < shapes.length; next++) {
      const [other, otherShape] = shapes[next]!;
      // They are sorted: what follows is smaller still.
      if (shape.areaPx > mostScale ** 2 * otherShape.areaPx) break;
      if (shapeDifference(shape, otherShape, mostDifference) > mostDifference) continue;
      alike.get(label)!.push(other);
      alike.get(other)!.push(label);
    }
  });
  const groups: number[][] = [];
  const free = new Set(alike.keys());
  while (free.size > 0) {
    const groupOf = (label: number) => [label, ...alike.get(label)!.filter((other) => free.has(other))];
    const [first = 0, ...rest] = free;
    const seed = rest.reduce((most, label) => (groupOf(label).length > groupOf(most).length ? label : most), first);
    const group = groupOf(seed);
    if (group.length < 2) break;
    groups.push(group.sort((one, other) => one - other));
    for (const label of group) free.delete(label);
  }
  return groups;
}
