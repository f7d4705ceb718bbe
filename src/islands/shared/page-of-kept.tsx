import type { ReactNode } from 'react';
import type { Problem } from '#model/api/problem';
import { Button } from '#ui/controls/button.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';

type Props = {
  /** Where one comes back to. */
  back: { href: string; name: string };
  heading: string;
  /** What could not be fetched; null: all is well. */
  problem?: Problem | null;
  onAgain?: () => void;
  /** Acts beside the heading. */
  acts?: ReactNode;
  children: ReactNode;
};

/** A page of what is kept: the way back, its heading, and what could not be fetched. */
export function PageOfKept({ back, heading, problem = null, onAgain, acts, children }: Props) {
  return (
    <div className="mx-auto max-w-[92rem] px-4 pb-12 sm:px-8">
      <header className="flex flex-wrap items-end gap-x-6 gap-y-2 py-4">
        <a href={back.href} className="flex min-h-11 items-center font-display font-semibold underline decoration-2 underline-offset-4">
          {back.name}
        </a>
        <h1 className="flex-1 text-3xl">{heading}</h1>
        {acts}
      </header>
      {problem && (
        <ProblemNotice problem={problem}>
          <Button onClick={onAgain}>Try again</Button>
        </ProblemNotice>
      )}
      {children}
    </div>
  );
}
