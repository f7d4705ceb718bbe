import { useState } from 'react';
import * as z from 'zod/mini';
import type { Problem } from '#model/api/problem';
import { call, problemToShow } from '#islands/shared/server-calls.ts';
import { AskFirst } from '#ui/controls/ask-first.tsx';
import { Button } from '#ui/controls/button.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';

/** Throws a make away for good, after asking. */
export function ThrowAway({ make, onGone }: { make: { id: string; name: string }; onGone: () => void }) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const [open, setOpen] = useState(false);
  /** @param kept what becomes of what is kept for good of it; the server asks where there is something. */
  const throwAway = async (kept?: 'keep' | 'throwAway') => {
    try {
      await call(z.object({}), `/api/makes/${make.id}${kept ? `?kept=${kept}` : ''}`, { method: 'DELETE' });
      setOpen(false);
      onGone();
    } catch (error) {
      setProblem(problemToShow(error));
    }
  };
  return (
    <AskFirst
      open={open}
      onOpenChange={setOpen}
      title={`Throw “${make.name}” away?`}
      words="Its elements and ladders go with it and do not come back. Recipes that you kept of it stay if you say so. A backup made before keeps all."
      keep="Keep it"
      go="Throw it away"
      onGo={() => void throwAway()}
      trigger={
        <Button weight="quiet" className="text-sm" aria-label={`Throw ${make.name} away`}>
          Throw away
        </Button>
      }
    >
      {problem && (
        <ProblemNotice problem={problem}>
          {problem.code === 'has-kept' && (
            <p className="flex flex-wrap gap-3">
              <Button onClick={() => void throwAway('keep')}>Keep that, throw the make away</Button>
              <Button onClick={() => void throwAway('throwAway')}>Throw that away too</Button>
            </p>
          )}
        </ProblemNotice>
      )}
    </AskFirst>
  );
}
