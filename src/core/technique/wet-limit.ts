import type { Supplies } from '#model/supplies';
import { supplyNamed } from './goes-with';
import paperWet from './paper-wet.json';
import type { RecipeElement, RecipeMark } from './recipe';
import { nibDotMm2 } from './wet-parts';

/** So much a hand lays with one marker, in cm2 a minute, where nothing else is said: a brush nib of 4 mm drawn a little over a cm a second. From memory. */
export const usualPaceCm2 = 30;

/** A marker is taken, opened and closed in about so many seconds, whatever it colours. From memory. */
export const leastMarkSeconds = 4;

/** How the hand works, and for how long ink can be blended on a paper, in s. */
export type WetHand = { paceCm2: number; wetS: number };

/** How long ink stays workable on a paper, in s, by what it is (paper-wet.json, from memory). @param paper its name; not known: half a minute. */
export function wetSecondsOf(paper: string | undefined, supplies: Pick<Supplies, 'supplies'>): number {
  const sort = paper === undefined ? undefined : supplyNamed('paper', paper, supplies.supplies)?.sort;
  const known: Record<string, number> = paperWet.seconds;
  return known[sort ?? ''] ?? paperWet.otherwise;
}

/** @throws RangeError for a pace of 0 or less. */
export function assertPace(paceCm2: number): void {
  if (!(paceCm2 > 0))
    throw new RangeError(`A pace is more than 0 cm² a minute; this one is ${paceCm2}. Say how much you colour in a minute.`);
}

/** Which share of an element a mark covers, 0 to 1. */
export function coveredShare({ place }: Pick<RecipeMark, 'place'>, rungs: readonly { share: number }[]): number {
  const share = (from: number, to: number) => rungs.slice(from, to + 1).reduce((sum, rung) => sum + rung.share, 0);
  switch (place.kind) {
    case 'allOver':
      return 1;
    case 'band':
      return share(place.band, place.band);
    case 'edge':
      return share(place.band, place.band + 1) / 2;
    case 'fromBand':
      return share(place.band, rungs.length - 1);
  }
}

/** Whether marks are blended into each other while they are wet: more than one, of ink, that are no dots. */
export function isBlended(marks: readonly Pick<RecipeMark, 'tool' | 'stroke'>[]): boolean {
  return marks.filter(({ tool, stroke }) => (tool === 'marker' || tool === 'blender') && stroke !== 'dots').length > 1;
}

/** How often marks that follow each other wet go over an element in all: the sum of what each covers. */
export function layersWhileWet(marks: readonly Pick<RecipeMark, 'place'>[], rungs: readonly { share: number }[]): number {
  return marks.reduce((sum, mark) => sum + coveredShare(mark, rungs), 0);
}

/**
 * The largest area that is still wet when its last layer is laid, in mm2: what the hand lays in that time, divided by the layers.
 * @throws RangeError for a pace of 0 or less, or where less than a nib's dot comes of it.
 */
export function wetLimitMm2({ paceCm2, wetS }: WetHand, layers: number): number {
  assertPace(paceCm2);
  const limit = ((paceCm2 * 100) / 60) * (wetS / Math.max(1, layers));
  if (limit < nibDotMm2)
    throw new RangeError(
      `At ${paceCm2} cm² a minute less than a nib's dot stays wet for ${Math.ceil(layers)} layers. Say a faster pace, or lay fewer coats.`,
    );
  return limit;
}

/** What of an element is blended at once: its largest layer that is laid wet; null: nothing of it is blended, or its layers may dry. */
export function wetLimitOf(
  { marks, rungs, isStepwise }: Pick<RecipeElement, 'marks' | 'rungs' | 'isStepwise'>,
  hand: WetHand,
): number | null {
  if (isStepwise) return null;
  const blended = wetRuns(marks).filter(isBlended);
  if (blended.length === 0) return null;
  return wetLimitMm2(hand, Math.max(...blended.map((run) => layersWhileWet(run, rungs))));
}

/** Marks parted where what lies beneath has to dry. */
export function wetRuns<M extends Pick<RecipeMark, 'afterDry'>>(marks: readonly M[]): M[][] {
  const runs: M[][] = [];
  for (const mark of marks) {
    const last = runs.at(-1);
    if (last && !mark.afterDry) last.push(mark);
    else runs.push([mark]);
  }
  return runs;
}
