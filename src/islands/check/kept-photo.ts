import { photoAddress } from '#islands/shared/logbook-calls.ts';

/** Bytes of a photo that was kept. @throws Error in words */
export async function keptPhoto(sha256: string): Promise<Blob> {
  const answer = await fetch(photoAddress(sha256));
  if (!answer.ok) throw new Error('The photo could not be fetched. Nothing was changed.');
  return answer.blob();
}
