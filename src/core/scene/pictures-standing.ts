import type { Picture } from '#model/picture';

/** Where a picture of a make stands, its left top in mm from the left top of the first picture. */
export type Standing = { id: string; name: string; xMm: number; yMm: number; widthMm: number; heightMm: number };

/** Room between pictures that were not placed by hand, in mm. */
const gapMm = 5;

/** Where all pictures stand under the one lamp: as placed, or to the right of the one before. */
export function standingOf(pictures: readonly Picture[]): Standing[] {
  const standing: Standing[] = [];
  for (const { id, name, widthMm, heightMm, standsAtMm } of pictures) {
    const before = standing.at(-1);
    const [xMm, yMm] = !before ? [0, 0] : (standsAtMm ?? [before.xMm + before.widthMm + gapMm, before.yMm]);
    standing.push({ id, name, xMm, yMm, widthMm, heightMm });
  }
  return standing;
}
