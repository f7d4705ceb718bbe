import { lazy, Suspense } from 'react';
import type { LogbookKind } from '#model/api/logbook';
import { Field } from '#ui/controls/field.tsx';
import { NearColour } from '#ui/controls/near-colour.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import { type LogbookWish, withTerm } from './logbook-wish';

// The choice of a family needs the rack and a menu: the first sittings do not wait for them.
const FamilyChoice = lazy(() => import('./family-choice').then((module) => ({ default: module.FamilyChoice })));

const went: readonly { kind: LogbookKind; term: string; name: string }[] = [
  { kind: 'went', term: 'slip', name: 'With a slip' },
  { kind: 'went', term: 'other marker', name: 'Another marker took a place' },
  { kind: 'went', term: 'pair failed', name: 'A pair failed' },
  { kind: 'has', term: 'photo', name: 'With a photo' },
];

/** What sessions are looked for by: words, time, family, a colour, and how they went. */
export function LogbookSearch({ wish, onWish }: { wish: LogbookWish; onWish: (wish: LogbookWish) => void }) {
  const has = (kind: LogbookKind, term: string) => wish.terms.some((one) => one.kind === kind && one.term === term);
  const without = (kind: LogbookKind, term: string) => ({
    ...wish,
    terms: wish.terms.filter((one) => one.kind !== kind || one.term !== term),
  });
  const set = (change: Partial<LogbookWish>) => onWish({ ...wish, ...change });
  return (
    <div className="space-y-2">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <Field
          label="Find a sitting"
          className="min-w-60 flex-1"
          placeholder="code, element, make, paper, tag or a word of yours"
          value={wish.words}
          onChange={({ target: { value } }) => set({ words: value })}
        />
        <Field label="From" type="date" value={wish.fromDay} onChange={({ target: { value } }) => set({ fromDay: value })} />
        <Field label="To" type="date" value={wish.toDay} onChange={({ target: { value } }) => set({ toDay: value })} />
      </div>
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <Suspense fallback={<span className="min-h-11 w-32" />}>
          <FamilyChoice family={wish.family} onFamily={(family) => set({ family })} />
        </Suspense>
        <NearColour onColour={(hex) => set({ hex })} />
        {went.map(({ kind, term, name }) => (
          <ToggleChip
            key={term}
            isOn={has(kind, term)}
            onTurn={() => onWish(has(kind, term) ? without(kind, term) : withTerm(wish, kind, term))}
          >
            {name}
          </ToggleChip>
        ))}
      </div>
      {(wish.hex !== '' || wish.makeId !== '' || wish.terms.some(({ kind }) => kind !== 'went' && kind !== 'has')) && (
        <ul className="flex flex-wrap gap-1" aria-label="Asked for">
          {wish.terms
            .filter(({ kind }) => kind !== 'went' && kind !== 'has')
            .map(({ kind, term }) => (
              <li key={`${kind} ${term}`}>
                <ToggleChip isOn onTurn={() => onWish(without(kind, term))}>
                  {kind} {term} ×
                </ToggleChip>
              </li>
            ))}
          {wish.hex !== '' && (
            <li>
              <ToggleChip isOn onTurn={() => set({ hex: '' })}>
                <span className="inline-block size-4 border border-paper" style={{ backgroundColor: wish.hex }} aria-hidden="true" />
                near {wish.hex} ×
              </ToggleChip>
            </li>
          )}
          {wish.makeId !== '' && (
            <li>
              <ToggleChip isOn onTurn={() => set({ makeId: '' })}>
                one make ×
              </ToggleChip>
            </li>
          )}
        </ul>
      )}
    </div>
  );
}
