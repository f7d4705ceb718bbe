import type { Make } from '#model/make';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import { colouredNow, nameOfColouring } from '#core/make/coloured';
import { ownersOf, pictureById } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import { isLoop, regionsInLoop } from '#core/picture/lasso';
import { laySpot } from '#core/scene/spot-edits';
import { joinBodies, layOn, type StandingEdit, toggleInBody } from '#core/scene/standing-edits';
import type { ElementsDesk } from './elements-desk';
import { type Gathering, gather, join, type TakeFrom } from './gather';
import type { MakeStore } from '../../document/make-store';
import type { HandMove } from '../station';

const newId = () => crypto.randomUUID();

/** Does with the touched areas what is in hand, to the make as it is then. */
export function collected(useMake: MakeStore, { picture, table }: Of, { labels, gesture, pathMm }: HandMove): Gathering | null {
  const loop = gesture === 'sweep' && isLoop(pathMm);
  const taken = loop ? regionsInLoop(table.table.regions, pathMm).map(({ label }) => label) : labels;
  let result: Gathering | null = null;
  // What the tap means is asked of the make as it is then, and again should it change under the hand.
  const operations = (newest: Make): Operation[] | null => {
    const now = colouredNow(newest, nameOfColouring(picture));
    result = now ? gather(now, table, useMake.getState().hand, taken, loop ? 'lasso' : gesture, newId) : null;
    return result?.operations ?? null;
  };
  useMake.getState().edit(operations);
  return result;
}

type Of = { picture: ColouredPicture; table: IndexedTable };

/** An edit of bodies, fronts or spots, of the make as it is when it is kept. */
export function editOf<E extends { operations: Operation[]; said: string }>(
  useMake: MakeStore,
  pictureId: string,
  change: (now: Picture) => E,
): E | null {
  let result: E | null = null;
  useMake.getState().edit((newest) => {
    const now = pictureById(newest, pictureId);
    result = now ? change(now) : null;
    return result && result.operations.length > 0 ? result.operations : null;
  });
  return result;
}

/** What a tap or drag does at the Elements station, by the step that is open. @returns what is said of it. */
export function moveAtElements(useMake: MakeStore, useElements: ElementsDesk, of: Of, move: HandMove): string | null {
  switch (useElements.getState().step) {
    case 'bodies':
      return moveInBodies(useMake, useElements, of, move);
    case 'spots':
      return moveInSpots(useMake, useElements, of, move);
    case 'fronts':
      useElements.getState().set({ frontsOf: of.table.byLabel.get(move.labels[0] ?? 0)?.id ?? null });
      return null;
    default: {
      const gathered = collected(useMake, of, move);
      const [x, y] = move.pathMm[0] ?? [0, 0];
      const at = [x / of.picture.widthMm, y / of.picture.heightMm] as const;
      useElements.getState().set({ asks: gathered?.asks ? { ...gathered.asks, at } : null });
      if (!gathered) return null;
      useMake.getState().takeInHand(gathered.hand);
      return gathered.said;
    }
  }
}

/** Takes what was asked about into the element in hand. @returns what is said of it. */
export function takeFrom(useMake: MakeStore, pictureId: string, { regionIds }: TakeFrom): string {
  const { hand, edit } = useMake.getState();
  let said = '';
  edit((newest) => {
    const picture = pictureById(newest, pictureId);
    const held = hand.kind === 'element' ? picture?.elements.find(({ id }) => id === hand.elementId) : undefined;
    if (!picture || !held) return null;
    const done = join(picture, held, hand, regionIds);
    said = done.said;
    return done.operations;
  });
  return said;
}

function moveInBodies(useMake: MakeStore, useElements: ElementsDesk, { picture, table }: Of, { labels }: HandMove): string | null {
  const { bodyAt, bodyAct, set } = useElements.getState();
  const regionIds = labels.flatMap((label) => table.byLabel.get(label)?.id ?? []);
  const first = regionIds[0];
  if (first === undefined) return bodyAt === null ? null : 'That is the paper outside.';
  if (bodyAct === 'choose' || bodyAt === null) {
    set({ bodyAt: first, bodyAct: 'choose' });
    return null;
  }
  const done = editOf(useMake, picture.id, (now: Picture): StandingEdit => {
    if (bodyAct === 'layOn') return layOn(now, table, bodyAt, first, newId);
    return regionIds.length === 1 ? toggleInBody(now, table, bodyAt, first, newId) : joinBodies(now, table, bodyAt, regionIds, newId);
  });
  if (bodyAct === 'layOn' && (done?.operations.length ?? 0) > 0) set({ bodyAct: 'choose' });
  return done?.said ?? null;
}

function moveInSpots(useMake: MakeStore, useElements: ElementsDesk, { picture, table }: Of, { labels, pathMm }: HandMove): string | null {
  const { spotRadiusMm, spotSoftMm } = useElements.getState();
  const { hand, takeInHand } = useMake.getState();
  const inHandId = hand.kind === 'element' ? hand.elementId : null;
  const done = editOf(useMake, picture.id, (now) => {
    const host = ownersOf(now).get(table.byLabel.get(labels[0] ?? 0)?.id ?? '');
    return laySpot(now, host, inHandId, { path: pathMm, radiusMm: spotRadiusMm, softMm: spotSoftMm }, newId);
  });
  if (done?.elementId && done.elementId !== inHandId) takeInHand({ kind: 'element', elementId: done.elementId });
  return done?.said ?? null;
}
