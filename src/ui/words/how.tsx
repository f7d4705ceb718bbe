import type { ReactNode } from 'react';

/** What helps once and is in the way ever after: folded behind one word. */
export function How({ children }: { children: ReactNode }) {
  return (
    <details className="group">
      <summary className="inline-flex min-h-11 cursor-pointer items-center font-semibold text-accent underline underline-offset-4 group-open:no-underline">
        How?
      </summary>
      <div className="max-w-prose space-y-1 border-l-4 border-accent pl-3 text-sm">{children}</div>
    </details>
  );
}
