import type { ElementKind } from '#model/element-kind';
import type { Ladder } from '#model/ladder';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import { assignTo, takeOut } from '#core/make/assign-regions';
import { counted } from '#core/make/counted';
import { OperationError } from '#core/make/operation-error';
import { isFreshName } from '#core/make/element-names';
import { freshElementName, pictureById } from '#core/make/picture-lookup';
import { whiteBySize } from '#core/make/overlooked';
import type { IndexedTable } from '#core/make/region-tables';
import { likeThisOne } from '#core/picture/like-this-one';
import type { ElementsDesk } from './elements-desk';
import type { MakeStore } from '../../document/make-store';

/** Acts of the Elements station that are done from the picture by keys as well as from the panel. */

/** Most markers of a soft spot's ladder: it is small, and soft anyhow. */
export const mostSpotRungs = 3;

/** @throws OperationError when a ladder has more markers than a soft spot takes. */
export function checkSpotLadder({ name, spot }: Pick<ColouredElement, 'name' | 'spot'>, ladder: Ladder | null | undefined): void {
  const rungs = ladder?.rungs.length ?? 0;
  if (spot && rungs > mostSpotRungs) throw new OperationError(`${name} is a soft spot: it takes one to three markers, not ${rungs}.`);
}

/** Changes an element if it is still there. @returns whether it was done. */
export function patchElement(useMake: MakeStore, pictureId: string, id: string, fields: ElementFields): boolean {
  return useMake.getState().edit((newest) => {
    const element = pictureById(newest, pictureId)?.elements.find((own) => own.id === id);
    if (!element) return null;
    return [{ kind: 'patch', entity: 'element', pictureId, id, fields }];
  });
}

type ElementFields = { name?: string; kind?: ElementKind | null };

const sameName = (one: string, other: string) => one.toLowerCase() === other.toLowerCase();

/** Whether an element has areas: soft spots and what lies on the paper outside have none, and are named for themselves. */
export const hasAreas = ({ spot, outside }: Pick<ColouredElement, 'spot' | 'outside'>): boolean => !spot && !outside;

/**
 * Names an element. Where another of the picture has that name already its areas join that one, and what lies on it lies on that one from then on.
 * @returns what is said of it, and the one that it joined.
 */
export function nameElement(useMake: MakeStore, pictureId: string, id: string, name: string): { said: string; joinedId: string | null } {
  let done = { said: '', joinedId: null as string | null };
  useMake.getState().edit((newest) => {
    const picture = pictureById(newest, pictureId);
    const own = picture?.elements.find((element) => element.id === id);
    if (!picture || !own || own.name === name) return null;
    const other = picture.elements.find((element) => element.id !== id && hasAreas(element) && sameName(element.name, name));
    if (!other || !hasAreas(own)) return [{ kind: 'patch', entity: 'element', pictureId, id, fields: { name } }];
    done = { said: `${counted(own.regionIds.length, 'area')} joined ${other.name}.`, joinedId: other.id };
    const lying = picture.elements.flatMap(({ id: spotId, spot }): Operation[] =>
      spot?.on === id ? [{ kind: 'patch', entity: 'element', pictureId, id: spotId, fields: { spot: { ...spot, on: other.id } } }] : [],
    );
    const { operations } = assignTo(
      { ...picture, elements: picture.elements.filter(({ spot }) => spot?.on !== id) },
      other.id,
      own.regionIds,
    );
    return [...lying, ...operations];
  });
  return done;
}

/** Of elements that wait for their names those that are there and have none yet. */
export function stillToName(useMake: MakeStore, pictureId: string, ids: readonly string[]): string[] {
  const elements = pictureById(useMake.getState().make as Make, pictureId)?.elements ?? [];
  return ids.filter((id) => elements.some((element) => element.id === id && isFreshName(element.name)));
}

/** Takes an element out; its areas are white again. */
export function removeElement(useMake: MakeStore, pictureId: string, id: string): void {
  const { edit, hand, takeInHand } = useMake.getState();
  edit((newest) => {
    const picture = pictureById(newest, pictureId);
    return picture ? takeOut(picture, [id]) : null;
  });
  if (hand.kind === 'element' && hand.elementId === id) takeInHand({ kind: 'nothing' });
}

/** Goes to the next white region, the largest first and round again: the walk stands on it, and it blinks. */
export function showNextWhite(
  useMake: MakeStore,
  useElements: ElementsDesk,
  picture: ColouredPicture | undefined,
  table: IndexedTable | undefined,
): void {
  const white = picture ? whiteBySize(picture, table) : [];
  const here = white.findIndex(({ region }) => region.id === useMake.getState().cursorRegionId);
  const next = white[(here + 1) % white.length];
  if (!next) return;
  useMake.getState().walkFrom(next.region.id);
  useElements.getState().blinkAt(next.region.id);
}

/** Keeps white regions bare on purpose: one element of bare paper holds them all. */
export function keepWhite(useMake: MakeStore, pictureId: string, regionIds: readonly string[]): void {
  useMake.getState().edit((newest: Make): Operation[] | null => {
    const now = pictureById(newest, pictureId);
    if (!now || regionIds.length === 0) return null;
    const bare = now.elements.find(({ kind }) => kind === 'bare paper');
    if (bare) return assignTo(now, bare.id, regionIds).operations;
    const row = { id: crypto.randomUUID(), name: 'Stays white', regionIds: [...regionIds], kind: 'bare paper' as const };
    return [{ kind: 'put', entity: 'element', pictureId, row }];
  });
}

type LikeOf = { pictureId: string; elementId: string; table: IndexedTable; labels: Uint16Array };

/** White regions of the shape and size of those of an element. */
export function whiteLike(make: Make, { pictureId, elementId, table, labels }: LikeOf): string[] {
  const now = pictureById(make, pictureId);
  const element = now?.elements.find(({ id }) => id === elementId);
  if (!now || !element) return [];
  const size = { labels, width: table.table.widthPx, height: table.table.heightPx };
  const taken = new Set(now.elements.flatMap(({ regionIds }) => regionIds));
  const alike = element.regionIds
    .flatMap((id) => table.byId.get(id)?.label ?? [])
    .slice(0, mostModels)
    .flatMap((label) => likeThisOne(size, label))
    .flatMap((label) => table.byLabel.get(label)?.id ?? [])
    .filter((id) => !taken.has(id));
  return [...new Set(alike)];
}

/** Gathers all white regions of the shape and size of those of an element. @returns what is said of it. */
export function gatherLike(useMake: MakeStore, of: LikeOf): string {
  let found = 0;
  useMake.getState().edit((newest: Make): Operation[] | null => {
    const now = pictureById(newest, of.pictureId);
    const regionIds = now ? whiteLike(newest, of) : [];
    found = regionIds.length;
    return now && found > 0 ? assignTo(now, of.elementId, regionIds).operations : null;
  });
  return found > 0 ? `${counted(found, 'area')} like it gathered.` : 'No other white area has its shape and about its size.';
}

/** So many regions of an element are taken as models at the most. */
const mostModels = 12;

/** A soft spot's name when it is begun as one of the usual ones. */
export function nameSpot(useMake: MakeStore, picture: ColouredPicture, elementId: string, wished: string): void {
  const name = picture.elements.some((other) => other.name === wished) ? freshElementName(picture, wished) : wished;
  useMake.getState().edit(() => [{ kind: 'patch', entity: 'element', pictureId: picture.id, id: elementId, fields: { name } }]);
}
