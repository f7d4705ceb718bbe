import { lazy, type ReactNode, Suspense } from 'react';
import { dayOf } from '#core/make/day-of';
import { counted } from '#core/make/counted';
import { dueAtMs } from '#core/practice/spacing';
import type { DrillId, DrillTry } from '#model/practice';

const ScoresChart = lazy(() => import('./scores-chart').then((module) => ({ default: module.ScoresChart })));

type Props = {
  drill: DrillId;
  name: string;
  ask: string;
  tries: readonly DrillTry[];
  sketch?: ReactNode;
  /** How it is begun, by whether it is due. */
  begin: (isDue: boolean) => ReactNode;
};

/** A drill: what is done in it, how it went, when it is good to do again. */
export function DrillCard({ drill, name, ask, tries, sketch, begin }: Props) {
  const due = dueAtMs(tries);
  const isDue = due === null || due <= Date.now();
  return (
    <li className="flex flex-col gap-2 bg-paper p-4" data-drill={drill} data-tries={tries.length}>
      <h3 className="text-xl">{name}</h3>
      {sketch}
      <p className="flex-1 text-sm text-soft">{ask}</p>
      {tries.length > 0 && (
        <Suspense fallback={null}>
          <ScoresChart name={name} tries={tries} />
        </Suspense>
      )}
      <p className="text-sm" data-due={isDue}>
        {due === null
          ? 'Not tried yet.'
          : isDue
            ? `Tried ${counted(tries.length, 'time')}; good to do again.`
            : `Tried ${counted(tries.length, 'time')}; next ${dayOf(new Date(due))}.`}
      </p>
      {begin(isDue)}
    </li>
  );
}
