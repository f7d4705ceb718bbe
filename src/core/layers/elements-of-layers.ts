import type { Region } from '#model/region-table';

/** Areas of a picture that have names: for each pixel (row-major) the place of its name from 1 on; 0 where there is none. */
export type NamedAreas = {
  width: number;
  height: number;
  labels: Uint16Array;
  names: readonly string[];
  /** What each name stands in with others; null: by itself. Default: all by themselves. */
  groups?: readonly (string | null)[] | undefined;
};

/** A label map as it was read: for each pixel (row-major) the label of its region; 0: paper outside or line. */
type Found = { width: number; height: number; labels: Uint16Array; regions: readonly Pick<Region, 'id' | 'label'>[] };

/** The share of a region that has to lie in a named area. */
const leastShare = 0.5;
/** Two names of a group that each hold so much of one region are bands of one thing. */
const sharedShare = 0.1;

/**
 * Which regions of a picture lie in which of its named areas: each region belongs to the name that holds most of it, if that is half of it at least. Both maps show the whole
 * picture; they may have other sizes. Names of a group that part a region among them are bands of one thing, which is called as the group is.
 * @returns the names that hold a region, in their order, with regions in the order of the table.
 */
export function elementsOfLayers(given: NamedAreas, found: Found): { name: string; regionIds: string[] }[] {
  const most = found.regions.reduce((highest, { label }) => Math.max(highest, label), 0);
  const kinds = given.names.length + 1;
  const counts = new Map<number, number>();
  const sizes = new Uint32Array(most + 1);
  for (let y = 0; y < found.height; y++) {
    const row = Math.min(given.height - 1, Math.floor(((y + 0.5) / found.height) * given.height)) * given.width;
    for (let x = 0; x < found.width; x++) {
      const label = found.labels[y * found.width + x] as number;
      if (label === 0 || label > most) continue;
      sizes[label] = (sizes[label] as number) + 1;
      const name = given.labels[row + Math.min(given.width - 1, Math.floor(((x + 0.5) / found.width) * given.width))] as number;
      if (name > 0) counts.set(label * kinds + name, (counts.get(label * kinds + name) ?? 0) + 1);
    }
  }
  const calledOf = calledByGroup(given, counts, kinds, sizes);
  const best = new Map<number, { name: string; count: number }>();
  const sums = new Map<string, number>();
  for (const [key, own] of counts) {
    const label = Math.floor(key / kinds);
    const name = calledOf(key % kinds);
    const count = (sums.get(`${label} ${name}`) ?? 0) + own;
    sums.set(`${label} ${name}`, count);
    if (count > (best.get(label)?.count ?? 0)) best.set(label, { name, count });
  }
  const elements = new Map(given.names.map((_, place) => [calledOf(place + 1), [] as string[]]));
  for (const { id, label } of found.regions) {
    const own = best.get(label);
    if (own && own.count >= leastShare * (sizes[label] as number)) elements.get(own.name)?.push(id);
  }
  return [...elements].flatMap(([name, regionIds]) => (regionIds.length > 0 ? [{ name, regionIds }] : []));
}

/** What each name (from 1 on) is called: itself, or its group where that is parted into bands. */
function calledByGroup(
  { names, groups }: NamedAreas,
  counts: ReadonlyMap<number, number>,
  kinds: number,
  sizes: Uint32Array,
): (name: number) => string {
  const seen = new Map<string, number>();
  const parted = new Set<string>();
  for (const [key, count] of counts) {
    const [label, name] = [Math.floor(key / kinds), key % kinds];
    const group = groups?.[name - 1];
    if (!group || count < sharedShare * (sizes[label] as number)) continue;
    const place = `${label} ${group}`;
    if (seen.has(place) && seen.get(place) !== name) parted.add(group);
    seen.set(place, name);
  }
  return (name) => {
    const group = groups?.[name - 1];
    return group && parted.has(group) ? group : (names[name - 1] as string);
  };
}

/**
 * Lines along the borders of areas, for a picture that has none of its own: grey levels (row-major, 0 black), as wide as twice the half width.
 * @param halfWidthPx 1 or more.
 */
export function linesOfAreas({ width, height, labels }: Omit<NamedAreas, 'names'>, halfWidthPx: number): Uint8Array {
  const grey = new Uint8Array(width * height).fill(255);
  const reach = Math.max(1, Math.round(halfWidthPx));
  const disk: [number, number][] = [];
  for (let dy = -reach; dy <= reach; dy++)
    for (let dx = -reach; dx <= reach; dx++) if (dx * dx + dy * dy <= reach * reach) disk.push([dx, dy]);
  const ink = (x: number, y: number) => {
    for (const [dx, dy] of disk) {
      const [px, py] = [x + dx, y + dy];
      if (px >= 0 && py >= 0 && px < width && py < height) grey[py * width + px] = 0;
    }
  };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const own = labels[y * width + x];
      if ((x + 1 < width && labels[y * width + x + 1] !== own) || (y + 1 < height && labels[(y + 1) * width + x] !== own)) ink(x, y);
    }
  return grey;
}
