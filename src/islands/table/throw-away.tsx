import { useState } from 'react';
import * as z from 'zod/mini';
import type { Problem } from '#model/api/problem';
import { call, problemToShow } from '#islands/shared/server-calls.ts';
import { AskFirst } from '#ui/ask-first.tsx';
import { Button } from '#ui/button.tsx';
import { ProblemNotice } from '#ui/notice.tsx';

/** Throws a make away for good, after asking. */
export function ThrowAway({ make, onGone }: { make: { id: string; name: string }; onGone: () => void }) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const [open, setOpen] = useState(false);
  const throwAway = async () => {
    try {
      await call(z.object({}), `/api/makes/${make.id}`, { method: 'DELETE' });
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
      words="Its elements, ladders and recipe go with it and do not come back. A backup made before keeps them."
      keep="Keep it"
      go="Throw it away"
      onGo={() => void throwAway()}
      trigger={
        <Button weight="quiet" className="text-sm" aria-label={`Throw ${make.name} away`}>
          Throw away
        </Button>
      }
    >
      {problem && <ProblemNotice problem={problem} />}
    </AskFirst>
  );
}
