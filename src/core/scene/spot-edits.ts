import type { Operation } from '#model/operation';
import type { Element, Picture } from '#model/picture';
import type { PlaceMm } from '#model/reading';
import type { SpotStroke } from '#model/soft-spot';
import { freshElementName } from '#core/make/picture-lookup';
import { thinnedOut } from '#core/raster/thinned-path';

export type SpotEdit = { operations: Operation[]; elementId: string | null; said: string };

/** Most points of a stroke that is kept. */
const mostPoints = 400;
const mostStrokes = 400;

type Stroke = { path: readonly PlaceMm[]; radiusMm: number; softMm: number };

/**
 * Lays a tap or stroke of a soft spot on the element under its beginning. With a spot in hand that lies there too it joins it: two cheeks are
 * one element with one ladder.
 * @param host the element under the first point; undefined: none.
 * @param inHandId the element in hand.
 */
export function laySpot(
  picture: Picture,
  host: Element | undefined,
  inHandId: string | null,
  stroke: Stroke,
  newId: () => string,
): SpotEdit {
  const { path, radiusMm, softMm } = stroke;
  const points = path.length > 1 ? thinnedOut(path, 0.1, mostPoints) : [...path];
  const inHand = picture.elements.find(({ id }) => id === inHandId);
  const nothing = (said: string): SpotEdit => ({ operations: [], elementId: inHandId, said });
  if (!host) {
    return nothing(
      inHand?.spot
        ? `That place is outside what ${inHand.name} lies on.`
        : 'That area belongs to no element yet: gather it first, then lay a soft spot on it.',
    );
  }
  const made: SpotStroke = { points, radiusMm };
  const pictureId = picture.id;
  if (inHand?.spot && inHand.spot.on === host.id) {
    if (inHand.spot.strokes.length >= mostStrokes) return nothing(`${inHand.name} has ${mostStrokes} strokes: begin another soft spot.`);
    const spot = { ...inHand.spot, strokes: [...inHand.spot.strokes, made] };
    return {
      operations: [{ kind: 'patch', entity: 'element', pictureId, id: inHand.id, fields: { spot } }],
      elementId: inHand.id,
      said: `Added to ${inHand.name}.`,
    };
  }
  const id = newId();
  const name = freshElementName(picture, 'Soft spot');
  const row: Element = { id, name, regionIds: [], spot: { on: host.id, strokes: [made], softMm } };
  return { operations: [{ kind: 'put', entity: 'element', pictureId, row }], elementId: id, said: `${name} laid on ${host.name}.` };
}
