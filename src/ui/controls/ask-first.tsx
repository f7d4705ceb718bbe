import { cloneElement, lazy, type MouseEventHandler, type ReactElement, Suspense } from 'react';
import type { Asked } from './ask-dialog';

type Props = Asked & {
  /** What opens the question. */
  trigger: ReactElement<{ onClick?: MouseEventHandler }>;
  open: boolean;
  onOpenChange: (open: boolean) => void;
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
