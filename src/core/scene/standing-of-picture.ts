import type { Body, Relief } from '#model/body';
import { type Front, frontId } from '#model/front';
import type { Picture } from '#model/picture';
import type { IndexedTable } from '#core/make/region-tables';

/** Who says so: the reading, unasked, or the maker. */
export type Source = 'proposed' | 'yours';

/** A body as it counts: regions that are there, each in one body. `id`: that of the maker's row. */
export type PictureBody = { regionIds: string[]; on?: string; relief?: Relief; source: Source; id?: string; lostIds: string[] };

/** What is in front at a border; `front` null: neither. */
export type PictureFront = {
  between: [string, string];
  front: string | null;
  source: Source;
  sureness: number;
  atMm: readonly [number, number] | null;
};

/** How the regions of a picture stand to each other. */
export type PictureStanding = { bodies: PictureBody[]; bodyOf: ReadonlyMap<string, PictureBody>; fronts: PictureFront[] };

type Rows = Pick<Picture, 'bodies' | 'fronts'>;

/**
 * Bodies and fronts of a picture: what its reading proposes, and over it what the maker changed. Every region stands in one body; a row's
 * regions that the newest reading lost are told of in `lostIds` and count for nothing until they come back.
 */
export function standingOfPicture({ bodies: rows, fronts: frontRows }: Rows, table: IndexedTable): PictureStanding {
  const bodies = bodiesWith(rows, table);
  const bodyOf = new Map(bodies.flatMap((body) => body.regionIds.map((id) => [id, body] as const)));
  // What lies on itself, or on a region that is no more, lies on nothing.
  for (const body of bodies) if (body.on !== undefined && (!bodyOf.has(body.on) || bodyOf.get(body.on) === body)) delete body.on;
  return { bodies, bodyOf, fronts: frontsWith(frontRows, table) };
}

function bodiesWith(rows: readonly Body[], { table, byId }: IndexedTable): PictureBody[] {
  // Of two rows that name a region the later one holds it.
  const ownerOf = new Map(rows.flatMap(({ id, regionIds }) => regionIds.map((regionId) => [regionId, id] as const)));
  const yours = rows.flatMap(({ id, regionIds, on, relief }): PictureBody[] => {
    const own = regionIds.filter((regionId) => byId.has(regionId) && ownerOf.get(regionId) === id);
    const lostIds = regionIds.filter((regionId) => !byId.has(regionId));
    if (own.length === 0 && lostIds.length === 0) return [];
    return [{ regionIds: own, ...(on ? { on } : {}), ...(relief ? { relief } : {}), source: 'yours', id, lostIds }];
  });
  const proposed = (table.bodies ?? []).flatMap(({ regionIds, on, relief }): PictureBody[] => {
    const own = regionIds.filter((id) => !ownerOf.has(id));
    return own.length === 0
      ? []
      : [{ regionIds: own, ...(on ? { on } : {}), ...(relief ? { relief } : {}), source: 'proposed', lostIds: [] }];
  });
  const held = new Set([...yours, ...proposed].flatMap(({ regionIds }) => regionIds));
  const single = table.regions
    .filter(({ id }) => !held.has(id))
    .map(({ id }): PictureBody => ({ regionIds: [id], source: 'proposed', lostIds: [] }));
  return [...yours, ...proposed, ...single];
}

function frontsWith(rows: readonly Front[], { table, byId }: IndexedTable): PictureFront[] {
  const yours = new Map(rows.filter(({ between }) => between.every((id) => byId.has(id))).map((row) => [row.id, row]));
  const places = new Map((table.fronts ?? []).map((front) => [frontId(front.front, front.behind), front]));
  const changed = [...yours.values()].map(
    ({ id, between, front }): PictureFront => ({ between, front, source: 'yours', sureness: 1, atMm: places.get(id)?.atMm ?? null }),
  );
  const proposed = [...places].flatMap(([id, { front, behind, sureness, atMm }]): PictureFront[] =>
    yours.has(id) ? [] : [{ between: [front, behind], front, source: 'proposed', sureness, atMm }],
  );
  return [...changed, ...proposed];
}
