import type { ColouredPicture } from '#model/coloured-picture';
import { mostInColouring } from '#model/colouring';
import type { HandKind, HandStroke } from '#model/hand-stroke';
import type { Operation } from '#model/operation';
import type { PlaceMm } from '#model/reading';
import { nameOfColouring } from '#core/make/coloured';
import { thinnedOut } from '#core/raster/thinned-path';

const mostPoints = 400;

/** What each stroke says, as it is told when it lies. */
const saidOf: Record<HandKind, string> = {
  darker: 'Darker here.',
  lighter: 'Lighter here.',
  white: 'Paper stays white here.',
  fold: 'A fold: dark on the right of its way.',
  valley: 'A valley: dark on both sides.',
};

/**
 * Lays a stroke of the hand on the light. A tap of a fold or valley has no way of its own: it runs upright, downwards, three radii long.
 * @returns no operation, and why, where the picture holds no more.
 */
export function layHandStroke(
  picture: Pick<ColouredPicture, 'id' | 'colouring'>,
  { kind, path, radiusMm }: { kind: HandKind; path: readonly PlaceMm[]; radiusMm: number },
  id: string,
): { operations: Operation[]; said: string } {
  const [first] = path;
  if (!first) return { operations: [], said: '' };
  const most = mostInColouring.strokes;
  if (picture.colouring.strokes.length >= most) return { operations: [], said: `The picture has ${most} strokes: take some away first.` };
  const isFold = kind === 'fold' || kind === 'valley';
  const [x, y] = first;
  const upright: PlaceMm[] = [
    [x, y - 1.5 * radiusMm],
    [x, y + 1.5 * radiusMm],
  ];
  const points = path.length > 1 ? thinnedOut(path, 0.1, mostPoints) : isFold ? upright : [first];
  const row: HandStroke = { id, kind, points, radiusMm };
  return { operations: [{ kind: 'put', entity: 'stroke', ...nameOfColouring(picture), row }], said: saidOf[kind] };
}
