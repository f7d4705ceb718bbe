import { AlertDialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './button';

export type Asked = {
  title: string;
  /** What is lost, and what is not. */
  words: ReactNode;
  /** The two answers; the first leaves everything as it is. */
  keep: string;
  go: string;
  onGo: () => void;
  /** A problem that came of going on. */
  children?: ReactNode;
};

type Props = Asked & { onOpenChange: (open: boolean) => void };

/** The question of AskFirst, open. */
export function AskDialog({ onOpenChange, title, words, keep, go, onGo, children }: Props) {
  return (
    <AlertDialog.Root open onOpenChange={onOpenChange}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-ink/50" />
        <AlertDialog.Content className="fixed left-1/2 top-1/2 z-50 w-[min(92vw,32rem)] -translate-x-1/2 -translate-y-1/2 space-y-4 bg-bench p-6">
          <AlertDialog.Title className="font-display text-2xl font-semibold">{title}</AlertDialog.Title>
          <AlertDialog.Description asChild>
            <div>{words}</div>
          </AlertDialog.Description>
          {children}
          <p className="flex flex-wrap gap-3">
            <AlertDialog.Cancel asChild>
              <Button weight="main">{keep}</Button>
            </AlertDialog.Cancel>
            <Button onClick={onGo}>{go}</Button>
          </p>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
