import type { Picture } from '#model/picture';
import type { RegionTable } from '#model/region-table';
import { ownersOf } from '#core/make/picture-lookup';

type Labelled = { labels: Uint16Array; width: number; height: number };

export type RegionMatch = {
  /** Id of the old region that a new label goes on with, by label; null where it is new. */
  idOfLabel: (string | null)[];
  /** Id of the old region that holds most of a new label's area, by label; null where that was paper or line is drawn. */
  parentOfLabel: (string | null)[];
  /** Old regions without a match, with the new label that holds most of their place (0: paper). */
  lost: { id: string; intoLabel: number }[];
};

/** Least intersection over union at which a new region goes on with the id of an old one. */
const leastIou = 0.25;
const leastParentShare = 0.6;

/**
 * Matches the regions of a new reading with those of the one before, by overlap: the pair with the greatest intersection over
 * union first, each region once. So of a divided region the larger part keeps the id, and of joined ones the larger gives it.
 * @param toOld tells where a place of the new picture (px) lay in the old one (px), when the picture was cut out anew; null where it did not see it.
 */
export function matchRegions(
  before: Labelled & { regions: readonly { id: string; label: number }[] },
  after: Labelled & { count: number },
  toOld?: (xPx: number, yPx: number) => readonly [number, number] | null,
): RegionMatch {
  const idOf = new Map(before.regions.map(({ id, label }) => [label, id]));
  const oldAreas = new Map<number, number>();
  const newAreas = new Map<number, number>();
  const shared = new Map<number, number>();
  const add = (map: Map<number, number>, key: number) => map.set(key, (map.get(key) ?? 0) + 1);
  for (let row = 0; row < after.height; row++) {
    for (let column = 0; column < after.width; column++) {
      const now = after.labels[row * after.width + column] as number;
      const [x, y] = (toOld ? toOld(column + 0.5, row + 0.5) : [column + 0.5, row + 0.5]) ?? [-1, -1];
      const inside = x >= 0 && y >= 0 && x < before.width && y < before.height;
      const then = inside ? (before.labels[Math.floor(y) * before.width + Math.floor(x)] as number) : 0;
      add(newAreas, now);
      add(oldAreas, then);
      add(shared, then * 65536 + now);
    }
  }
  const pairs = [...shared]
    .map(([key, px]) => {
      const then = Math.floor(key / 65536);
      const now = key % 65536;
      return { then, now, px, iou: px / ((oldAreas.get(then) ?? 0) + (newAreas.get(now) ?? 0) - px) };
    })
    .sort((first, second) => second.iou - first.iou || first.now - second.now);
  const idOfLabel: (string | null)[] = Array.from({ length: after.count + 1 }, () => null);
  const parentOfLabel: (string | null)[] = Array.from({ length: after.count + 1 }, () => null);
  const matched = new Set<string>();
  const into = new Map<number, { now: number; px: number }>();
  for (const { then, now, px, iou } of pairs) {
    const id = idOf.get(then);
    if (px > (into.get(then)?.px ?? 0)) into.set(then, { now, px });
    if (now === 0 || id === undefined) continue;
    if (px >= leastParentShare * (newAreas.get(now) ?? 0)) parentOfLabel[now] = id;
    if (iou < leastIou || matched.has(id) || idOfLabel[now] !== null) continue;
    idOfLabel[now] = id;
    matched.add(id);
  }
  const lost = before.regions.filter(({ id }) => !matched.has(id)).map(({ id, label }) => ({ id, intoLabel: into.get(label)?.now ?? 0 }));
  return { idOfLabel, parentOfLabel, lost };
}

/**
 * Which elements new parts of a divided region join: those of the region they were part of.
 * @returns pairs of the new region and the element.
 */
export function inheritedAssignments(
  picture: Pick<Picture, 'elements'>,
  table: Pick<RegionTable, 'regions'>,
  match: RegionMatch,
): { regionId: string; elementId: string }[] {
  const owners = ownersOf(picture);
  return table.regions.flatMap(({ id, label }) => {
    const parent = match.parentOfLabel[label];
    if (match.idOfLabel[label] !== null || !parent) return [];
    const owner = owners.get(parent);
    return owner ? [{ regionId: id, elementId: owner.id }] : [];
  });
}
