import { useState } from 'react';
import { leastPaceSessions, plannedPaceCm2 } from '#core/session/pace';
import { usualPaceCm2 } from '#core/technique/wet-limit';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import type { SuppliesAnswer } from '#model/api/supplies';
import { handSchema } from '#model/hand';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';

/** How much the maker's hand lays in a minute; where nothing was said, a pace from memory. Refused in words where it is none. */
export function PaceField() {
  const hand = useSupplies((state) => state.supplies?.hand);
  const learnt = useSupplies((state) => state.supplies?.learnt);
  const change = useSupplies((state) => state.change);
  const [isOpen, setOpen] = useState(false);
  const [typed, setTyped] = useState<string | null>(null);
  const paceCm2 = typed === null || typed.trim() === '' ? Number.NaN : Number(typed.replace(',', '.'));
  const parsed = handSchema.safeParse({ paceCm2 });
  const problem = typed === null || parsed.success ? undefined : wordsOf(paceCm2, parsed.error.issues[0]?.message);
  const keep = async () => {
    if (typed === null || !parsed.success) return;
    if (!(await change({ hand: parsed.data }))) return;
    setTyped(null);
    setOpen(false);
  };
  if (!isOpen)
    return (
      <Button weight="quiet" className="text-sm" onClick={() => setOpen(true)}>
        {hand ? `At your ${hand.paceCm2} cm² a minute` : learntWords(learnt)}
      </Button>
    );
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Field
        label="You colour, in cm² a minute"
        className="w-56"
        inputMode="decimal"
        value={typed ?? String(hand?.paceCm2 ?? usualPaceCm2)}
        problem={problem}
        onChange={({ target }) => setTyped(target.value)}
        onKeyDown={({ key }) => {
          if (key === 'Enter') void keep();
          if (key === 'Escape') {
            setTyped(null);
            setOpen(false);
          }
        }}
      />
      <Button disabled={typed === null || !parsed.success} onClick={() => void keep()}>
        Keep
      </Button>
      {hand && (
        <Button
          onClick={() =>
            void change({ hand: null }).then((isKept) => {
              if (!isKept) return;
              setTyped(null);
              setOpen(false);
            })
          }
        >
          {plannedPaceCm2({ learnt }) === usualPaceCm2 ? `From memory: ${usualPaceCm2}` : `As learnt: ${plannedPaceCm2({ learnt })}`}
        </Button>
      )}
    </div>
  );
}

/** Where a pace comes from that the hand did not say itself. */
function learntWords(learnt: SuppliesAnswer['learnt']): string {
  const paceCm2 = plannedPaceCm2({ learnt });
  if (learnt && learnt.sessions >= leastPaceSessions) return `At ${paceCm2} cm² a minute, learnt from ${learnt.sessions} sittings`;
  const more = learnt ? `, until it is learnt from ${leastPaceSessions} sittings` : '';
  return `At ${paceCm2} cm² a minute, a pace from memory${more}: say yours`;
}

/** What is wrong with a pace, as a sentence. */
function wordsOf(paceCm2: number, message = ''): string {
  if (Number.isNaN(paceCm2)) return `How many cm² you colour in a minute, such as ${usualPaceCm2}.`;
  return `${message.charAt(0).toUpperCase()}${message.slice(1)}.`;
}
