import type { Marker } from '#model/marker';
import { ladderWeights } from './ladder-cost';
import type { NoteLookup } from './pair-notes';

export type LadderWarning = {
  kind: 'dry' | 'low' | 'leaking' | 'missing' | 'refuses' | 'wide';
  /** The rung it is about, from 0; for a step the lighter one of the two. */
  rung: number;
  /** Whether it is about the step from that rung to the next. */
  isStep: boolean;
  words: string;
};

/**
 * What may go wrong with a ladder, at the rung or step where it does.
 * @param rungs light to dark; undefined where a marker is no longer in the rack.
 */
export function ladderWarnings(rungs: readonly (Marker | undefined)[], noteOf: NoteLookup): LadderWarning[] {
  const states = rungs.flatMap((marker, rung): LadderWarning[] => {
    const at = (kind: LadderWarning['kind'], words: string): LadderWarning => ({ kind, rung, isStep: false, words });
    if (!marker) return [at('missing', 'no longer in the rack')];
    if (!marker.owned) return [at('missing', `${marker.code} is not in your rack`)];
    return marker.state && marker.state !== 'good' ? [at(marker.state, `${marker.code} is ${marker.state}`)] : [];
  });
  const steps = rungs.slice(1).flatMap((darker, rung): LadderWarning[] => {
    const lighter = rungs[rung];
    if (!lighter || !darker) return [];
    const names = `${lighter.code} to ${darker.code}`;
    const at = (kind: LadderWarning['kind'], words: string): LadderWarning => ({ kind, rung, isStep: true, words });
    const found: LadderWarning[] = [];
    if (noteOf(lighter.id, darker.id)?.verdict === 'refuses') found.push(at('refuses', `${names}: you noted that they refuse to blend`));
    const stepL = lighter.lab && darker.lab ? lighter.lab.L - darker.lab.L : 0;
    if (stepL > ladderWeights.wideStepL) found.push(at('wide', `${names}: a wide step of ${Math.round(stepL)} L*`));
    return found;
  });
  return [...states, ...steps];
}
