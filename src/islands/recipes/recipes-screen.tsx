import { useDeferredValue, useState } from 'react';
import { bringRecipeIn } from '#islands/shared/bring-recipe-in.ts';
import { useHandedOver } from '#islands/shared/handed-over.ts';
import { PageOfKept } from '#islands/shared/page-of-kept.tsx';
import { ReadingNotice } from '#islands/shared/reading-notice.tsx';
import { compareAddress, fetchFound, findAddress, recipeAddress } from '#islands/shared/recipe-calls.ts';
import { RecipeCard } from '#islands/shared/recipe-card.tsx';
import { askedOf, isNoWish, noWish, RecipeSearch } from '#islands/shared/recipe-search.tsx';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useFetched } from '#islands/shared/use-fetched.ts';
import { StoppedError, useFiles } from '#islands/shared/use-files.ts';
import type { Problem } from '#model/api/problem';
import { Button, buttonLook } from '#ui/controls/button.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { SetAsideParts } from '#ui/words/set-aside-parts.tsx';

/** Shown at first, and more at a press. */
const recipesAtOnce = 20;

/** All recipes that are kept, found again by what they hold; two of them put beside each other. */
function RecipesScreenWhole() {
  const [wish, setWish] = useState(noWish);
  const [most, setMost] = useState(recipesAtOnce);
  const [beside, setBeside] = useState<readonly string[]>([]);
  const asked = useDeferredValue(wish);
  const found = useFetched(findAddress({ ...askedOf(asked), most: Math.min(60, most) }), fetchFound);
  const recipes = found.data?.recipes;
  const put = (id: string) => setBeside(beside.includes(id) ? beside.filter((one) => one !== id) : [...beside.slice(-1), id]);
  const [one, other] = beside;
  return (
    <PageOfKept back={{ href: '/', name: 'Table' }} heading="Recipes" problem={found.problem} onAgain={found.again} acts={<BringIn />}>
      <main className="space-y-4">
        <RecipeSearch wish={wish} onWish={setWish} />
        {found.data && found.data.unreadable.length > 0 && (
          <p role="alert" className="bg-paper px-4 py-2">
            {found.data.unreadable.length} of them are kept and cannot be read here. They stay as they are.
          </p>
        )}
        <p className="flex flex-wrap items-center gap-4" role="status" data-found={found.data?.total ?? 'coming'}>
          {found.data && found.data.total > 0 && <span>{found.data.total.toLocaleString('en')} found.</span>}
          {one && !other && <span>Choose another to put beside it.</span>}
          {one && other && (
            <a href={compareAddress(one, other)} className={buttonLook('main')}>
              Put the two side by side
            </a>
          )}
        </p>
        {recipes?.length === 0 &&
          (isNoWish(asked) ? (
            <p className="max-w-prose bg-paper p-6">
              No recipe is kept yet. Open a make, go to Recipe and press “Keep this version”: its codes, colours, marks and its look are
              kept as they are, whatever comes later.
            </p>
          ) : (
            <p className="bg-paper p-6">No kept recipe holds all of that. Take something out of what is asked for.</p>
          ))}
        <ul className="grid gap-4 lg:grid-cols-2">
          {recipes?.map((recipe) => (
            <li key={recipe.id}>
              <RecipeCard recipe={recipe} href={recipeAddress(recipe.id)} heading="h2">
                <p className="mt-auto flex gap-3">
                  <a href={recipeAddress(recipe.id)} className={buttonLook('plain')}>
                    Open
                  </a>
                  <ToggleChip isOn={beside.includes(recipe.id)} onTurn={() => put(recipe.id)}>
                    Put beside
                  </ToggleChip>
                </p>
              </RecipeCard>
            </li>
          ))}
        </ul>
        {found.data && recipes && recipes.length < found.data.total && (
          <p className="flex items-center gap-4">
            {most < 60 && <Button onClick={() => setMost(most + recipesAtOnce)}>Show more</Button>}
            <span className="text-soft">
              {recipes.length} of {found.data.total.toLocaleString('en')}
              {most >= 60 && '; say more of it to find the others'}
            </span>
          </p>
        )}
      </main>
    </PageOfKept>
  );
}

/** A recipe from a file: kept, and opened. */
function BringIn() {
  const { reading, read, stop } = useFiles();
  const [problem, setProblem] = useState<Problem | null>(null);
  const [brought, setBrought] = useState<{ id: string; aside: string[] } | null>(null);
  const bringIn = async (file: File) => {
    setProblem(null);
    setBrought(null);
    try {
      const own = await bringRecipeIn(file, read);
      if (own.aside.length > 0) setBrought(own);
      else window.location.assign(recipeAddress(own.id));
    } catch (error) {
      if (!(error instanceof StoppedError)) setProblem(problemToShow(error));
    }
  };
  useHandedOver(
    (file) => void bringIn(file),
    (error) => setProblem(problemToShow(error)),
  );
  return (
    <div className="max-w-xl space-y-2">
      <FileButton label="A recipe from a file" accept=".json" onFile={(file) => void bringIn(file)} />
      <ReadingNotice reading={reading} onStop={stop} />
      {problem && <ProblemNotice problem={problem} />}
      {brought && (
        <>
          <SetAsideParts words={brought.aside} />
          <a href={recipeAddress(brought.id)} className={buttonLook('main')}>
            Open what was kept
          </a>
        </>
      )}
    </div>
  );
}

export const RecipesScreen = asPage('the recipes', RecipesScreenWhole);
