import { scaleLinear } from 'd3';
import { useState } from 'react';
import type { LogbookFigures, LogbookKind } from '#model/api/logbook';
import { counted } from '#core/make/counted';
import { minutesWords } from '#core/session/mark-said';
import { Button } from '#ui/controls/button.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import { PaceChart } from './pace-chart';

/** Shown at first, and all at a press. */
const [fewUsed, fewIdle] = [10, 12] as const;

type Props = { figures: LogbookFigures; onTerm: (kind: LogbookKind, term: string) => void };

/** What is used and what lies idle, ladders one comes back to, pairs that failed, and the pace: each a way into what it counts. */
export function FiguresPanel({ figures, onTerm }: Props) {
  const [isAll, setIsAll] = useState(false);
  const { sessions, marks, areaCm2, workedS, used, idle, ladders, failedPairs, pace } = figures;
  const wide = scaleLinear([0, Math.max(1, used[0]?.areaCm2 ?? 1)], [0, 100]);
  return (
    <aside className="space-y-5" aria-label="What it comes to" data-figures={sessions}>
      <p className="text-lg">
        {counted(sessions, 'sitting')}, {counted(marks, 'mark')}, {areaCm2.toFixed(0)} cm² of ink, {minutesWords(workedS)} of work.
      </p>
      <section>
        <h2 className="text-xl">What I use</h2>
        <ol className="mt-1">
          {used.slice(0, isAll ? undefined : fewUsed).map(({ markerId, code, lab, areaCm2: own, coats, sessions: times }) => (
            <li key={markerId}>
              <button
                type="button"
                className="grid min-h-11 w-full grid-cols-[9rem_1fr_auto] items-center gap-2 text-left hover:bg-bench"
                title={`Sittings with ${code}`}
                onClick={() => onTerm('code', code)}
              >
                <DoubleChip lab={lab} code={code} />
                <span className="h-3 bg-ink" style={{ width: `${wide(own)}%` }} aria-hidden="true" />
                <span className="text-sm">
                  {own.toFixed(own < 10 ? 1 : 0)} cm², {counted(coats, 'coat')}, {times} ×
                </span>
              </button>
            </li>
          ))}
        </ol>
      </section>
      <section>
        <h2 className="text-xl">What lies idle</h2>
        <p className="text-sm text-soft">{counted(idle.length, 'marker')} of yours in none of these sittings.</p>
        <p className="mt-1 flex flex-wrap gap-1">
          {idle.slice(0, isAll ? undefined : fewIdle).map(({ markerId, code, lab }) => (
            <DoubleChip key={markerId} lab={lab} code={code} />
          ))}
        </p>
      </section>
      {(used.length > fewUsed || idle.length > fewIdle) && (
        <Button onClick={() => setIsAll(!isAll)}>{isAll ? 'Fewer' : 'All of them'}</Button>
      )}
      {ladders.length > 0 && (
        <section>
          <h2 className="text-xl">Ladders I come back to</h2>
          <ul>
            {ladders.map(({ codes, sessions: times }) => (
              <li key={codes.join()} className="flex flex-wrap items-center gap-2">
                {codes.map((code) => (
                  <button key={code} type="button" className="min-h-11 px-1 font-code underline" onClick={() => onTerm('code', code)}>
                    {code}
                  </button>
                ))}
                <span className="text-sm text-soft">{times} sittings</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {failedPairs.length > 0 && (
        <section>
          <h2 className="text-xl">Pairs that failed</h2>
          <ul>
            {failedPairs.map(({ codes, times }) => (
              <li key={codes.join()}>
                <button type="button" className="min-h-11 font-code underline" onClick={() => onTerm('went', 'pair failed')}>
                  {codes.join(' and ')}
                </button>{' '}
                <span className="text-sm text-soft">{times} ×</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section>
        <h2 className="text-xl">My pace, cm² a minute</h2>
        <PaceChart pace={pace} />
      </section>
    </aside>
  );
}
