import { createHash } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { Make } from '#model/make';
import type { Picture } from '#model/picture';
import type { Rack } from '#model/marker';
import { blackHex } from '#core/colour/line-colour';
import { lineHexOf } from '#core/make/line-hex';
import { colouredPicture } from '#core/make/coloured';
import { shownMarkers } from '#core/markers/assumed-colour';
import { planSource } from '#core/plan/plan-source';
import type { Database } from '#server/db/database';
import { type Workshop, workshop } from '#server/decode/workshop';
import type { ThumbnailAsked } from '#server/formats/thumbnail';
import { notFound, ProblemError } from '#server/http/problem';
import type { Asker } from '#server/http/turns';
import { readBlob } from './blobs';
import { readInstallation } from './installation';
import { readStored } from './make-rows';
import { belongingsRevision, readRack } from './rack';

/** Thumbnails kept in memory: a few hundred kilobytes for all that a table shows. */
const mostKept = 300;
const kept = new Map<string, Uint8Array>();
/** What cannot be painted is not tried again until it is another. */
const failed = new Map<string, ProblemError>();

function remember<T>(map: Map<string, T>, key: string, value: T): T {
  map.set(key, value);
  const oldest = map.keys().next().value;
  if (map.size > mostKept && oldest !== undefined) map.delete(oldest);
  return value;
}

/** Which thumbnail a picture has, by all that can change it: revisions of its make and of the rack. What it is made from need not be read then. */
const keyAt = new Map<string, string>();

async function momentOf(database: Database, makeId: string, pictureId: string, colouringId: string | null): Promise<string> {
  const [row] = await database.sequelize.query<{ revision: number }>('SELECT revision FROM makes WHERE id = :makeId', {
    replacements: { makeId },
    type: QueryTypes.SELECT,
  });
  if (!row) throw notFound('make of this address');
  return `${(await readInstallation(database)).epoch} ${makeId} ${pictureId} ${colouringId ?? ''} ${row.revision} ${await belongingsRevision(database)}`;
}

/** Key of the thumbnail of a picture in one of its colourings (null: the first), and its plan where that had to be read for it. @throws ProblemError 404 */
export async function findThumbnail(
  database: Database,
  makeId: string,
  pictureId: string,
  colouringId: string | null = null,
): Promise<{ key: string; plan: () => Promise<ThumbnailPlan> }> {
  const moment = await momentOf(database, makeId, pictureId, colouringId);
  const plan = async (): Promise<ThumbnailPlan> => {
    const [{ make }, rack] = await Promise.all([readStored(database, makeId), readRack(database)]);
    const picture = make.pictures.find(({ id }) => id === pictureId);
    if (!picture) throw notFound('such picture');
    return planThumbnail(make, picture, rack, colouringId);
  };
  const key = keyAt.get(moment);
  if (key !== undefined) return { key, plan };
  const made = await plan();
  return { key: remember(keyAt, moment, made.key), plan: async () => made };
}

/** A thumbnail that is here already. */
export function keptThumbnail(key: string): Uint8Array | undefined {
  return kept.get(key);
}

type Coloured = Omit<NonNullable<ThumbnailAsked['coloured']>, 'labelMap' | 'table'>;
export type ThumbnailPlan = { /** Names all that the thumbnail shows. */ key: string; picture: Picture; coloured: Coloured | null };

/** What a picture's thumbnail is made from; the same key, the same thumbnail. */
export function planThumbnail(make: Make, picture: Picture, rack: Rack, colouringId: string | null = null): ThumbnailPlan {
  const shownPicture = colouredPicture(picture, colouringId);
  const used = new Set(shownPicture.elements.flatMap(({ ladder }) => ladder?.rungs.map(({ markerId }) => markerId) ?? []));
  const markers = shownMarkers(rack, shownPicture.colouring.paper).filter(({ id }) => used.has(id));
  // Regions of another cut-out do not lie on this one.
  const { regionMap, grey } = picture;
  const fits = regionMap?.widthPx === grey.widthPx && regionMap.heightPx === grey.heightPx;
  // What is written of it, for its expected look: of the make only what all its pictures share.
  const written = {
    make: { ...make, pictures: [] },
    picture: shownPicture,
    rack: markers,
    pairNotes: rack.pairNotes.filter(({ firstId, secondId }) => used.has(firstId) && used.has(secondId)),
  };
  const coloured = fits ? { source: planSource(make, shownPicture), written } : null;
  const { id: _id, name: _name, updatedAt: _at, ...shared } = { updatedAt: null, ...written.make };
  const shown = [
    grey.sha256,
    grey.lineHex,
    picture.saidLineHex,
    fits ? [regionMap.labelMap, regionMap.table] : null,
    coloured && { ...coloured, written: { ...written, make: shared } },
  ];
  return { key: createHash('sha256').update(JSON.stringify(shown)).digest('hex'), picture, coloured };
}

/**
 * The thumbnail of a plan, as PNG: made in a process of its own, and kept as long as the server runs.
 * @param shop where it is made. Default the server's own.
 * @throws ProblemError 422, kept likewise.
 */
export async function thumbnailOf(
  database: Database,
  { key, picture, coloured }: ThumbnailPlan,
  asker: Asker,
  shop: Workshop = workshop(),
): Promise<Uint8Array> {
  const known = kept.get(key);
  if (known) return known;
  const fault = failed.get(key);
  if (fault) throw fault;
  const { regionMap } = picture;
  const [grey, labelMap, table] = await Promise.all(
    [picture.grey.sha256, ...(regionMap && coloured ? [regionMap.labelMap, regionMap.table] : [])].map(
      async (sha256) => (await readBlob(database, sha256)).bytes,
    ),
  );
  const lineHex = lineHexOf(picture);
  const asked = {
    grey: grey as Uint8Array,
    ...(lineHex ? { lineHex } : {}),
    readHex: picture.grey.lineHex ?? blackHex,
    coloured: coloured && labelMap && table ? { ...coloured, labelMap, table } : null,
  };
  try {
    return remember(kept, key, await shop.work('thumbnail', asked, asker));
  } catch (error) {
    // Others who take the time, or an asker who leaves, say nothing of the picture.
    if (error instanceof ProblemError && error.status === 422) remember(failed, key, error);
    throw error;
  }
}
