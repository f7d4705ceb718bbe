import type { ColourReading } from '#model/marker';
import { deltaE00 } from '#core/colour/difference';

/** Beyond this two readings of one ink are told apart by eye. From memory: about twice what is just seen side by side. */
export const driftDeltaE = 3;

export type Drift = { earlier: ColourReading; later: ColourReading; deltaE: number };

/** How far the newest measured reading of an ink lies from the one before it, on the same paper and with as many coats; null: nothing to compare. */
export function driftOf(own: readonly ColourReading[], later: ColourReading | undefined): Drift | null {
  if (!later) return null;
  const at = own.indexOf(later);
  const earlier = own
    .slice(0, at)
    .findLast(
      (reading) =>
        reading.source === 'measured' && later.source === 'measured' && reading.coats === later.coats && reading.paper === later.paper,
    );
  return earlier ? { earlier, later, deltaE: deltaE00(earlier.lab, later.lab) } : null;
}
