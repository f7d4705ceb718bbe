import type { FindKind, FindRecipes } from '#model/api/recipes';
import type { Lab } from '#model/marker';
import { labOfHex } from '#core/colour/lab';
import { Field } from '#ui/controls/field.tsx';
import { NearColour } from '#ui/controls/near-colour.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import { fetchTerms } from './recipe-calls';
import { useFetched } from './use-fetched';

type Term = { kind: FindKind; term: string; shown: string };
export type RecipeWish = { words: string; terms: readonly Term[]; near: { lab: Lab; shown: string } | null; onlyFavourites: boolean };
export const noWish: RecipeWish = { words: '', terms: [], near: null, onlyFavourites: false };

/** What is asked of the server for a wish. */
export function askedOf({ words, terms, near, onlyFavourites }: RecipeWish): FindRecipes {
  return {
    ...(words.trim() === '' ? {} : { words: words.trim().slice(0, 120) }),
    ...(terms.length > 0 ? { terms: terms.map(({ kind, term }) => ({ kind, term })) } : {}),
    ...(near ? { near: near.lab } : {}),
    ...(onlyFavourites ? { onlyFavourites: true as const } : {}),
  };
}

export const isNoWish = (wish: RecipeWish): boolean => Object.keys(askedOf(wish)).length === 0;

const kindWords: Record<FindKind, string> = {
  code: 'marker',
  family: 'family',
  element: 'element',
  paper: 'paper',
  'line ink': 'line ink',
  school: 'school',
  tag: 'tag',
};

/** One line to type on: what is typed finds words, and what begins so is offered by what it is: a marker, an element, a paper. A colour stands beside it. */
export function RecipeSearch({ wish, onWish }: { wish: RecipeWish; onWish: (wish: RecipeWish) => void }) {
  const begin = wish.words.trim();
  const offered = useFetched(begin.length > 1 ? `terms ${begin}` : null, () => fetchTerms(begin));
  const taken = new Set(wish.terms.map(({ kind, term }) => `${kind} ${term}`));
  const terms = begin.length > 1 ? (offered.data?.terms ?? []).filter(({ kind, term }) => !taken.has(`${kind} ${term}`)) : [];
  return (
    <div className="space-y-2">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <Field
          label="Find a recipe"
          className="min-w-60 flex-1"
          placeholder="code, element, paper, school, tag or word"
          value={wish.words}
          onChange={(event) => onWish({ ...wish, words: event.target.value })}
        />
        <NearColour onColour={(hex) => onWish({ ...wish, near: { lab: labOfHex(hex), shown: hex } })} />
        <ToggleChip isOn={wish.onlyFavourites} onTurn={() => onWish({ ...wish, onlyFavourites: !wish.onlyFavourites })}>
          ★ Favourites
        </ToggleChip>
      </div>
      {terms.length > 0 && (
        <ul className="flex flex-wrap gap-1" aria-label="Begins so">
          {terms.map((term) => (
            <li key={`${term.kind} ${term.term}`}>
              <ToggleChip isOn={false} onTurn={() => onWish({ ...wish, words: '', terms: [...wish.terms, term] })}>
                {kindWords[term.kind]} <strong>{term.shown}</strong> {term.count}
              </ToggleChip>
            </li>
          ))}
        </ul>
      )}
      {(wish.terms.length > 0 || wish.near) && (
        <ul className="flex flex-wrap gap-1" aria-label="Asked for">
          {wish.terms.map((term) => (
            <li key={`${term.kind} ${term.term}`}>
              <ToggleChip isOn onTurn={() => onWish({ ...wish, terms: wish.terms.filter((one) => one !== term) })}>
                {kindWords[term.kind]} {term.shown} ×
              </ToggleChip>
            </li>
          ))}
          {wish.near && (
            <li>
              <ToggleChip isOn onTurn={() => onWish({ ...wish, near: null })}>
                <span className="inline-block size-4 border border-paper" style={{ backgroundColor: wish.near.shown }} aria-hidden="true" />
                near {wish.near.shown} ×
              </ToggleChip>
            </li>
          )}
        </ul>
      )}
    </div>
  );
}
