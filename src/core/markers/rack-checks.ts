import { hueWord } from '#core/colour/hue-words';
import { chromaOf, hueDegOf } from '#core/colour/hue-chroma';
import { formatISO, parseISO, subDays } from 'date-fns';
import type { Lab, RackMarker } from '#model/marker';
import { ladderWeights } from './ladder-cost';

export type RackFinding = { kind: 'caps' | 'codeOrder' | 'hue' | 'wideGap'; markerIds: string[]; words: string };

function groupsOf(markers: readonly RackMarker[]): Map<string, RackMarker[]> {
  const groups = new Map<string, RackMarker[]>();
  for (const marker of markers) {
    if (!marker.family) continue;
    const key = [marker.lineId, marker.family, marker.group ?? ''].join('|');
    groups.set(key, [...(groups.get(key) ?? []), marker]);
  }
  return groups;
}

const codes = (markers: readonly RackMarker[]): string => markers.map(({ code }) => code).join(', ');
const sameOrder = (first: readonly RackMarker[], second: readonly RackMarker[]): boolean =>
  first.every((marker, index) => marker === second[index]);

/** Groups whose caps stand in another order than their inks: the ink decides. */
function capFindings(group: readonly RackMarker[]): RackFinding[] {
  const both = group.filter(({ lab, capLab }) => lab && capLab);
  const byInk = [...both].sort((first, second) => (second.lab as Lab).L - (first.lab as Lab).L);
  const byCap = [...both].sort((first, second) => (second.capLab as Lab).L - (first.capLab as Lab).L);
  if (both.length < 2 || sameOrder(byInk, byCap)) return [];
  const moved = byInk.filter((marker, index) => marker !== byCap[index]);
  return [
    { kind: 'caps', markerIds: moved.map(({ id }) => id), words: `The caps mislead: by the ink, light to dark, it is ${codes(byInk)}.` },
  ];
}

/** Groups in which the depth of the codes and the lightness of the inks disagree by more than 2 L*. */
function codeOrderFindings(group: readonly RackMarker[]): RackFinding[] {
  const both = group
    .filter(({ lab, depth }) => lab && depth !== undefined)
    .sort((first, second) => (first.depth as number) - (second.depth as number));
  return both.slice(1).flatMap((marker, index): RackFinding[] => {
    const before = both[index] as RackMarker;
    const rise = (marker.lab as Lab).L - (before.lab as Lab).L;
    if (rise <= 2 || before.depth === marker.depth) return [];
    return [
      {
        kind: 'codeOrder',
        markerIds: [before.id, marker.id],
        words: `${marker.code} is lighter than ${before.code}, though its code says darker.`,
      },
    ];
  });
}

/** Neighbours of a group, both owned, further apart than a wide step. */
function gapFindings(group: readonly RackMarker[]): RackFinding[] {
  // A line sold in pairs is wide by intent.
  if (group.length < 3) return [];
  const inks = group.filter(({ lab, owned }) => lab && owned).sort((first, second) => (second.lab as Lab).L - (first.lab as Lab).L);
  return inks.slice(1).flatMap((darker, index): RackFinding[] => {
    const lighter = inks[index] as RackMarker;
    const step = (lighter.lab as Lab).L - (darker.lab as Lab).L;
    if (step <= ladderWeights.wideStepL) return [];
    const between = (marker: RackMarker) =>
      marker.lab !== undefined && marker.lab.L < (lighter.lab as Lab).L && marker.lab.L > (darker.lab as Lab).L;
    const filler = group.find((marker) => !marker.owned && between(marker));
    const words = `A wide step of ${Math.round(step)} L* lies between ${lighter.code} and ${darker.code}${filler ? `; ${filler.code} would fill it` : ''}.`;
    return [{ kind: 'wideGap', markerIds: [lighter.id, darker.id], words }];
  });
}

const hueApart = (first: number, second: number): number => Math.abs(((first - second + 540) % 360) - 180);

/** Markers whose hue lies more than 35 degrees from that of their family (a brown that is really red). Greys have no hue. */
function hueFindings(family: readonly RackMarker[]): RackFinding[] {
  const hued = family.filter(({ lab }) => lab && chromaOf(lab) > 12);
  if (hued.length < 3) return [];
  const hues = hued.map(({ lab }) => hueDegOf(lab as Lab));
  // The hue that is least far from all the others: a median on a circle.
  const cost = (hue: number) => hues.reduce((sum, other) => sum + hueApart(hue, other), 0);
  const middle = hues.reduce((best, hue) => (cost(hue) < cost(best) ? hue : best));
  return hued
    .filter((_, index) => hueApart(hues[index] as number, middle) > 35)
    .map((marker) => ({
      kind: 'hue',
      markerIds: [marker.id],
      words: `${marker.code} is of another hue than its family: its ink is ${hueWord(hueDegOf(marker.lab as Lab))}.`,
    }));
}

/** All that may mislead the hand in a rack, in words; measured or picked colours only. */
export function checkRack(markers: readonly RackMarker[]): RackFinding[] {
  const families = new Map<string, RackMarker[]>();
  for (const marker of markers) {
    if (!marker.family) continue;
    const key = `${marker.lineId}|${marker.family}`;
    families.set(key, [...(families.get(key) ?? []), marker]);
  }
  const groups = [...groupsOf(markers).values()];
  return [
    ...groups.flatMap(capFindings),
    ...groups.flatMap(codeOrderFindings),
    ...[...families.values()].flatMap(hueFindings),
    ...groups.flatMap(gapFindings),
  ];
}

/** Undertone of a marker beside the nearest of its family (by lightness), in words; empty when they are alike or alone. */
export function undertone(marker: RackMarker, markers: readonly RackMarker[]): string {
  const own = marker.lab;
  if (!own || !marker.family) return '';
  const nearest = markers
    .filter((other) => other.id !== marker.id && other.lineId === marker.lineId && other.family === marker.family && other.lab)
    .sort((first, second) => Math.abs((first.lab as Lab).L - own.L) - Math.abs((second.lab as Lab).L - own.L))[0];
  if (!nearest?.lab) return '';
  const words: string[] = [];
  const chroma = chromaOf(own) - chromaOf(nearest.lab);
  const towards = (value: number, more: string, less: string) => {
    if (Math.abs(value) > 5) words.push(value > 0 ? more : less);
  };
  // Hue is compared at equal chroma, so that a stronger ink of one hue is not called redder.
  const scale = chromaOf(nearest.lab) > 1 ? chromaOf(own) / chromaOf(nearest.lab) : 1;
  towards(own.a - nearest.lab.a * scale, 'redder', 'greener');
  towards(own.b - nearest.lab.b * scale, 'yellower', 'bluer');
  if (Math.abs(chroma) > 8) words.push(chroma > 0 ? 'stronger' : 'greyer');
  return words.length > 0 ? `${words.join(' and ')} than ${nearest.code}` : '';
}

/** Findings by the markers they are about, for whoever asks for many markers. */
export function findingsByMarker(findings: readonly RackFinding[]): ReadonlyMap<string, RackFinding[]> {
  const byMarker = new Map<string, RackFinding[]>();
  for (const finding of findings) {
    for (const id of finding.markerIds) {
      const own = byMarker.get(id);
      if (own) own.push(finding);
      else byMarker.set(id, [finding]);
    }
  }
  return byMarker;
}

/** What to know before a marker is picked up, in words; `today` as year-month-day. */
export function markerWarnings(marker: RackMarker, findings: readonly RackFinding[], today: string): string[] {
  const warnings = findings.filter(({ kind, markerIds }) => kind !== 'wideGap' && markerIds.includes(marker.id)).map(({ words }) => words);
  if (!marker.owned) warnings.push('Not in your rack.');
  if (marker.state === 'dry') warnings.push('Dry: refill it or take another.');
  if (marker.state === 'low') warnings.push('Low: it may run dry in the middle of a coat.');
  if (marker.state === 'leaking') warnings.push('Leaking: open the other cap first to even the pressure, scribble on scrap.');
  if (marker.nib === 'worn') warnings.push('The nib is worn.');
  const yesterday = formatISO(subDays(parseISO(today), 1), { representation: 'date' });
  if ((marker.events ?? []).some(({ kind, on }) => kind === 'refilled' && (on === today || on === yesterday))) {
    warnings.push('Freshly refilled markers flood: test on scrap.');
  }
  return warnings;
}
