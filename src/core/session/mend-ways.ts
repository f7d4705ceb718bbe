import type { CheckKind } from '#model/check-kinds';
import type { KeptFinding, PlannedMark, SessionPicture } from '#model/session';
import type { KeptBandMap } from '#core/recipe/kept-band-map';
import type { SessionState } from './session-state';
import { placesBeside, slipWays } from './slip-ways';

/** What mends a finding: in a sentence, and as marks of a last round. */
export type MendWay = { words: string; marks: PlannedMark[] };

export type MendAsk = {
  /** Of the entry that holds the photo's findings. */
  checkId: string;
  picture: Pick<SessionPicture, 'pictureId' | 'places'>;
  map: KeptBandMap;
  state: Pick<SessionState, 'marks' | 'standings'>;
  /** Which of equal images was photographed. Default: there is one. */
  copy?: number | undefined;
};

/** A dab takes so many s; a coat as long as it was planned. */
const dabS = 15;

/** Names of elements, as the marks say them. */
export function elementNames(marks: readonly PlannedMark[]): Map<string, string> {
  const names = new Map<string, string>();
  for (const { elementIds, over } of marks) {
    const said = over.split(', ').filter((word) => !/^\d+ of \d+$/.test(word));
    if (said.length === elementIds.length) for (const [index, id] of elementIds.entries()) if (!names.has(id)) names.set(id, said[index]!);
  }
  return names;
}

const thirds = (share: number): 0 | 1 | 2 => (share < 1 / 3 ? 0 : share > 2 / 3 ? 2 : 1);
const sides = [
  ['upper left', 'top', 'upper right'],
  ['left', 'middle', 'right'],
  ['lower left', 'bottom', 'lower right'],
] as const;

/** Where in a place something lies, in words: "upper left", "middle". @param xMm of the picture's left edge. */
export function whereInPlace(map: KeptBandMap, place: number, { xMm, yMm }: { xMm: number; yMm: number }, widthMm: number): string {
  let [left, top, right, bottom] = [map.widthPx, map.heightPx, -1, -1];
  for (let at = 0; at < map.owners.length; at++) {
    if (map.owners[at] !== place) continue;
    const [x, y] = [at % map.widthPx, Math.floor(at / map.widthPx)];
    [left, top, right, bottom] = [Math.min(left, x), Math.min(top, y), Math.max(right, x), Math.max(bottom, y)];
  }
  const pxPerMm = map.widthPx / widthMm;
  const share = (own: number, from: number, to: number) => (own - from) / Math.max(1, to - from);
  return sides[thirds(share(yMm * pxPerMm, top, bottom))][thirds(share(xMm * pxPerMm, left, right))];
}

/** The band that lies at a place in mm, from 1; the nearest within a mm, else null. */
function bandAt(map: KeptBandMap, place: number, { xMm, yMm }: { xMm: number; yMm: number }, pxPerMm: number): number | null {
  const [x, y] = [Math.round(xMm * pxPerMm), Math.round(yMm * pxPerMm)];
  const reach = Math.ceil(pxPerMm);
  let best: { band: number; far: number } | null = null;
  for (let dy = -reach; dy <= reach; dy++)
    for (let dx = -reach; dx <= reach; dx++) {
      const [column, row] = [x + dx, y + dy];
      if (column < 0 || row < 0 || column >= map.widthPx || row >= map.heightPx) continue;
      const at = row * map.widthPx + column;
      const far = Math.hypot(dx, dy);
      if (map.owners[at] === place && map.bands[at]! > 0 && (!best || far < best.far)) best = { band: map.bands[at]!, far };
    }
  return best?.band ?? null;
}

const lightnessOf = ({ lab }: Pick<PlannedMark, 'lab'>): number => lab?.L ?? 50;

/** What is laid to mend each kind: how, as a stroke. */
const strokes: Record<CheckKind, string> = {
  white: 'touch the white spot with the tip, then pull its edge into what is coloured',
  uncoloured: 'as it was planned',
  overLine: 'from outside towards the line, at once, and dab',
  wrongSide: 'one more coat on the side that the plan has dark, flicked towards the light',
  flat: 'one more coat where the plan is darkest, flicked out into the next band',
  otherHue: 'a thin coat over all of it, which pulls it back to its hue',
  unequal: 'one more thin coat on it if it is the paler one, else on its sisters',
  notParted: 'a thin line of shade along the border, inside this one',
  streak: 'one full coat, wet all over, without lifting',
  hardStep: 'over the step in small circles, until it is wet on both sides',
};

/**
 * What mends a finding, best first by what the plan has there: its marker, where, and which stroke. Common practice, no source.
 * @param widthMm of the picture. @returns null: nothing was planned there, so there is nothing to lay.
 */
export function mendWay(finding: KeptFinding, widthMm: number, { checkId, picture, map, state, copy }: MendAsk): MendWay | null {
  const [place] = finding.places;
  if (place === undefined) return null;
  const isOfCopy = ({ copy: own }: PlannedMark) => own === undefined || copy === undefined || own.number === copy;
  // A spot is mended where it is; what is of a whole element, on all of its wet areas.
  const isSpot = finding.kind === 'white' || finding.kind === 'overLine';
  const { elementId: ofElement } = picture.places[place - 1] ?? {};
  const places = picture.places.flatMap(({ elementId }, index) =>
    (isSpot ? index + 1 === place : elementId === ofElement) ? [index + 1] : [],
  );
  const own = state.marks.filter(
    (mark) =>
      mark.pictureId === picture.pictureId &&
      mark.markerId !== null &&
      mark.places?.some((one) => places.includes(one)) &&
      !mark.id.startsWith('mend-') &&
      isOfCopy(mark),
  );
  if (own.length === 0) return null;
  const byDark = [...own].sort((one, other) => lightnessOf(one) - lightnessOf(other));
  const [darkest, lightest] = [byDark[0]!, byDark.at(-1)!];
  const ofBand = (band: number | null) =>
    (band === null ? [] : own.filter(({ bands = [] }) => bands.includes(band))).sort(
      (one, other) => (one.bands?.length ?? 9) - (other.bands?.length ?? 9),
    )[0];
  const element = picture.places[place - 1]!;
  const name = elementNames(own).get(element.elementId) ?? own[0]!.over;
  const where = whereInPlace(map, place, finding, widthMm);
  const of = (base: PlannedMark, number: number, more: Partial<PlannedMark> = {}): PlannedMark => {
    const { dryBefore: _, minds: __, ...kept } = base;
    const now = state.standings.get(base.id)?.marker ?? base;
    return {
      ...kept,
      ...{ markerId: now.markerId, code: now.code, ...(now.lab ? { lab: now.lab } : {}) },
      ...{
        id: `mend-${checkId.slice(0, 36)}-${finding.id}-${number}`.slice(0, 64),
        blend: `mend-${finding.id}`,
        elementIds: [element.elementId],
      },
      ...{
        places: isSpot ? [place] : (base.places ?? [place]).filter((one) => places.includes(one)),
        over: name,
        how: strokes[finding.kind],
        areaMm2: finding.areaMm2,
        seconds: dabS,
      },
      ...more,
    };
  };
  const spot = bandAt(map, place, finding, map.widthPx / widthMm);
  const one = (base: PlannedMark, whereWords: string, more: Partial<PlannedMark> = {}): MendWay => {
    const mark = of(base, 1, { where: whereWords, ...more });
    return { words: `${mark.code} on ${name}, ${whereWords}: ${mark.how}.`, marks: [mark] };
  };
  switch (finding.kind) {
    case 'white':
      return one(ofBand(spot) ?? lightest, where, spot === null ? {} : { bands: [spot] });
    case 'uncoloured':
      return {
        words: `All marks of ${name} once more, from ${own[0]!.code} on: it is not coloured yet.`,
        marks: own.map((mark, index) => of(mark, index + 1, { how: mark.how, areaMm2: mark.areaMm2, seconds: mark.seconds })),
      };
    case 'overLine': {
      const way = slipWays(darkest, { marks: [], standings: state.standings }, placesBeside(map, darkest)).find(
        ({ cover }) => cover === 'lift' || cover === 'white gel',
      );
      const code = way?.cover === 'white gel' ? 'white gel pen' : 'colourless blender';
      const { lab: _, ...bare } = of(darkest, 1, {
        markerId: null,
        code,
        where: `outside the line, ${where}`,
        how: way?.words ?? strokes.overLine,
      });
      return { words: `${bare.over}, outside its line, ${where}. ${bare.how}`, marks: [bare] };
    }
    case 'flat':
      return one(
        finding.band === undefined ? darkest : (ofBand(finding.band) ?? darkest),
        finding.band === undefined ? 'on its dark side' : 'where this band was planned',
      );
    case 'wrongSide':
      return one(darkest, 'on the side that is dark in the plan');
    case 'notParted':
      return one(darkest, 'along the border of the two');
    case 'hardStep':
      return one(lightest, 'over the step');
    case 'otherHue':
    case 'unequal':
    case 'streak':
      return one(byDark[Math.floor(byDark.length / 2)]!, 'all over');
  }
}
