import { dequal } from 'dequal/lite';
import { pxPerMmOfPicture } from '#core/make/scale';
import type { SaidCut } from '#model/cut-end';
import type { LightWish } from '#model/light-wish';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { Outside } from '#model/outside';
import type { PlaceMm } from '#model/reading';
import { usualCuesPull } from '#core/light/cues-pull';
import { colouredElement, colouredNow, type ColouringName, treat } from '#core/make/coloured';
import { pictureById } from '#core/make/picture-lookup';
import { layHandStroke } from '#core/scene/hand-edits';
import type { SceneEdge } from '#core/plan/scene-entries';
import { distanceToPath } from '#core/raster/near-path';
import type { LightDesk } from './light-desk';
import type { MakeStore } from '../../document/make-store';
import type { ElementEdge } from '../../plan/use-bands';

/** Acts of the Light station that are done from the picture as well as from the panel. */

/** An edit of the light, as a function of the newest make; null where there is nothing to do. */
export type LightChange = (newest: Make) => readonly Operation[] | null;

/** Shows on the picture what a change would do; nothing of it is kept. */
export function tryLight(useMake: MakeStore, useLight: LightDesk, change: LightChange): void {
  const { make } = useMake.getState();
  useLight.getState().set({ preview: make && change(make) });
}

/** Does a change that was tried. */
export function takeLight(useMake: MakeStore, useLight: LightDesk, change: LightChange): void {
  useMake.getState().edit(change);
  useLight.getState().set({ preview: null });
}

export type WishChange = { [F in keyof LightWish]?: Exclude<LightWish[F], undefined> | null };

/** Changes what is wished of the light on an element; null takes a wish back, and with the last one all of them. */
export function wishedLight(of: ColouringName, elementId: string, change: WishChange): LightChange {
  return (newest) => {
    const element = colouredElement(newest, of, elementId);
    if (!element) return null;
    const wished = Object.entries({ ...element.light, ...change }).filter(([, wish]) => wish !== null);
    const light = wished.length > 0 ? (Object.fromEntries(wished) as LightWish) : null;
    if (dequal(light, element.light ?? null)) return null;
    return [treat(of, elementId, { light })];
  };
}

/** Changes how strongly hatching and dots of a picture draw the dark to them. */
export function pulledByCues({ pictureId, colouringId }: ColouringName, cuesPull: number): LightChange {
  return (newest) => {
    const now = colouredNow(newest, { pictureId, colouringId });
    if (!now || (now.colouring.cuesPull ?? usualCuesPull) === cuesPull) return null;
    return [{ kind: 'patch', entity: 'colouring', pictureId, id: colouringId, fields: { cuesPull } }];
  };
}

/** Gives a colouring a lamp of its own, where that of the make stands, or takes it away. */
export function turnOwnLamp({ pictureId, colouringId }: ColouringName): LightChange {
  return (newest) => {
    const now = colouredNow(newest, { pictureId, colouringId });
    if (!now) return null;
    const lamp = now.colouring.lamp ? null : newest.lamp;
    return [{ kind: 'patch', entity: 'colouring', pictureId, id: colouringId, fields: { lamp } }];
  };
}

/** Moves what lies on the paper outside, or changes its size. */
export function movedOutside(pictureId: string, elementId: string, change: (now: Outside) => Outside): LightChange {
  return (newest) => {
    const outside = pictureById(newest, pictureId)?.elements.find(({ id }) => id === elementId)?.outside;
    if (!outside) return null;
    const moved = change(outside);
    if (dequal(moved, outside)) return null;
    return [{ kind: 'patch', entity: 'element', pictureId, id: elementId, fields: { outside: moved } }];
  };
}

/** Shows what a stroke that is being drawn does; null: it has ended. */
export function tryStroke(useMake: MakeStore, useLight: LightDesk, of: ColouringName, path: readonly PlaceMm[] | null): void {
  const { tool, radiusMm, step } = useLight.getState();
  if (step !== 'hand') return;
  tryLight(useMake, useLight, (newest) => {
    const picture = path && colouredNow(newest, of);
    const { operations = [] } = picture ? layHandStroke(picture, { kind: tool, path, radiusMm }, triedStrokeId) : {};
    return operations.length > 0 ? operations : null;
  });
}

/** Of a stroke that is only shown. */
const triedStrokeId = 'tried';

/** Lays a stroke of the hand along a way over the picture. */
export function layStroke(useMake: MakeStore, useLight: LightDesk, of: ColouringName, path: readonly PlaceMm[]): void {
  const { tool, radiusMm, set } = useLight.getState();
  const id = crypto.randomUUID();
  useMake.getState().edit((newest) => {
    const picture = colouredNow(newest, of);
    if (!picture) return null;
    const { operations, said } = layHandStroke(picture, { kind: tool, path, radiusMm }, id);
    set({ said });
    return operations.length > 0 ? operations : null;
  });
}

/** Takes strokes of the hand away: the last one, or all. */
export function liftStrokes(useMake: MakeStore, useLight: LightDesk, of: ColouringName, which: 'last' | 'all'): void {
  useMake.getState().edit((newest) => {
    const strokes = colouredNow(newest, of)?.colouring.strokes ?? [];
    const gone = which === 'all' ? strokes : strokes.slice(-1);
    useLight
      .getState()
      .set({ said: gone.length === 0 ? 'No stroke lies here.' : which === 'all' ? 'All strokes taken away.' : 'Taken away.' });
    return gone.length > 0 ? gone.map(({ id }) => ({ kind: 'remove', entity: 'stroke', ...of, id })) : null;
  });
}

/** A tap means an edge within this reach. */
const edgeReachMm = 3;

/** Says the other of an edge: that a thing is cut off there, or rounds away; saying what is found anyhow takes the word back. */
export function turnEdge(useMake: MakeStore, useLight: LightDesk, pictureId: string, edge: SceneEdge): void {
  const id = crypto.randomUUID();
  useMake.getState().edit((newest) => {
    const picture = pictureById(newest, pictureId);
    const [x, y] = edge.points[edge.points.length >> 1] ?? [0, 0];
    if (!picture) return null;
    const pxPerMm = pxPerMmOfPicture(picture);
    const isSaid = ({ at }: SaidCut) => edge.said && Math.hypot(at[0] * pxPerMm - edge.said.x, at[1] * pxPerMm - edge.said.y) < 1;
    const before = picture.cuts.find(isSaid);
    useLight.getState().set({ said: edge.isCut ? 'It rounds away there now.' : 'It is cut off there now.' });
    if (before) return [{ kind: 'remove', entity: 'cut', pictureId, id: before.id }];
    return [{ kind: 'put', entity: 'cut', pictureId, row: { id, at: [x / pxPerMm, y / pxPerMm], isCut: !edge.isCut } }];
  });
}

/** The edge that a tap means: the nearest within reach. */
export function edgeAt(edges: readonly ElementEdge[], [xMm, yMm]: PlaceMm, pxPerMm: number): ElementEdge | undefined {
  const apart = ({ points }: ElementEdge) => distanceToPath(points, xMm * pxPerMm, yMm * pxPerMm).apart / pxPerMm;
  return edges
    .map((edge) => ({ edge, apart: apart(edge) }))
    .filter((one) => one.apart < edgeReachMm)
    .sort((one, other) => one.apart - other.apart)[0]?.edge;
}
