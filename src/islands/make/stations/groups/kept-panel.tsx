import { useDeferredValue, useState } from 'react';
import { bringRecipeIn } from '#islands/shared/bring-recipe-in.ts';
import { ReadingNotice } from '#islands/shared/reading-notice.tsx';
import { fetchFound, fetchRecipe, findAddress } from '#islands/shared/recipe-calls.ts';
import { RecipeCard } from '#islands/shared/recipe-card.tsx';
import { askedOf, isNoWish, noWish, RecipeSearch } from '#islands/shared/recipe-search.tsx';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useFetched } from '#islands/shared/use-fetched.ts';
import { StoppedError, useFiles } from '#islands/shared/use-files.ts';
import type { Problem } from '#model/api/problem';
import { Button } from '#ui/controls/button.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { SetAsideParts } from '#ui/words/set-aside-parts.tsx';
import type { GroupsProps } from './groups-props';
import { LayOnto } from './lay-onto';

/** Recipes shown to choose from. */
const shownAtOnce = 6;

/** A kept recipe, or one from a file, is laid onto this picture. */
export function KeptPanel(props: GroupsProps) {
  const { useGroups } = props;
  const keptId = useGroups((state) => state.keptId);
  const { set } = useGroups.getState();
  const { reading, read, stop } = useFiles();
  const [problem, setProblem] = useState<Problem | null>(null);
  const [aside, setAside] = useState<readonly string[]>([]);
  const chosen = useFetched(keptId === null ? null : `recipe ${keptId}`, () => fetchRecipe(keptId ?? ''));
  const bringIn = async (file: File) => {
    setProblem(null);
    setAside([]);
    try {
      const own = await bringRecipeIn(file, read);
      setAside(own.aside);
      set({ keptId: own.id, preview: null });
    } catch (error) {
      if (!(error instanceof StoppedError)) setProblem(problemToShow(error));
    }
  };
  return (
    <section aria-label="From a kept recipe" className="space-y-3">
      <p className="flex flex-wrap items-center gap-3">
        {keptId !== null && <Button onClick={() => set({ keptId: null, preview: null })}>Another recipe</Button>}
        <FileButton label="A recipe from a file" accept=".json" onFile={(file) => void bringIn(file)} />
      </p>
      <ReadingNotice reading={reading} onStop={stop} />
      {problem && <ProblemNotice problem={problem} />}
      {aside.length > 0 && <SetAsideParts words={aside} />}
      {keptId === null ? (
        <ChooseRecipe onChoose={(id) => set({ keptId: id, preview: null })} />
      ) : (
        <>
          {chosen.problem && (
            <ProblemNotice problem={chosen.problem}>
              <Button onClick={chosen.again}>Try again</Button>
            </ProblemNotice>
          )}
          {chosen.data && chosen.data.id === keptId && <LayOnto key={keptId} {...props} read={chosen.data} />}
          {!chosen.data && !chosen.problem && <p role="status">Fetching the recipe …</p>}
        </>
      )}
    </section>
  );
}

function ChooseRecipe({ onChoose }: { onChoose: (id: string) => void }) {
  const [wish, setWish] = useState(noWish);
  const asked = useDeferredValue(wish);
  const found = useFetched(findAddress({ ...askedOf(asked), most: shownAtOnce }), fetchFound);
  return (
    <>
      <RecipeSearch wish={wish} onWish={setWish} />
      {found.problem && (
        <ProblemNotice problem={found.problem}>
          <Button onClick={found.again}>Try again</Button>
        </ProblemNotice>
      )}
      <ul className="space-y-3">
        {found.data?.recipes.map((recipe) => (
          <li key={recipe.id}>
            <RecipeCard recipe={recipe} heading="h3">
              <p>
                <Button onClick={() => onChoose(recipe.id)}>Lay it onto this picture</Button>
              </p>
            </RecipeCard>
          </li>
        ))}
      </ul>
      {found.data && found.data.total > shownAtOnce && (
        <p className="text-sm text-soft">{found.data.total.toLocaleString('en')} in all: say more of it to find the others.</p>
      )}
      {found.data?.total === 0 &&
        (isNoWish(asked) ? (
          <p className="bg-paper px-4 py-3">
            No recipe is kept yet. At Recipe, “Keep this version” keeps one; a friend’s comes in as a file.
          </p>
        ) : (
          <p className="bg-paper px-4 py-3">No kept recipe holds all of that.</p>
        ))}
    </>
  );
}
