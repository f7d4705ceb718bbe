import { type Ground, groundWays } from '#model/card-layout';
import type { Make } from '#model/make';
import { lampOfCard } from '#core/layout/light-agrees';
import { lampWords } from '#core/light/lamp-words';
import { useState } from 'react';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import type { MakeStore } from '../../../document/make-store';
import { changeCard } from '../card-acts';
import type { CardLook } from './use-card-look';

/** The lamp of the card, and what is done to its ground, in its order. */
export function CardLight({ useMake, make, look }: { useMake: MakeStore; make: Make; look: CardLook }) {
  const edit = useMake((state) => state.edit);
  const { card } = look;
  const grounds = card.grounds ?? [];
  const change = (next: (now: readonly Ground[]) => Ground[]) =>
    edit(
      changeCard(card.id, ({ grounds: now = [], ...own }) => {
        const after = next(now).slice(0, 12);
        return after.length > 0 ? { ...own, grounds: after } : own;
      }),
    );
  return (
    <section aria-label="Light and ground" className="space-y-2">
      <h3 className="text-lg">Lit {lampWords(lampOfCard(make, card))}</h3>
      <p className="flex flex-wrap items-center gap-2">
        {card.lamp ? 'A lamp of its own.' : 'The lamp of the make; move it at the card and the card has one of its own.'}
        {card.lamp && (
          <Button weight="quiet" onClick={() => edit(changeCard(card.id, ({ lamp: _, ...own }) => own))}>
            Lit as the make is
          </Button>
        )}
      </p>
      <ol className="divide-y divide-edge bg-paper" aria-label="What is done to the ground">
        {grounds.map((ground, place) => (
          <li key={ground.id} className="flex flex-wrap items-center gap-2 px-3 py-1" data-ground={ground.how}>
            <span className="w-6 font-code">{place + 1}</span>
            <strong className="min-w-24">{ground.how}</strong>
            <GroundInks
              ground={ground}
              onInks={(inks) =>
                change((now) =>
                  now.map(({ inks: _, ...own }) =>
                    own.id === ground.id ? { ...own, ...(inks.length > 0 ? { inks } : {}) } : { ...own, ...(_ ? { inks: _ } : {}) },
                  ),
                )
              }
            />
            <Button
              weight="quiet"
              aria-label={`Ground without ${ground.how}`}
              onClick={() => change((now) => now.filter(({ id }) => id !== ground.id))}
            >
              Without it
            </Button>
          </li>
        ))}
      </ol>
      <p className="flex flex-wrap items-center gap-1">
        <span className="mr-1">The ground is</span>
        {groundWays.map((how) => (
          <Button
            key={how}
            className="px-3!"
            aria-label={`The ground is ${how}`}
            onClick={() => change((now) => [...now, { id: crypto.randomUUID(), how }])}
          >
            {how}
          </Button>
        ))}
      </p>
    </section>
  );
}

/** Inks of a ground, the lightest first, with commas between. */
function GroundInks({ ground, onInks }: { ground: Ground; onInks: (inks: string[]) => void }) {
  const kept = ground.inks?.join(', ') ?? '';
  const [typed, setTyped] = useState<string | null>(null);
  const leave = () => {
    if (typed === null) return;
    const inks = typed
      .split(',')
      .map((ink) => ink.trim().slice(0, 80))
      .filter((ink) => ink !== '')
      .slice(0, 6);
    setTyped(null);
    if (inks.join(', ') !== kept) onInks(inks);
  };
  return (
    <Field
      label={`Inks, ${ground.how}, lightest first`}
      className="min-w-48 flex-1"
      placeholder="such as Mist, Lagoon"
      value={typed ?? kept}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={leave}
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
    />
  );
}
