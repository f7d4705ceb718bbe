import { useEffect, useState } from 'react';
import type { AnyStation, StationModule } from './station';

// biome-ignore lint/suspicious/noExplicitAny: what lies on a desk is its station's.
type Module = StationModule<any>;

/**
 * What of a station is fetched when it is first gone to; null while it is on its way. One that cannot be had now is thrown where it is shown, and
 * asked for again the next time.
 */
export function useStation(record: AnyStation): Module | null {
  const [modules, setModules] = useState<ReadonlyMap<string, Module>>(new Map());
  const [failure, setFailure] = useState<{ id: string; error: unknown } | null>(null);
  const isHere = modules.has(record.id);
  useEffect(() => {
    if (isHere) return;
    let current = true;
    record.load().then(
      ({ station }) => current && setModules((before) => new Map(before).set(record.id, station)),
      (error: unknown) => current && setFailure({ id: record.id, error }),
    );
    return () => {
      current = false;
      setFailure(null);
    };
  }, [record, isHere]);
  if (failure?.id === record.id) throw failure.error;
  return modules.get(record.id) ?? null;
}
