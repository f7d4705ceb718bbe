import { ladderWeights } from '#core/markers/ladder-cost';
import type { ShownMarker } from '#core/markers/assumed-colour';

/** `row`: 0, or 1 under it where two would lie on each other. */
export type Place = { marker: ShownMarker; lightnessL: number; row: 0 | 1 };
export type Lane = { group: string; places: Place[]; gaps: { fromL: number; toL: number }[] };
export type Strand = { key: string; family: string; lanes: Lane[] };

/** Steps between owned neighbours wider than this are shown as gaps. */
const gapL = ladderWeights.wideStepL;
/** Room in CSS px of a chip, of a sign of a code and of a sign of a word; and of one L* on a strand at a zoom of 1, on a small laptop. */
const roomPx = { chip: 38, sign: 8, letter: 7, perL: 6.4 };

/** How many L* a marker takes up on its strand, with its code and the word for its state. */
function takenL(marker: ShownMarker, zoom: number): number {
  const { chip, sign, letter, perL } = roomPx;
  return (chip + sign * codeWithoutFamily(marker).length + letter * stateWord(marker).length) / perL / zoom;
}

/** The family stands at the left: beside the chip the rest of the code is enough. */
export function codeWithoutFamily({ code, family }: ShownMarker): string {
  const spelled = code.toUpperCase();
  if (!family || spelled === family) return code;
  const rest = spelled.startsWith(family) ? code.slice(family.length) : spelled.endsWith(family) ? code.slice(0, -family.length) : code;
  return rest.replace(/^[\s.\-/]+|[\s.\-/]+$/g, '') || code;
}

/** Where a marker without any colour stands: by its depth, as the digits say. */
function lightnessOf({ lab, depth }: ShownMarker): number {
  return lab?.L ?? Math.min(96, Math.max(18, 92 - 6 * (depth ?? 4)));
}

/** Families as strands, groups as lanes, markers light to dark. */
export function layStrands(markers: readonly ShownMarker[], zoom = 1): Strand[] {
  const strands = new Map<string, Map<string, Place[]>>();
  for (const marker of markers) {
    const key = `${marker.lineId}|${marker.family ?? 'no family'}`;
    const lanes = strands.get(key) ?? new Map<string, Place[]>();
    const lane = lanes.get(marker.group ?? '') ?? [];
    lane.push({ marker, lightnessL: lightnessOf(marker), row: 0 });
    lanes.set(marker.group ?? '', lane);
    strands.set(key, lanes);
  }
  return [...strands]
    .sort(([first], [second]) => (first < second ? -1 : 1))
    .map(([key, lanes]) => ({
      key,
      family: key.split('|')[1] ?? '',
      lanes: [...lanes]
        .sort(([first], [second]) => first.localeCompare(second))
        .map(([group, places]) => {
          places.sort((first, second) => second.lightnessL - first.lightnessL || (first.marker.id < second.marker.id ? -1 : 1));
          const last: [Place | null, Place | null] = [null, null];
          for (const place of places) {
            const roomL = last.map((one) => (one ? one.lightnessL - place.lightnessL - takenL(one.marker, zoom) : 100)) as [number, number];
            place.row = roomL[0] >= 0 || roomL[0] >= roomL[1] ? 0 : 1;
            last[place.row] = place;
          }
          const owned = places.filter(({ marker }) => marker.owned);
          const gaps = owned.slice(1).flatMap(({ lightnessL: toL }, index) => {
            const fromL = owned[index]?.lightnessL ?? toL;
            return fromL - toL > gapL ? [{ fromL, toL }] : [];
          });
          return { group, places, gaps };
        }),
    }));
}

/** State of a marker in a word; empty when it is owned and good. */
export function stateWord({ owned, wanted, state, count }: ShownMarker): string {
  const words: string[] = [];
  if (!owned) words.push(wanted ? 'wanted' : 'not owned');
  if (owned && state && state !== 'good') words.push(state);
  if ((count ?? 1) > 1) words.push(`×${count}`);
  return words.join(', ');
}

/** The marker an arrow key leads to: left and right along a lane, up and down to the nearest of the lane above or below. */
export function walkStrands(strands: readonly Strand[], fromId: string | null, key: string): string | null {
  const lanes = strands.flatMap((strand) => strand.lanes.map(({ places }) => places));
  const row = lanes.findIndex((places) => places.some(({ marker }) => marker.id === fromId));
  const places = lanes[row];
  if (!places) return lanes[0]?.[0]?.marker.id ?? null;
  const column = places.findIndex(({ marker }) => marker.id === fromId);
  const along = { ArrowLeft: -1, ArrowRight: 1 }[key];
  if (along !== undefined) return places[column + along]?.marker.id ?? null;
  const across = { ArrowUp: -1, ArrowDown: 1 }[key];
  const next = across === undefined ? undefined : lanes[row + across];
  if (!next) return null;
  const here = places[column]?.lightnessL ?? 50;
  return next.reduce((best, place) => (Math.abs(place.lightnessL - here) < Math.abs(best.lightnessL - here) ? place : best)).marker.id;
}
