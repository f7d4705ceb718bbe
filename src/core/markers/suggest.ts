import { kindOf } from '#core/make/element-names';
import { tooTinyMm2 } from '#core/make/too-tiny';
import { chromaOf, hueDegOf } from '#core/colour/hue-chroma';
import { hueWord } from '#core/colour/hue-words';
import type { ElementKind } from '#model/element-kind';
import type { Lab, Marker, PairNote, RackMarker } from '#model/marker';
import { likenessOf } from '#core/sharing/choose-palette';
import { findLadders, isUsable } from './find-ladders';
import { type HueId, huesOfLadder, isLadderOfHue, middleRung } from './hues';
import { kinOf } from './kin';
import { sortLightToDark } from './ladder';
import { rungCost } from './ladder-cost';
import { ladderReasons } from './ladder-reasons';
import { noteLookup } from './pair-notes';
import { checkRack } from './rack-checks';
import { usualHues } from './usual-hues';

/**
 * How many markers an area takes: one where it is too tiny to blend, two for a small area, three as a rule, four for a
 * large one. Common practice, no source; the limits in mm2 are ours.
 */
export function rungsForArea(areaMm2: number): 1 | 2 | 3 | 4 {
  if (areaMm2 < tooTinyMm2) return 1;
  if (areaMm2 < 50) return 2;
  return areaMm2 < 900 ? 3 : 4;
}

/** A closer step is hardly seen: it is no rung, only padding. */
export const leastSeenStepL = 6;

export type SuggestRequest = {
  element: { name: string; kind?: ElementKind | undefined; areaMm2: number };
  /** How many markers. Default: as its area takes. */
  rungs?: 1 | 2 | 3 | 4 | 5 | 6 | undefined;
  /** The hue that was asked for. Default: those that such an element usually gets, where the rack has them. */
  hue?: HueId | undefined;
  /** Ladders that lie beside it, from which it is to part, with the length of the border in mm. Default none. */
  beside?: readonly { rungs: readonly Lab[]; lengthMm: number }[] | undefined;
  /** Ids of markers that lie out already. Default none. */
  out?: ReadonlySet<string> | undefined;
  /** What its maker gave to elements of this name before, the newest first, as ids of markers. Default nothing. */
  taken?: readonly (readonly string[])[] | undefined;
  /** Only these markers, by id. Default: the whole rack. */
  only?: ReadonlySet<string> | undefined;
  /** What the maker noted about pairs. Default none. */
  pairNotes?: readonly PairNote[] | undefined;
  /** How many answers. Default 12. */
  most?: number | undefined;
};

export type SuggestedLadder<M extends Marker = Marker> = {
  rungs: M[];
  cost: number;
  reasons: string[];
  hues: HueId[];
  /** Its maker gave it to such an element before. */
  isTakenBefore: boolean;
  /** It ends in bare paper. */
  fadesIntoPaper: boolean;
};

/** What the order of suggestions weighs beside the ladder itself. */
const weights = { nextHue: 0.5, likeness: 5, isOut: 0.3, notPale: 0.06, grey: 1, hueAgain: 1.5 } as const;
/** A white thing's middle is so light, and its palest rung nearly paper. */
const whiteMiddleL = 76;
const whitePalestL = 86;
const greyChroma = 10;

/**
 * Ladders that suit an element, the likeliest first: those its maker took before, then by the ladder itself, by how usual its hue is, by how well it
 * parts from what lies beside, and by what lies out already; where any hue may be, hue after hue. Only what is owned and neither dry, low nor leaking, of no other hue than its family, with
 * no pair that refuses and no step too small to see: where a family has fewer such rungs than were asked for, it is a shorter ladder.
 */
export function suggestLadders<M extends Marker>(rack: readonly M[], request: SuggestRequest): SuggestedLadder<M>[] {
  const { element, hue, beside = [], out = new Set<string>(), taken = [], only, pairNotes = [], most = 12 } = request;
  const rungs = request.rungs ?? rungsForArea(element.areaMm2);
  const usual = usualHues(element);
  const fades = usual.fadesIntoPaper && (hue === undefined || usual.hues.includes(hue));
  const markers = trusted(rack).filter(({ id }) => !only || only.has(id));
  const wished = hue ? [hue] : usual.hues;
  const notes = noteLookup(pairNotes);
  const found = [...byFamily(markers).values()].flatMap((family) => ofFamily(family, { rungs, fades, pairNotes }));
  const ofHue = found.filter(({ rungs: own }) => wished.length === 0 || wished.some((one) => isOf(own, one)));
  const shown = ofHue.length > 0 || hue ? ofHue : found;

  const length = beside.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
  const besideCost = (labs: readonly Lab[]) =>
    length === 0 || labs.length === 0
      ? 0
      : beside.reduce((sum, { rungs: other, lengthMm }) => sum + (lengthMm / length) * likenessOf(labs, other), 0) * weights.likeness;
  const costOf = (ladder: readonly M[], own: number): number => {
    const labs = labsOf(ladder);
    const place = Math.max(
      0,
      wished.findIndex((one) => isOf(ladder, one)),
    );
    const isOut = ladder.filter(({ id }) => out.has(id)).length;
    // Where anything may be, few want a grey unasked.
    const grey = wished.length === 0 && labs.every((lab) => chromaOf(lab) < greyChroma) ? weights.grey : 0;
    const notPale = fades ? Math.max(0, whiteMiddleL - (middleRung(labs)?.L ?? 0)) * weights.notPale : 0;
    return own + weights.nextHue * place + besideCost(labs) + notPale + grey - weights.isOut * isOut;
  };
  const byCost = shown.map(({ rungs: own, cost }) => ({ rungs: own, cost: costOf(own, cost) })).sort(cheapestFirst);
  const ranked = wished.length === 0 ? hueAfterHue(byCost) : byCost;
  const before = taken.flatMap((ids) => {
    const own = ids.flatMap((id) => markers.find((marker) => marker.id === id) ?? []);
    const isWhole = own.length === ids.length && own.length > 0;
    return isWhole && (!hue || isOf(own, hue)) ? [{ rungs: own, cost: costOf(own, 0), isTakenBefore: true }] : [];
  });
  const seen = new Set<string>();
  const fresh = [...before, ...ranked].filter((ladder) => {
    const ids = idsOf(ladder.rungs);
    const isNew = !seen.has(ids);
    seen.add(ids);
    return isNew;
  });
  const isSkin = !hue && usual.hues[0] === 'skin tones' && kindOf(element) === 'skin';
  return (isSkin ? fairToDark(fresh.slice(0, most)) : fresh.slice(0, most)).map((ladder) => ({
    isTakenBefore: false,
    ...ladder,
    reasons: ladderReasons(ladder.rungs, notes),
    hues: huesOfLadder(labsOf(ladder.rungs)),
    fadesIntoPaper: fades && ladder.rungs.every(({ lab }) => lab !== undefined && chromaOf(lab) <= greyChroma + 2),
  }));
}

/** Nobody's skin is the usual one: what was taken before first, then from fair to dark as the rack has it. */
function fairToDark<T extends { rungs: readonly Marker[]; isTakenBefore?: boolean }>(ladders: readonly T[]): T[] {
  const middleL = ({ rungs }: T) => middleRung(labsOf(rungs))?.L ?? 0;
  return [...ladders].sort(
    (one, other) => Number(other.isTakenBefore ?? false) - Number(one.isTakenBefore ?? false) || middleL(other) - middleL(one),
  );
}

type Ranked<M> = { rungs: M[]; cost: number };

const cheapestFirst = (one: Ranked<Marker>, other: Ranked<Marker>): number =>
  one.cost - other.cost || (idsOf(one.rungs) < idsOf(other.rungs) ? -1 : 1);

/** Where anything may be, the best of each hue comes before the second of any: so the first few are a choice. */
function hueAfterHue<M extends Marker>(byCost: readonly Ranked<M>[]): Ranked<M>[] {
  const shown = new Map<HueId | undefined, number>();
  return byCost
    .map((ladder) => {
      const hue = huesOfLadder(labsOf(ladder.rungs))[0];
      const before = shown.get(hue) ?? 0;
      shown.set(hue, before + 1);
      return { ...ladder, cost: ladder.cost + weights.hueAgain * before };
    })
    .sort(cheapestFirst);
}

const labsOf = (ladder: readonly Marker[]): Lab[] => ladder.flatMap(({ lab }) => lab ?? []);
const idsOf = (ladder: readonly Marker[]): string => ladder.map(({ id }) => id).join(' ');
const isOf = (ladder: readonly Marker[], hue: HueId): boolean =>
  ladder.every(({ lab }) => lab !== undefined) && isLadderOfHue(labsOf(ladder), hue);

/** Markers that may be named without a word of warning. */
function trusted<M extends Marker>(rack: readonly M[]): M[] {
  const flagged = new Set(
    checkRack(rack.filter((marker): marker is M & RackMarker => marker.lineId !== undefined))
      .filter(({ kind }) => kind !== 'wideGap')
      .flatMap(({ markerIds }) => markerIds),
  );
  return rack.filter((marker) => isUsable(marker) && (marker.state ?? 'good') === 'good' && !flagged.has(marker.id));
}

function byFamily<M extends Marker>(markers: readonly M[]): Map<string, M[]> {
  const families = new Map<string, M[]>();
  for (const marker of markers) {
    const key = paletteFamily(marker);
    if (key !== null) families.set(key, [...(families.get(key) ?? []), marker]);
  }
  return families;
}

type Wanted = { rungs: NonNullable<SuggestRequest['rungs']>; fades: boolean; pairNotes: readonly PairNote[] };

/** The best ladders of a family: with as many rungs as are wanted, or as it has. */
function ofFamily<M extends Marker>(family: readonly M[], { rungs, fades, pairNotes }: Wanted): { rungs: M[]; cost: number }[] {
  const paleEnough = (marker: M, rung: number) => !fades || rung > 0 || (marker.lab?.L ?? 0) >= whitePalestL;
  for (let count = rungs; count >= 2; count--) {
    const start = fades ? { start: { L: whiteMiddleL, a: 0, b: 0 } } : {};
    const own = { ...start, rungs: count as 2 | 3 | 4 | 5 | 6, most: 2, leastStepL: leastSeenStepL, withoutRefusing: true, pairNotes };
    const found = findLadders(family, own, paleEnough);
    // A shorter one than was asked for comes after those that are whole.
    if (found.length > 0) return found.map((ladder) => ({ rungs: ladder.rungs, cost: ladder.cost + shorterCost * (rungs - count) }));
  }
  if (rungs > 1) return [];
  const usable = sortLightToDark(family);
  const middle = usable[Math.floor((usable.length - 1) / 2)];
  return middle ? [{ rungs: [middle], cost: rungCost(middle) }] : [];
}

const shorterCost = 2;

/** The family by the code, or by the hue where codes mean nothing; null where neither tells. */
function paletteFamily(marker: Marker): string | null {
  const kin = kinOf(marker);
  if (!kin.endsWith('|')) return kin;
  if (!marker.lab) return null;
  const { a, b } = marker.lab;
  return `${kin}${chromaOf({ a, b }) < greyChroma ? 'grey' : hueWord(hueDegOf({ a, b }))}`;
}
