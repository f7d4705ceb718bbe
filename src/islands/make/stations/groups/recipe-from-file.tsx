import { transfer } from 'comlink';
import { useEffect, useEffectEvent, useState } from 'react';
import { ReadingNotice } from '#islands/shared/reading-notice.tsx';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { StoppedError, useFiles } from '#islands/shared/use-files.ts';
import { Button } from '#ui/controls/button.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import { SetAsideParts } from '#ui/words/set-aside-parts.tsx';
import { mostListBytes } from '#workers/file-limits';
import type { ReadRecipe, TranslatedElement } from '#workers/recipe-reading';
import { giveLadders } from './groups-acts';
import type { GroupsProps } from './groups-props';
import { Translated } from './translated';
import { nameOfColouring } from '#core/make/coloured';

/** Elements that are shown at once; more at a press. */
const shownAtOnce = 40;

/** A recipe found elsewhere: its ladders, told by their colours, in what the maker owns; given to the elements of the same names. */
export function RecipeFromFile({ useMake, useGroups, make, picture }: GroupsProps) {
  const rack = useMake((state) => state.rack);
  const [found, setFound] = useState<ReadRecipe | null>(null);
  const [translated, setTranslated] = useState<readonly TranslatedElement[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [shown, setShown] = useState(shownAtOnce);
  const { reading, read, stop } = useFiles();
  const { markers } = rack;
  const only = make.onlyMarkers;
  const tell = (error: unknown) => {
    if (!(error instanceof StoppedError)) setProblem(problemToShow(error).message);
  };
  const bringIn = async (file: File) => {
    setProblem(null);
    setFound(null);
    setTranslated([]);
    setShown(shownAtOnce);
    if (file.size > mostListBytes) {
      setProblem('The file is larger than 5 MB: that is no recipe.');
      return;
    }
    try {
      const bytes = new Uint8Array(await file.arrayBuffer());
      setFound(await read('Reading the recipe', (api) => api.recipe(transfer(bytes, [bytes.buffer]))));
    } catch (error) {
      tell(error);
    }
  };
  const translate = useEffectEvent((recipe: ReadRecipe) => {
    const request = { elements: recipe.recipe.elements, ...(only ? { only: only.map(({ markerId }) => markerId) } : {}) };
    read('Translating the ladders', (api, onProgress) => api.translate(request, markers, onProgress)).then(setTranslated, tell);
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: with another rack, or less of it, the ladders are others.
  useEffect(() => {
    if (found) translate(found);
  }, [found, markers, only]);
  const elementOf = (name: string) => picture.elements.find((own) => own.name.toLowerCase() === name.toLowerCase());
  const ready = translated.flatMap(({ name, found: own }) => {
    const element = elementOf(name);
    return 'ladder' in own && element ? [[element.id, own.ladder] as const] : [];
  });
  const stores = { useMake, useGroups, of: nameOfColouring(picture) };
  return (
    <section aria-label="A recipe from a file" className="space-y-2 border-t-2 border-ink pt-3">
      <div className="flex flex-wrap items-center gap-3">
        <FileButton label="A recipe from a file" accept=".json" onFile={(file) => void bringIn(file)} />
        {ready.length > 0 && (
          <Button weight="main" onClick={() => giveLadders(stores, new Map(ready))}>
            Give {ready.length} to elements of the same name
          </Button>
        )}
      </div>
      <ReadingNotice reading={reading} onStop={stop} />
      {problem && <p role="alert">{problem}</p>}
      {found && found.aside.length > 0 && <SetAsideParts words={found.aside} />}
      <ul className="space-y-3">
        {translated.slice(0, shown).map(({ name, found: own }, place) => {
          const element = elementOf(name);
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: two elements of a recipe may share a name.
            <li key={place} className="bg-paper px-4 py-2" data-from-recipe={name}>
              <p className="flex items-baseline justify-between gap-3">
                <strong>{name}</strong>
                {'ladder' in own &&
                  (element ? (
                    <Button weight="quiet" onClick={() => giveLadders(stores, new Map([[element.id, own.ladder]]))}>
                      Give it to {element.name}
                    </Button>
                  ) : (
                    <Button
                      weight="quiet"
                      onClick={() => {
                        useMake.getState().takeInHand({ kind: 'ladder', ladder: own.ladder, elementId: null });
                        useGroups.getState().set({ step: 'ladders' });
                      }}
                    >
                      Take it in hand
                    </Button>
                  ))}
              </p>
              {'problem' in own ? <p>{own.problem}</p> : <Translated found={own} rack={rack} />}
            </li>
          );
        })}
      </ul>
      {translated.length > shown && (
        <Button onClick={() => setShown(shown + shownAtOnce)}>Show {Math.min(shownAtOnce, translated.length - shown)} more</Button>
      )}
    </section>
  );
}
