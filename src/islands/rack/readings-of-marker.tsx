import type { ColourReading } from '#model/marker';
import { hexOfLab } from '#core/colour/lab';
import { driftDeltaE, driftOf } from '#core/markers/drift';
import { newestReading } from '#core/markers/readings';

const coatWords = { 1: 'one coat', 2: 'two coats' } as const;
const sourceWords = { measured: 'measured', picked: 'picked by hand' } as const;

/** Every colour that a marker was read in, the newest first, and what has changed since. */
export function ReadingsOfMarker({ readings }: { readings: readonly ColourReading[] }) {
  if (readings.length === 0) return null;
  const papers = [...new Set(readings.map(({ paper }) => paper))];
  const drifts = papers.flatMap((paper) => {
    const own = readings.filter((reading) => reading.paper === paper);
    const drift = driftOf(own, newestReading(own, 1));
    return drift && drift.deltaE > driftDeltaE ? [drift] : [];
  });
  return (
    <div>
      <h3 className="font-semibold">Its readings</h3>
      {drifts.map(({ earlier, later, deltaE }) => (
        <p key={later.id} className="border-l-8 border-ink bg-paper px-3 py-1 text-sm" data-drift={deltaE.toFixed(1)}>
          {deltaE.toFixed(1)} CIEDE2000 from {earlier.on ?? 'before'} to {later.on ?? 'now'}
          {later.paper && ` on ${later.paper}`}: this ink has changed, or the light has.
        </p>
      ))}
      <ul className="mt-1 max-h-48 space-y-1 overflow-y-auto text-sm" aria-label="Readings, the newest first">
        {readings.toReversed().map(({ id, lab, coats, paper, source, on }) => (
          <li key={id} className="flex items-baseline gap-2" data-reading={id}>
            <span
              aria-hidden
              className="inline-block h-4 w-8 shrink-0 self-center border border-ink"
              style={{ background: hexOfLab(lab) }}
            />
            <span>
              {coatWords[coats]} on {paper ?? 'a paper nobody named'}, {sourceWords[source]}
              {on && `, ${on}`}; L* {Math.round(lab.L)}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
