import { useMemo, useState } from 'react';
import type { RecipeFile } from '#model/recipe-file';
import { insteadOf } from '#core/groups/instead';
import { Button } from '#ui/button.tsx';
import { FileButton } from '#ui/file-button.tsx';
import { giveLadders } from '../../groups-acts';
import type { GroupsProps } from './groups-props';
import { readRecipe } from './read-recipe';
import { Translated } from './translated';

/** A recipe found elsewhere: its ladders, told by their colours, in what the maker owns; given to the elements of the same names. */
export function RecipeFromFile({ useMake, useGroups, make, picture }: GroupsProps) {
  const rack = useMake((state) => state.rack);
  const [recipe, setRecipe] = useState<RecipeFile | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const bringIn = async (file: File) => {
    try {
      setRecipe(await readRecipe(file));
      setProblem(null);
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      setProblem(error.message);
    }
  };
  const translated = useMemo(() => {
    const only = make.onlyMarkers && new Set(make.onlyMarkers.map(({ markerId }) => markerId));
    return (recipe?.elements ?? []).map(({ name, ladder, order }) => {
      const colours = ladder.map(({ markerId, colour }) => colour?.lab ?? rack.markers.find(({ id }) => id === markerId)?.lab);
      const asked = { rungs: ladder.map(({ markerId, code }) => ({ markerId, code })), ...(order ? { order } : {}) };
      const found = insteadOf(asked, colours, rack.markers, { only });
      return { name, found, element: picture.elements.find((own) => own.name.toLowerCase() === name.toLowerCase()) };
    });
  }, [recipe, rack.markers, make.onlyMarkers, picture.elements]);
  const ready = translated.flatMap(({ found, element }) => ('ladder' in found && element ? [[element.id, found.ladder] as const] : []));
  const stores = { useMake, useGroups, pictureId: picture.id };
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
      {problem && <p role="alert">{problem}</p>}
      <ul className="space-y-3">
        {translated.map(({ name, found, element }, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two elements of a recipe may share a name.
          <li key={place} className="bg-paper px-4 py-2" data-from-recipe={name}>
            <p className="flex items-baseline justify-between gap-3">
              <strong>{name}</strong>
              {'ladder' in found &&
                (element ? (
                  <Button weight="quiet" onClick={() => giveLadders(stores, new Map([[element.id, found.ladder]]))}>
                    Give it to {element.name}
                  </Button>
                ) : (
                  <Button
                    weight="quiet"
                    onClick={() => {
                      useMake.getState().takeInHand({ kind: 'ladder', ladder: found.ladder, elementId: null });
                      useGroups.getState().set({ step: 'ladders' });
                    }}
                  >
                    Take it in hand
                  </Button>
                ))}
            </p>
            {'problem' in found ? <p>{found.problem}</p> : <Translated found={found} rack={rack} />}
          </li>
        ))}
      </ul>
    </section>
  );
}
