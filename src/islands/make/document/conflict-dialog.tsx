import { AlertDialog } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import type { Problem } from '#model/api/problem';
import { compareMakes } from '#core/make/compare';
import { CallProblem, problemToShow } from '#islands/shared/server-calls.ts';
import { Button } from '#ui/controls/button.tsx';
import type { KeepState } from './keeping';

type ConflictProps = {
  keep: Extract<KeepState, { kind: 'conflict' }>;
  onTakeTheirs: () => Promise<void>;
  onLayMineOnTop: () => Promise<void>;
};

/** How often the server is asked while a choice waits. */
const retryMs = 1_500;

/** Both versions of a make that was edited in two windows, and the choice between them. */
export function ConflictDialog({ keep, onTakeTheirs, onLayMineOnTop }: ConflictProps) {
  const [busy, setBusy] = useState(false);
  const [waiting, setWaiting] = useState<Problem | null>(null);
  const isHere = useRef(true);
  useEffect(() => {
    isHere.current = true;
    return () => {
      isHere.current = false;
    };
  }, []);
  const differences = compareMakes(keep.theirs, keep.mine);
  const theirs = keep.isRestored ? 'As restored' : 'The other window';
  const choose = (work: () => Promise<void>) => async () => {
    setBusy(true);
    // Both versions are here as long as it takes: the choice is carried out as soon as the server answers.
    while (isHere.current) {
      try {
        await work();
        setWaiting(null);
        break;
      } catch (error) {
        setWaiting(problemToShow(error));
        if (!(error instanceof CallProblem) || !error.mayPass) break;
        await new Promise((resolve) => setTimeout(resolve, retryMs));
      }
    }
    setBusy(false);
  };
  return (
    <AlertDialog.Root open>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 bg-ink/50" />
        <AlertDialog.Content className="fixed left-1/2 top-1/2 max-h-[90vh] w-[min(92vw,46rem)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto bg-bench p-6">
          <AlertDialog.Title className="text-2xl font-display font-semibold">
            {keep.isRestored ? 'The data were restored while this window had edits waiting' : 'This make was changed in another window too'}
          </AlertDialog.Title>
          <AlertDialog.Description className="mt-2">
            Nothing is lost: both versions are here. Choose which to go on with.
          </AlertDialog.Description>
          <table className="mt-4 w-full border-collapse bg-paper text-left">
            <thead>
              <tr className="border-b-2 border-ink">
                <th className="p-2">What differs</th>
                <th className="p-2">{theirs}</th>
                <th className="p-2">This window</th>
              </tr>
            </thead>
            <tbody>
              {differences.map(({ what, first, second }) => (
                <tr key={what} className="border-b border-wall align-top">
                  <th scope="row" className="p-2 font-semibold">
                    {what}
                  </th>
                  <td className="p-2">{first}</td>
                  <td className="p-2">{second}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {differences.length === 0 && <p className="mt-2">Both windows made the same changes.</p>}
          {waiting && (
            <p role="status" className="mt-4 border-l-8 border-ink bg-paper px-4 py-2">
              {waiting.message} {busy ? 'Your choice waits, and is carried out as soon as that is over.' : waiting.remedy}
            </p>
          )}
          <div className="mt-5 flex flex-wrap gap-3">
            <AlertDialog.Cancel asChild>
              <Button disabled={busy} onClick={choose(onTakeTheirs)}>
                Go on with {keep.isRestored ? 'the restored one' : 'the other window’s'}
              </Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <Button weight="main" disabled={busy} onClick={choose(onLayMineOnTop)}>
                Lay my changes on top of it
              </Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
