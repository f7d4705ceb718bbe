import { AlertDialog } from 'radix-ui';
import { useState } from 'react';
import { z } from 'zod';
import type { Problem } from '#model/api/problem';
import { call, problemToShow } from '#islands/shared/server-calls.ts';
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
    <AlertDialog.Root open={open} onOpenChange={setOpen}>
      <AlertDialog.Trigger asChild>
        <Button weight="quiet" className="text-sm" aria-label={`Throw ${make.name} away`}>
          Throw away
        </Button>
      </AlertDialog.Trigger>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 bg-ink/50" />
        <AlertDialog.Content className="fixed left-1/2 top-1/2 w-[min(92vw,32rem)] -translate-x-1/2 -translate-y-1/2 space-y-4 bg-bench p-6">
          <AlertDialog.Title className="font-display text-2xl font-semibold">Throw “{make.name}” away?</AlertDialog.Title>
          <AlertDialog.Description>
            Its elements, ladders and recipe go with it and do not come back. A backup (./run backup) keeps them.
          </AlertDialog.Description>
          {problem && <ProblemNotice problem={problem} />}
          <p className="flex flex-wrap gap-3">
            <AlertDialog.Cancel asChild>
              <Button weight="main">Keep it</Button>
            </AlertDialog.Cancel>
            <Button onClick={() => void throwAway()}>Throw it away</Button>
          </p>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
