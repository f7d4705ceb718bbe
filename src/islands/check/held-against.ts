import { coloursPlanned } from '#core/session/plan-to-check';
import type { SessionState } from '#core/session/session-state';
import { fetchBlob } from '#islands/shared/server-calls.ts';
import type { SessionHead, SessionPicture } from '#model/session';

/** What a worker is told of a picture that a photo is held against; null: the session kept no picture of it. */
export async function heldAgainst(
  head: Pick<SessionHead, 'pictures'>,
  state: Pick<SessionState, 'marks' | 'standings'>,
  { picture, copy }: { picture: SessionPicture; copy?: number | undefined },
) {
  const { lines, map, pictureId, widthMm } = picture;
  if (!lines || !map) return null;
  const [png, bytes] = await Promise.all([fetchBlob(lines.sha256), fetchBlob(map.sha256)]);
  return {
    ...{ lines: new Blob([png], { type: 'image/png' }), map: { bytes, widthPx: map.widthPx, heightPx: map.heightPx }, widthMm },
    colours: coloursPlanned(head, state, pictureId, copy).map((bands) => bands.map(([r, g, b]) => [r, g, b] as [number, number, number])),
  };
}
export type HeldAgainst = NonNullable<Awaited<ReturnType<typeof heldAgainst>>>;
