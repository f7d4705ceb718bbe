import type { Card } from '#model/card';
import type { Make } from '#model/make';
import { standingOf } from '#core/scene/pictures-standing';
import { type Laid, placed } from './laid';

/** Places that differ by less are the same. */
const leastMm = 0.05;

/** The left top of a laid picture's frame on its card, as it would stand there unturned: its middle lies where the piece's does. */
function frameAt({ picture, middleMm, turnedDeg, isMirrored, item }: Laid): readonly [number, number] {
  const { widthMm, heightMm } = picture as NonNullable<Laid['picture']>;
  const [[x, y]] = placed([[widthMm / 2, heightMm / 2]], { middleMm, turnedDeg, isMirrored }, [item.xMm, item.yMm]) as [[number, number]];
  return [x - widthMm / 2, y - heightMm / 2];
}

/**
 * Where the pictures of a make stand to each other once they lie on a card: what the layout changes, as places from the first picture. A picture lies where it first does; one that is on no card, or on an earlier
 * one, keeps its place; the first picture of those on the card keeps its own.
 */
export function standingOnCard(make: Make, card: Pick<Card, 'id'>, laid: readonly Laid[]): { pictureId: string; atMm: [number, number] }[] {
  const earlier = new Set(
    (make.cards ?? [])
      .slice(
        0,
        (make.cards ?? []).findIndex(({ id }) => id === card.id),
      )
      .filter(({ layouts }) => layouts !== undefined)
      .flatMap(({ pieces }) => pieces.flatMap(({ image }) => (image.kind === 'picture' ? [image.pictureId] : []))),
  );
  const standing = standingOf(make.pictures);
  const own = make.pictures.flatMap((picture) => {
    const first = laid.find((one) => one.picture?.pictureId === picture.id && !one.isInside);
    const now = standing.find(({ id }) => id === picture.id);
    return first && now && !earlier.has(picture.id) ? [{ pictureId: picture.id, on: frameAt(first), now }] : [];
  });
  const [base, ...others] = own;
  if (!base) return [];
  return others.flatMap(({ pictureId, on, now }) => {
    const atMm: [number, number] = [base.now.xMm + on[0] - base.on[0], base.now.yMm + on[1] - base.on[1]].map(
      (mm) => Math.round(mm * 10) / 10,
    ) as [number, number];
    return Math.hypot(atMm[0] - now.xMm, atMm[1] - now.yMm) < leastMm ? [] : [{ pictureId, atMm }];
  });
}
