import { useMemo } from 'react';
import type { Rack } from '#model/marker';
import { today as localToday } from './today';
import { markerNames } from '#core/markers/marker-name';
import { checkRack, markerWarnings } from '#core/markers/rack-checks';

/** What to know before the named markers are picked up: dry, missing, misleading caps, freshly refilled. */
export function MarkerMinds({ rack, markers }: { rack: Rack; markers: readonly { markerId: string; code: string }[] }) {
  const nameOf = useMemo(() => markerNames(rack), [rack]);
  const findings = useMemo(() => checkRack(rack.markers), [rack.markers]);
  const today = localToday();
  const minds = markers.flatMap(({ markerId, code }) => {
    const marker = rack.markers.find(({ id }) => id === markerId);
    if (!marker) return [{ markerId, code, words: ['No longer in the rack.'] }];
    const words = markerWarnings(marker, findings, today);
    return words.length > 0 ? [{ markerId, code, words }] : [];
  });
  if (minds.length === 0) return null;
  return (
    <ul aria-label="Before you pick them up" className="border-l-8 border-ink bg-paper px-4 py-2 text-sm">
      {minds.map(({ markerId, code, words }) => (
        <li key={markerId}>
          ▲ <strong className="font-code">{nameOf({ markerId, code })}</strong>: {words.join(' ')}
        </li>
      ))}
    </ul>
  );
}
