import type { Relief } from '#model/body';
import { frontId } from '#model/front';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import type { IndexedTable } from '#core/make/region-tables';
import { type PictureBody, standingOfPicture } from './standing-of-picture';

/** What an act of the maker's does, and what is said of it; no operations: nothing is done, and why. */
export type StandingEdit = { operations: Operation[]; said: string };

type NewId = () => string;

type BodyChange = { regionIds?: string[]; on?: string | undefined; relief?: Relief | undefined };

/** The row that a body is from now on: that of the maker, or a new one in the place of what was proposed. */
function rowOf(pictureId: string, body: PictureBody, change: BodyChange, newId: NewId): Operation {
  const { regionIds = body.regionIds } = change;
  const on = 'on' in change ? change.on : body.on;
  const relief = 'relief' in change ? change.relief : body.relief;
  const row = {
    id: body.id ?? newId(),
    regionIds: [...regionIds, ...body.lostIds],
    ...(on === undefined ? {} : { on }),
    ...(relief === undefined ? {} : { relief }),
  };
  return { kind: 'put', entity: 'body', pictureId, row };
}

/**
 * Takes a region into a body, or lets it go where it is in it already; it leaves the body it was in. One that is let go stands by itself.
 * @param bodyAt any region of the body.
 */
export function toggleInBody(picture: Picture, table: IndexedTable, bodyAt: string, regionId: string, newId: NewId): StandingEdit {
  const { bodyOf } = standingOfPicture(picture, table);
  const [body, other] = [bodyOf.get(bodyAt), bodyOf.get(regionId)];
  if (!body || !other) return { operations: [], said: 'That area is no longer there.' };
  if (body === other) {
    if (body.regionIds.length === 1) return { operations: [], said: 'A body has one area at the least.' };
    const rest = body.regionIds.filter((id) => id !== regionId);
    return {
      operations: [
        rowOf(picture.id, body, { regionIds: rest }, newId),
        { kind: 'put', entity: 'body', pictureId: picture.id, row: { id: newId(), regionIds: [regionId] } },
      ],
      said: 'Let go: it is a body of its own.',
    };
  }
  return joinBodies(picture, table, bodyAt, [regionId], newId);
}

/** Takes regions into a body from wherever they are. What is left of their bodies stays one. */
export function joinBodies(
  picture: Picture,
  table: IndexedTable,
  bodyAt: string,
  regionIds: readonly string[],
  newId: NewId,
): StandingEdit {
  const { bodyOf } = standingOfPicture(picture, table);
  const body = bodyOf.get(bodyAt);
  const coming = regionIds.filter((id) => bodyOf.has(id) && bodyOf.get(id) !== body);
  if (!body || coming.length === 0) return { operations: [], said: 'They are in this body already.' };
  const left = [...new Set(coming.map((id) => bodyOf.get(id)!))];
  // What was proposed and is wholly taken needs no row: its regions are named by the body they come to.
  const parted = left.flatMap((other): Operation[] => {
    const rest = other.regionIds.filter((id) => !coming.includes(id));
    if (rest.length + other.lostIds.length > 0) return [rowOf(picture.id, other, { regionIds: rest }, newId)];
    return other.id === undefined ? [] : [{ kind: 'remove', entity: 'body', pictureId: picture.id, id: other.id }];
  });
  const wasOf = left.filter(({ regionIds: ids }) => ids.length > 1).length;
  return {
    operations: [...parted, rowOf(picture.id, body, { regionIds: [...body.regionIds, ...coming], ...onOf(body, coming) }, newId)],
    said: wasOf > 0 ? 'Taken from the body it was in: an area is in one body.' : 'Taken into the body.',
  };
}

/** A body does not lie on what it has taken in. */
function onOf(body: PictureBody, coming: readonly string[]): BodyChange {
  return body.on !== undefined && coming.includes(body.on) ? { on: undefined } : {};
}

export function setRelief(picture: Picture, table: IndexedTable, bodyAt: string, relief: Relief | null, newId: NewId): StandingEdit {
  const body = standingOfPicture(picture, table).bodyOf.get(bodyAt);
  if (!body) return { operations: [], said: 'That area is no longer there.' };
  return { operations: [rowOf(picture.id, body, { relief: relief ?? undefined }, newId)], said: '' };
}

/** Lays a body on the one that holds a region, or (null) on nothing. */
export function layOn(picture: Picture, table: IndexedTable, bodyAt: string, hostAt: string | null, newId: NewId): StandingEdit {
  const { bodyOf } = standingOfPicture(picture, table);
  const body = bodyOf.get(bodyAt);
  if (!body) return { operations: [], said: 'That area is no longer there.' };
  if (hostAt !== null && bodyOf.get(hostAt) === body)
    return { operations: [], said: 'A body cannot lie on itself: tap what lies beneath it.' };
  for (let host = hostAt === null ? undefined : bodyOf.get(hostAt), turn = 0; host && turn < 20; turn++) {
    if (host === body) return { operations: [], said: 'That one lies on this already: it cannot lie beneath it too.' };
    host = host.on === undefined ? undefined : bodyOf.get(host.on);
  }
  return {
    operations: [rowOf(picture.id, body, { on: hostAt ?? undefined }, newId)],
    said: hostAt === null ? 'It lies on nothing.' : 'Laid on it: the form goes on beneath.',
  };
}

/** Takes back what the maker said of a body: it is as proposed again. */
export function asProposed(picture: Picture, table: IndexedTable, bodyAt: string): StandingEdit {
  const body = standingOfPicture(picture, table).bodyOf.get(bodyAt);
  if (!body?.id) return { operations: [], said: 'It is as proposed.' };
  return { operations: [{ kind: 'remove', entity: 'body', pictureId: picture.id, id: body.id }], said: 'As proposed again.' };
}

/** Turns what is in front at a border: one, the other, neither, and round again. */
export function turnFront(picture: Picture, table: IndexedTable, pair: readonly [string, string]): StandingEdit {
  const id = frontId(...pair);
  const between = id.split('-') as [string, string];
  const [first, second] = between;
  if (!table.byId.has(first) || !table.byId.has(second)) return { operations: [], said: 'That border is no longer there.' };
  const now = standingOfPicture(picture, table).fronts.find((front) => frontId(...front.between) === id)?.front ?? null;
  // The other way round first: that is what a tap is meant for. Neither is the rarest.
  const proposed = table.table.fronts?.find((front) => frontId(front.front, front.behind) === id)?.front ?? first;
  const turns = [proposed, proposed === first ? second : first, null];
  const front = turns[(turns.indexOf(now) + 1) % turns.length] ?? null;
  return {
    operations: [{ kind: 'put', entity: 'front', pictureId: picture.id, row: { id, between, front } }],
    said: front === null ? 'Neither is in front.' : 'Turned round.',
  };
}
