import type { ReactNode } from 'react';
import type { Problem } from '#model/api/problem';

/** What went wrong, what is safe, what to do. */
export function ProblemNotice({ problem, children }: { problem: Problem; children?: ReactNode }) {
  return (
    <div role="alert" className="border-l-8 border-ink bg-paper px-4 py-3">
      <p className="font-semibold">{problem.message}</p>
      <p>{problem.remedy}</p>
      {children && <div className="mt-2 flex gap-3">{children}</div>}
    </div>
  );
}

/** How far a longer computation is. */
export function ProgressNotice({ words, share }: { words: string; share: number }) {
  return (
    <div role="status" aria-live="polite" className="w-64 max-w-full bg-paper/90 px-2 py-1">
      <p className="text-sm font-semibold leading-tight">{words} …</p>
      <div
        role="progressbar"
        aria-label={words}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(share * 100)}
        className="mt-1 h-2.5 bg-paper border border-ink"
      >
        <div className="h-full bg-ink transition-[width] duration-200" style={{ width: `${share * 100}%` }} />
      </div>
    </div>
  );
}
