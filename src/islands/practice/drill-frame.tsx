import type { ReactNode } from 'react';
import type { Told } from '#core/practice/told';
import { Button } from '#ui/controls/button.tsx';

type Props = {
  ask: string;
  /** Null: not answered yet. */
  told: Told | null;
  isAnswered: boolean;
  onTell: () => void;
  onAgain: () => void;
  onLeave: () => void;
  children: ReactNode;
};

/** A drill: what is asked, the question, and when it is answered how it went and why. */
export function DrillFrame({ ask, told, isAnswered, onTell, onAgain, onLeave, children }: Props) {
  return (
    <section aria-label="Drill" className="space-y-4 bg-paper p-4">
      <p className="text-xl">{ask}</p>
      {children}
      {told ? (
        <div role="status" className="space-y-2 border-l-8 border-ink px-4 py-2" data-score={told.score.toFixed(3)}>
          <p className="text-2xl">
            <strong>{Math.round(100 * told.score)} of 100</strong>
          </p>
          <p>{told.words}</p>
        </div>
      ) : (
        <Button weight="main" className="min-h-14" disabled={!isAnswered} onClick={onTell}>
          How did I do?
        </Button>
      )}
      <p className="flex flex-wrap gap-2">
        {told && <Button onClick={onAgain}>Once more</Button>}
        <Button weight="quiet" onClick={onLeave}>
          {told ? 'Other drills' : 'Leave it'}
        </Button>
      </p>
    </section>
  );
}
