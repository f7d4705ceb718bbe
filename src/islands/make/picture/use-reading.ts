import { useCallback, useEffect, useEffectEvent, useState } from 'react';
import type { Problem } from '#model/api/problem';
import type { Picture } from '#model/picture';
import { pictureById } from '#core/make/picture-lookup';
import { changesReading, isReadUpToDate, readingKey } from '#core/make/reading-key';
import { type IndexedTable, tableOf } from '#core/make/region-tables';
import type { PictureDoubt } from '#core/picture/judge-picture';
import { newestWish } from '#islands/shared/newest-wish.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { MakeStore } from '../document/make-store';
import { PictureReader } from '#islands/shared/picture-reader.ts';

export type Finding = { stage: string; share: number } | { problem: Problem } | null;

export type LiveReading = {
  /** What is being found now, or why nothing could be; null when the areas on show are those of the lines as they are. */
  finding: Finding;
  doubt: PictureDoubt | null;
  reader: PictureReader | null;
  /** Tries once more to read what could not be read. */
  tryAgain: () => void;
};

/** How often a reading is done again because the picture was edited in the meantime. */
const mostTries = 8;

/** Whether a picture has a reading of today: that of its lines as they are, with all that is proposed today. */
function isReadNow(picture: Picture, table: IndexedTable | undefined): boolean {
  return isReadUpToDate(picture) && (table === undefined || table.table.openings !== undefined);
}

type Found = { key: string; finding: Finding };

/**
 * Reads the picture on show in a worker whenever its raster, settings or mends are no longer those its regions were found with: the first
 * time, after every mend, and after a reload in the middle of one.
 * @param say told why a touch of the maker's means nothing.
 */
export function useReading(
  useMake: MakeStore,
  picture: Picture | undefined,
  options: { table: IndexedTable | undefined; isOpen: boolean; isConflict: boolean; say: (words: string) => void },
): LiveReading {
  const { table, isOpen, isConflict } = options;
  const [reader, setReader] = useState<PictureReader | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const [doubt, setDoubt] = useState<{ pictureId: string; doubt: PictureDoubt | null } | null>(null);
  const say = useEffectEvent(options.say);
  const key = picture ? `${picture.id} ${readingKey(picture)}` : '';
  const isOutOfDate = picture !== undefined && !isReadNow(picture, table);
  const isNeeded = picture !== undefined && (isOpen || isOutOfDate);

  useEffect(() => {
    if (isNeeded) setReader((own) => own ?? new PictureReader(useMake.getState().blobOf));
  }, [isNeeded, useMake]);
  useEffect(() => () => reader?.close(), [reader]);

  const read = useCallback(
    async (pictureId: string, own: PictureReader, isNewest: () => boolean) => {
      // Each turn more is one edit more that came in between.
      for (let tries = 0; tries < mostTries; tries++) {
        await useMake.getState().loadTables();
        const { make, tables, edit } = useMake.getState();
        const now = pictureById(make, pictureId);
        if (!now || isReadNow(now, tableOf(now, tables)) || !isNewest()) return;
        const ownKey = `${pictureId} ${readingKey(now)}`;
        const onProgress = (stage: string, share: number) => isNewest() && setFound({ key: ownKey, finding: { stage, share } });
        const result = await own.read(now, tableOf(now, tables), onProgress).catch((error: unknown) => {
          throw Object.assign(new Error('reading'), { cause: error, key: ownKey });
        });
        // What was read is kept though the maker has gone on elsewhere, if it is still that of the picture.
        const isKept = edit(result.operations, {
          blobs: result.blobs,
          tables: result.tables,
          // It belongs to what it was read for, whatever was done meanwhile: one undo takes both.
          turn: now.regionMap ? { kind: 'join', to: ({ done }) => changesReading(done, pictureId), otherwise: 'none' } : { kind: 'none' },
        });
        if (!isKept) continue;
        setDoubt({ pictureId, doubt: result.doubt });
        setFound(null);
        for (const touch of result.resolved) if ('refusal' in touch) say(touch.refusal);
        return;
      }
      throw new Error('The picture was changed over and over while its areas were being found.');
    },
    [useMake],
  );
  const [wishes] = useState(() =>
    newestWish<{ pictureId: string; reader: PictureReader }>(
      (wish, isNewest) => read(wish.pictureId, wish.reader, isNewest),
      (error) => {
        const { cause, key: ownKey } = error as { cause?: unknown; key?: string };
        setFound({ key: ownKey ?? '', finding: { problem: problemToShow(cause ?? error) } });
      },
    ),
  );

  const pictureId = picture?.id;
  const hasFailed = found?.key === key && found.finding !== null && 'problem' in found.finding;
  // biome-ignore lint/correctness/useExhaustiveDependencies: each new key of a reading is a new wish.
  useEffect(() => {
    if (pictureId && reader && isOutOfDate && !isConflict && !hasFailed) wishes.want({ pictureId, reader });
  }, [key, pictureId, reader, isOutOfDate, isConflict, wishes]);

  const tryAgain = useCallback(() => {
    setFound(null);
    if (pictureId && reader) wishes.want({ pictureId, reader });
  }, [pictureId, reader, wishes]);

  return {
    finding: found && (found.key === key || found.key === '') && (isOutOfDate || hasFailed) ? found.finding : null,
    doubt: doubt?.pictureId === pictureId ? (doubt?.doubt ?? null) : null,
    reader,
    tryAgain,
  };
}
