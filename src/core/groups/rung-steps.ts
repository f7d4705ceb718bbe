import { byId } from '#core/make/by-id';
import { chromaOf } from '#core/colour/hue-chroma';
import type { Ladder } from '#model/ladder';
import type { Lab, Marker } from '#model/marker';
import { deltaE00 } from '#core/colour/difference';
import { isUsable } from '#core/markers/find-ladders';
import { kinOf } from '#core/markers/kin';
import { sortLightToDark } from '#core/markers/ladder';
import { hueDifference } from '#core/markers/ladder-cost';

/** Most rungs of a ladder. */
export const mostRungs = 6;
/** Beyond the end of its family a ladder goes on with inks of so nearly the same hue and strength. */
const alike = { hue: 14, chroma: 22 } as const;

function isAlike(one: Lab, other: Lab): boolean {
  const apart = Math.abs(chromaOf(one) - chromaOf(other));
  return hueDifference(one, other) < alike.hue && apart < alike.chroma;
}

export type Towards = 'paler' | 'darker';

/**
 * The next marker from one towards the light or the dark: of its family, else of nearly the same hue, the nearest in colour. Only what is owned and not dry,
 * and none that is left out.
 */
export function nextMarker<M extends Marker>(rack: readonly M[], from: M, towards: Towards, leftOut: ReadonlySet<string>): M | undefined {
  const open = rack.filter((marker) => marker === from || (isUsable(marker) && !leftOut.has(marker.id)));
  const family = sortLightToDark(open.filter((marker) => kinOf(marker) === kinOf(from)));
  const next = family[family.indexOf(from) + (towards === 'darker' ? 1 : -1)];
  const isReal = next && (!next.lab || !from.lab || next.lab.L !== from.lab.L || next.depth !== from.depth);
  if (isReal) return next;
  const { lab } = from;
  if (!lab) return undefined;
  const step = (marker: M) => (marker.lab ? (towards === 'darker' ? lab.L - marker.lab.L : marker.lab.L - lab.L) : 0);
  return open
    .filter((marker) => marker !== from && marker.lab && step(marker) >= 4 && isAlike(marker.lab, lab))
    .sort((one, other) => deltaE00(one.lab ?? lab, lab) - deltaE00(other.lab ?? lab, lab) || (one.id < other.id ? -1 : 1))[0];
}

/** A ladder of markers, light to dark. */
export function ladderOf(markers: readonly Marker[]): Ladder {
  return { rungs: sortLightToDark(markers).map(({ id, code }) => ({ markerId: id, code })) };
}

type Rungs = Ladder['rungs'];

/** Rungs light to dark; one whose marker has left the rack keeps its place. Ordered by place they stay as they are. */
function inOrder(rungs: Rungs, rack: readonly Marker[], order: Ladder['order']): Ladder {
  if (order) return { rungs, order };
  const here = byId(rack);
  const sorted = ladderOf(rungs.flatMap(({ markerId }) => here.get(markerId) ?? [])).rungs;
  return { rungs: rungs.map((rung) => (here.has(rung.markerId) ? (sorted.shift() ?? rung) : rung)) };
}

const rungOf = ({ id, code }: Marker) => ({ markerId: id, code });

export type RungChange = { ladder: Ladder; markerId: string } | { problem: string };

const nothing = (towards: Towards): RungChange => ({ problem: `Your rack has no ${towards} marker of this family or hue.` });

/** Steps a rung to the neighbouring marker. The ladder stays light to dark. */
export function stepRung<M extends Marker>(ladder: Ladder, markerId: string, towards: Towards, rack: readonly M[]): RungChange {
  const from = rack.find(({ id }) => id === markerId);
  if (!from) return { problem: 'That marker is no longer in the rack: put another in its place.' };
  const next = nextMarker(rack, from, towards, new Set(ladder.rungs.map((rung) => rung.markerId)));
  if (!next) return nothing(towards);
  return replaceRung(ladder, markerId, next, rack);
}

/** Puts another marker in the place of a rung. */
export function replaceRung<M extends Marker>(ladder: Ladder, markerId: string, next: M, rack: readonly M[]): RungChange {
  const rungs = ladder.rungs
    .filter((rung) => rung.markerId === markerId || rung.markerId !== next.id)
    .map((rung) => (rung.markerId === markerId ? rungOf(next) : rung));
  return { ladder: inOrder(rungs, rack, ladder.order), markerId: next.id };
}

/** Adds a rung at an end of the ladder: the next paler or darker marker. */
export function addRung<M extends Marker>(ladder: Ladder, towards: Towards, rack: readonly M[]): RungChange {
  if (ladder.rungs.length >= mostRungs) return { problem: `A ladder has ${mostRungs} rungs at the most.` };
  const here = ladder.rungs.flatMap(({ markerId }) => rack.find(({ id }) => id === markerId) ?? []);
  const end = towards === 'paler' ? here[0] : here.at(-1);
  const next = end && nextMarker(rack, end, towards, new Set(ladder.rungs.map((rung) => rung.markerId)));
  if (!next) return nothing(towards);
  const rungs = towards === 'paler' ? [rungOf(next), ...ladder.rungs] : [...ladder.rungs, rungOf(next)];
  return { ladder: inOrder(rungs, rack, ladder.order), markerId: next.id };
}

/** Adds a marker to a ladder, where its lightness puts it. */
export function addMarker<M extends Marker>(ladder: Ladder | undefined, marker: M, rack: readonly M[]): RungChange {
  if (ladder?.rungs.some(({ markerId }) => markerId === marker.id)) return { problem: `${marker.code} is in it already.` };
  if ((ladder?.rungs.length ?? 0) >= mostRungs) return { problem: `A ladder has ${mostRungs} rungs at the most.` };
  return { ladder: inOrder([...(ladder?.rungs ?? []), rungOf(marker)], rack, ladder?.order), markerId: marker.id };
}

/** Takes a rung out; what is left is null where it was the only one. */
export function removeRung(ladder: Ladder, markerId: string): Ladder | null {
  const rungs = ladder.rungs.filter((rung) => rung.markerId !== markerId);
  return rungs.length > 0 ? { ...ladder, rungs } : null;
}

/** Orders a ladder by place, from the edge to the middle, or by lightness again. */
export function orderLadder(ladder: Ladder, order: 'place' | 'lightness', rack: readonly Marker[]): Ladder {
  return order === 'place' ? { rungs: ladder.rungs, order } : inOrder(ladder.rungs, rack, undefined);
}

/** Moves a rung of a ladder by place towards the edge (-1) or the middle (1). */
export function moveRung(ladder: Ladder, markerId: string, by: -1 | 1): Ladder {
  const from = ladder.rungs.findIndex((rung) => rung.markerId === markerId);
  const to = from + by;
  const moved = ladder.rungs[from];
  if (!moved || to < 0 || to >= ladder.rungs.length) return ladder;
  return { ...ladder, rungs: ladder.rungs.with(from, ladder.rungs[to] as Rungs[number]).with(to, moved) };
}

/** A rung whose marker is lighter than that of the rung before it, by what is known of their colours now; null: they fall, as they should. */
export function risenRung<M extends Marker>(ladder: Ladder, rack: readonly M[]): { lighter: M; darker: M } | null {
  const markers = ladder.rungs.map(({ markerId }) => rack.find(({ id }) => id === markerId));
  for (const [index, darker] of markers.entries()) {
    const lighter = markers[index - 1];
    if (lighter?.lab && darker?.lab && darker.lab.L > lighter.lab.L) return { lighter, darker };
  }
  return null;
}
