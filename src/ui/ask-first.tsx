import { cloneElement, lazy, type MouseEventHandler, type ReactElement, type ReactNode, Suspense } from 'react';

type Props = {
  /** What opens the question. */
  trigger: ReactElement<{ onClick?: MouseEventHandler }>;
  open: boolean;
  onOpenChange: (open: boolean) => void;
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

// Dialogs are asked for rarely: they come when they are.
const AskDialog = lazy(() => import('./ask-dialog').then((module) => ({ default: module.AskDialog })));

/** Asks before something goes that does not come back by itself. */
export function AskFirst({ trigger, open, onOpenChange, ...asked }: Props) {
  return (
    <>
      {cloneElement(trigger, { onClick: () => onOpenChange(true) })}
      {open && (
        <Suspense fallback={null}>
          <AskDialog onOpenChange={onOpenChange} {...asked} />
        </Suspense>
      )}
    </>
  );
}
