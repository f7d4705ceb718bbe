import type { Ladder } from '#model/ladder';
import type { Operation, Step } from '#model/operation';
import type { ColouredElement } from '#model/coloured-picture';
import { colouredElement, colouredNow, type ColouringName, treat } from '#core/make/coloured';
import type { IndexedTable } from '#core/make/region-tables';
import { addMarker, addRung, type RungChange, removeRung, stepRung, type Towards } from '#core/groups/rung-steps';
import { layLadder, usualBareShare } from '#core/groups/lay-ladder';
import type { ShownMarker } from '#core/markers/assumed-colour';
import type { SuggestedLadder } from '#core/markers/suggest';
import { checkSpotLadder } from '../elements/elements-acts';
import type { GroupsDesk } from './groups-desk';
import { ladderWords } from '../ladder-words';
import type { MakeStore } from '../../document/make-store';

/** Acts of the Groups station: each is an edit of the make as it is when it is kept, and says what it did. */

export type GroupsStores = { useMake: MakeStore; useGroups: GroupsDesk; of: ColouringName };

const elementOf = ({ useMake, of }: GroupsStores, elementId: string): ColouredElement | undefined =>
  colouredElement(useMake.getState().make, of, elementId);

/** Gives an element a ladder, or takes its own off. */
export function giveLadder(stores: GroupsStores, elementId: string, ladder: Ladder | null): void {
  const isDone = stores.useMake.getState().edit((newest) => {
    const element = colouredElement(newest, stores.of, elementId);
    if (!element) return null;
    checkSpotLadder(element, ladder);
    return [layLadder(stores.of, element, ladder)];
  });
  if (!isDone) {
    stores.useGroups.getState().set({ preview: null, said: '' });
    return;
  }
  const element = elementOf(stores, elementId);
  stores.useGroups
    .getState()
    .set({ rungId: null, preview: null, said: element ? `${element.name}: ${ladder ? ladderWords(ladder) : 'no ladder'}` : '' });
}

/** Gives what was suggested; a white thing keeps some of its paper bare, unless it has a wish of its own. */
export function giveSuggested(stores: GroupsStores, elementId: string, suggested: SuggestedLadder): void {
  const ladder: Ladder = { rungs: suggested.rungs.map(({ id, code }) => ({ markerId: id, code })) };
  const element = elementOf(stores, elementId);
  if (!suggested.fadesIntoPaper || element?.spot || element?.light?.highlight !== undefined) {
    giveLadder(stores, elementId, ladder);
    return;
  }
  stores.useMake.getState().edit((newest) => {
    const now = colouredElement(newest, stores.of, elementId);
    if (!now) return null;
    const { shares: _, ...light } = now.light ?? {};
    return [treat(stores.of, elementId, { ladder, light: { ...light, highlight: usualBareShare } })];
  });
  stores.useGroups.getState().set({ rungId: null, preview: null, said: `${element?.name}: ${ladderWords(ladder)}, and paper` });
}

/** Changes the ladder of an element as it is then; where that cannot be, says why. */
function changeLadder(stores: GroupsStores, elementId: string, change: (ladder: Ladder | undefined) => RungChange, goesOn = false): void {
  const { useMake, useGroups, of } = stores;
  let result: RungChange | null = null;
  const changes = ({ done }: Step) => done.some((own) => own.kind === 'patch' && own.entity === 'treatment' && own.id === elementId);
  const isDone = useMake.getState().edit(
    (newest) => {
      const element = colouredElement(newest, of, elementId);
      if (!element) return null;
      result = change(element.ladder);
      if ('problem' in result) return null;
      checkSpotLadder(element, result.ladder);
      return [layLadder(of, element, result.ladder)];
    },
    goesOn ? { turn: { kind: 'join', to: (step, isNewest) => isNewest && changes(step), otherwise: 'do' } } : {},
  );
  const done = result as RungChange | null;
  if (!done) return;
  const name = elementOf(stores, elementId)?.name ?? '';
  if ('problem' in done) useGroups.getState().set({ said: done.problem });
  else if (isDone) useGroups.getState().set({ rungId: done.markerId, preview: null, said: `${name}: ${ladderWords(done.ladder)}` });
}

/** The rack as far as the make may use it, and what is in hand although it lies outside. */
function openRack({ useMake }: Pick<GroupsStores, 'useMake'>, inHand: readonly string[]): readonly ShownMarker[] {
  const { rack, make } = useMake.getState();
  if (!make?.onlyMarkers) return rack.markers;
  const open = new Set([...make.onlyMarkers.map(({ markerId }) => markerId), ...inHand]);
  return rack.markers.filter(({ id }) => open.has(id));
}

const idsOf = (ladder: Ladder | undefined): string[] => ladder?.rungs.map(({ markerId }) => markerId) ?? [];

/** @param isHeld a key is held down: it goes on with the step that it began. */
export function stepTowards(stores: GroupsStores, elementId: string, markerId: string, towards: Towards, isHeld = false): void {
  const change = (ladder: Ladder | undefined): RungChange =>
    ladder ? stepRung(ladder, markerId, towards, openRack(stores, idsOf(ladder))) : { problem: 'It has no ladder.' };
  changeLadder(stores, elementId, change, isHeld);
}

export function addTowards(stores: GroupsStores, elementId: string, towards: Towards): void {
  changeLadder(stores, elementId, (ladder) =>
    ladder ? addRung(ladder, towards, openRack(stores, idsOf(ladder))) : { problem: 'It has no ladder.' },
  );
}

export function takeRungOut(stores: GroupsStores, elementId: string, markerId: string): void {
  stores.useMake.getState().edit((newest) => {
    const ladder = colouredElement(newest, stores.of, elementId)?.ladder;
    return ladder ? [treat(stores.of, elementId, { ladder: removeRung(ladder, markerId) })] : null;
  });
  const element = elementOf(stores, elementId);
  const said = element ? `${element.name}: ${element.ladder ? ladderWords(element.ladder) : 'no ladder'}` : '';
  stores.useGroups.getState().set({ rungId: null, preview: null, said });
}

/** Lays a marker on an element: it joins the ladder, or begins one. */
export function layMarker(stores: GroupsStores, elementId: string, markerId: string): void {
  const { rack, takeInHand } = stores.useMake.getState();
  const marker = rack.markers.find(({ id }) => id === markerId);
  if (!marker) return;
  changeLadder(stores, elementId, (ladder) => addMarker(ladder, marker, rack.markers));
  takeInHand({ kind: 'element', elementId });
}

/** The rung in hand at another lightness: the marker of its family, or nearly of its hue, that is nearest to it. */
export function rungAtLightness({ useMake, of }: GroupsStores, elementId: string, markerId: string, lightnessL: number): RungChange | null {
  const { rack, make } = useMake.getState();
  const ladder = colouredElement(make, of, elementId)?.ladder;
  const from = rack.markers.find(({ id }) => id === markerId);
  if (!ladder || !from) return null;
  const open = openRack({ useMake }, idsOf(ladder));
  let here = from;
  let moved = ladder;
  // Step by step, as far as each step comes nearer.
  for (let step = 0; step < open.length; step++) {
    const fromL: number = here.lab?.L ?? lightnessL;
    const next = stepRung(moved, here.id, lightnessL < fromL ? 'darker' : 'paler', open);
    if ('problem' in next) break;
    const marker = open.find(({ id }) => id === next.markerId);
    if (!marker?.lab || Math.abs(marker.lab.L - lightnessL) >= Math.abs(fromL - lightnessL)) break;
    here = marker;
    moved = next.ladder;
  }
  return here === from ? null : { ladder: moved, markerId: here.id };
}

/** What giving a ladder would do, to be shown before it is done. */
export function wouldGive(of: ColouringName, elementId: string, ladder: Ladder): Operation[] {
  return [treat(of, elementId, { ladder })];
}

/** Gives several elements of the picture their ladders, as one step. @returns whether it was done. */
export function giveLadders(stores: GroupsStores, ladders: ReadonlyMap<string, Ladder>): boolean {
  const { useMake, useGroups, of } = stores;
  const isDone = useMake.getState().edit((newest) => {
    const operations = (colouredNow(newest, of)?.elements ?? []).flatMap((element): Operation[] => {
      const ladder = ladders.get(element.id);
      checkSpotLadder(element, ladder);
      return ladder ? [layLadder(of, element, ladder)] : [];
    });
    return operations.length > 0 ? operations : null;
  });
  useGroups.getState().set({ preview: null, rungId: null });
  return isDone;
}

/** Another arrangement of what is being shared out. */
export function nextArrangement(useGroups: GroupsDesk): void {
  const { sharing, step, set } = useGroups.getState();
  if (step === 'share') set({ sharing: { ...sharing, kindOf: null, seed: sharing.seed + 1 } });
}

/**
 * A tap on a repeat: it keeps the ladder that it has, then gets the next one by every further tap, and after the last one it is free again.
 * @returns what is said of it; null where the tap meant no repeat.
 */
export function fixByTap(useGroups: GroupsDesk, table: IndexedTable, label: number): string | null {
  const { sharing, set } = useGroups.getState();
  const region = table.byLabel.get(label);
  const shown = region && (sharing.kindOf?.get(region.id) ?? sharing.fixed.get(region.id));
  if (!region || shown === undefined) return null;
  const held = sharing.fixed.get(region.id);
  const next = held === undefined ? shown : held + 1;
  const fixed = new Map(sharing.fixed);
  const isFree = next >= sharing.ladders.length;
  if (isFree) fixed.delete(region.id);
  else fixed.set(region.id, next);
  set({ sharing: { ...sharing, fixed } });
  const number = table.numberOf.get(region.id);
  return isFree ? `Area ${number} is free again.` : `Area ${number} gets ladder ${next + 1} by your hand.`;
}
