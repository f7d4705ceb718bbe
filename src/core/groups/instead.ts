import { byId as rowsById } from '#core/make/by-id';
import { chromaOf, hueDegOf, hueTurnDeg } from '#core/colour/hue-chroma';
import { hueWord } from '#core/colour/hue-words';
import type { Ladder } from '#model/ladder';
import type { Lab } from '#model/marker';
import { deltaE00 } from '#core/colour/difference';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { isUsable } from '#core/markers/find-ladders';
import { translateLadder } from '#core/markers/translate-ladder';

/** What stands in for one rung, and what changes by it. */
export type InsteadRung = {
  from: { markerId: string; code: string; lab: Lab | undefined };
  to: ShownMarker;
  difference: number;
  words: string;
};

export type Instead = {
  rungs: InsteadRung[];
  ladder: Ladder;
  /** Sum of the differences (CIEDE2000), and the least it could be if every rung were replaced by itself. */
  total: number;
  leastTotal: number;
  /** Where nothing that is owned comes close to a rung: the nearest that is not owned, if one is nearer. */
  buy: { code: string; marker: ShownMarker; difference: number }[];
};

/** Further apart than this, two inks are another colour (common practice, no source). */
export const closeE00 = 10;

export type InsteadOptions = {
  /** Ids of markers that may not be used: dead, or of the line that is to be left. Default none. */
  leftOut?: ReadonlySet<string>;
  /** All rungs that are not left out stay as they are: they may be on the paper already. Default false. */
  restStays?: boolean;
  /** Only these markers, by id. Default: the whole rack. */
  only?: ReadonlySet<string> | undefined;
};

/** How one ink differs from another, in words: "4 L* darker, redder". */
export function changeWords(from: Lab, to: Lab): string {
  const lightness = Math.round(to.L - from.L);
  const words = lightness === 0 ? [] : [`${Math.abs(lightness)} L* ${lightness > 0 ? 'lighter' : 'darker'}`];
  const [own, other] = [chromaOf(from), chromaOf(to)];
  if (Math.abs(other - own) > 5) words.push(other > own ? 'stronger' : 'greyer');
  const turnDeg = own > 5 && other > 5 ? hueTurnDeg(from, to) : 0;
  if (Math.abs(turnDeg) > 6) words.push(`towards ${hueWord(hueDegOf(to))}`);
  return words.length > 0 ? words.join(', ') : 'hardly a change';
}

/**
 * What a ladder is with other markers of the rack: translated as a whole (translate-ladder.ts). Rungs without a known colour cannot be translated.
 * @param colours colour of each rung, as it was meant.
 */
export function insteadOf(
  ladder: Ladder,
  colours: readonly (Lab | undefined)[],
  rack: readonly ShownMarker[],
  { leftOut = new Set(), restStays = false, only }: InsteadOptions = {},
): Instead | { problem: string } {
  if (ladder.rungs.length < 1 || ladder.rungs.length > 6)
    return { problem: `A ladder has one to six markers, not ${ladder.rungs.length}.` };
  const unknown = ladder.rungs.filter((_, rung) => !colours[rung]);
  if (unknown.length > 0)
    return { problem: `The colour of ${unknown.map(({ code }) => code).join(', ')} is not known: nothing can be compared with it.` };
  const labs = colours as readonly Lab[];
  // A ladder by place stands in another order: it is translated light to dark all the same.
  const lightToDark = [...labs.keys()].sort((one, other) => (labs[other] as Lab).L - (labs[one] as Lab).L);
  const sorted = lightToDark.map((rung) => labs[rung] as Lab);
  if (sorted.some((lab, rung) => rung > 0 && lab.L === sorted[rung - 1]?.L)) {
    return { problem: 'Two of its inks are equally light: take one of them out first.' };
  }
  const own = new Set(ladder.rungs.map(({ markerId }) => markerId));
  const markers = rack.filter(({ id }) => !leftOut.has(id) && (!only || only.has(id) || (restStays && own.has(id))));
  const stays = new Map(
    lightToDark.flatMap((rung, place) => {
      const id = ladder.rungs[rung]?.markerId ?? '';
      return restStays && !leftOut.has(id) ? [[place, id] as const] : [];
    }),
  );
  const found = translateLadder(sorted, markers, { stays });
  if ('problem' in found) return found;
  const byId = rowsById(rack);
  const rungs = ladder.rungs.map((rung, index): InsteadRung => {
    const place = lightToDark.indexOf(index);
    const to = byId.get(found.rungs[place]?.id ?? '') as ShownMarker;
    const from = labs[index] as Lab;
    const words = rung.markerId === to.id ? 'stays' : changeWords(from, to.lab as Lab);
    return { from: { ...rung, lab: from }, to, difference: found.differences[place] as number, words };
  });
  const usable = markers.filter((marker) => marker.lab && isUsable(marker));
  const leastOf = (lab: Lab, of: readonly ShownMarker[]) =>
    of.reduce<{ marker: ShownMarker; difference: number } | null>((least, marker) => {
      const difference = marker.lab ? deltaE00(lab, marker.lab) : Number.POSITIVE_INFINITY;
      return least && least.difference <= difference ? least : { marker, difference };
    }, null);
  const notOwned = rack.filter((marker) => !marker.owned && marker.lab && !leftOut.has(marker.id));
  return {
    rungs,
    ladder: { ...ladder, rungs: rungs.map(({ to }) => ({ markerId: to.id, code: to.code })) },
    total: rungs.reduce((sum, { difference }) => sum + difference, 0),
    leastTotal: labs.reduce((sum, lab) => sum + (leastOf(lab, usable)?.difference ?? 0), 0),
    buy: rungs.flatMap(({ from, difference }) => {
      const nearest = difference > closeE00 ? leastOf(from.lab as Lab, notOwned) : null;
      return nearest && nearest.difference < difference ? [{ code: from.code, ...nearest }] : [];
    }),
  };
}
