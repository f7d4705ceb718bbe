import type { Marker } from '#model/marker';
import { deltaE00 } from '#core/colour/difference';
import { hueDifference, ladderWeights } from './ladder-cost';
import { kinOf } from './kin';
import type { NoteLookup } from './pair-notes';

function pairReason(lighter: Marker, darker: Marker, noteOf: NoteLookup): string {
  const names = `${lighter.code} to ${darker.code}`;
  if (!lighter.lab || !darker.lab) {
    return `${names}: darker by the code; without measured colours the inks may differ`;
  }
  const stepL = lighter.lab.L - darker.lab.L;
  const facts = `${Math.round(stepL)} L* darker, difference ${deltaE00(lighter.lab, darker.lab).toFixed(0)}`;
  const remarks: string[] = [];
  if (stepL > ladderWeights.wideStepL) remarks.push('a wide step: plan more blending between them, or add a marker');
  else if (stepL < 8) remarks.push('close to each other: little contrast');
  else remarks.push('an even step');
  if (hueDifference(lighter.lab, darker.lab) > 15) remarks.push('the hue drifts');
  if (kinOf(lighter) !== kinOf(darker)) remarks.push(`from another family`);
  const note = noteOf(lighter.id, darker.id);
  if (note) remarks.push(`you noted: ${note.verdict}${note.reason ? ` (${note.reason})` : ''}`);
  return `${names}: ${facts}; ${remarks.join('; ')}`;
}

/** Why a ladder stands where it does, in words: a line for each pair, then the state of its markers. */
export function ladderReasons(rungs: readonly Marker[], noteOf: NoteLookup): string[] {
  const reasons = rungs.slice(1).map((darker, index) => pairReason(rungs[index] as Marker, darker, noteOf));
  for (const { code, state, owned } of rungs) {
    if (!owned) reasons.push(`${code} is not in your rack`);
    if (state && state !== 'good') reasons.push(`${code} is ${state}`);
  }
  return reasons;
}
