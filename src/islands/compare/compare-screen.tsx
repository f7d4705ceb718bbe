import { useState } from 'react';
import * as z from 'zod/mini';
import { counted } from '#core/make/counted';
import { compareRecipes, countAlike } from '#core/recipe/compare-recipes';
import { titleOfRecipe } from '#core/recipe/recipe-in-short';
import { fetchRecipe, recipeAddress } from '#islands/shared/recipe-calls.ts';
import { PageOfKept } from '#islands/shared/page-of-kept.tsx';
import { RecipePicture } from '#islands/shared/recipe-picture.tsx';
import { useFetched } from '#islands/shared/use-fetched.ts';
import { idSchema } from '#model/id';
import type { ReadRecipe } from '#model/api/recipes';
import { asPage } from '#ui/words/error-boundary.tsx';

const askedSchema = z.object({ one: idSchema, other: idSchema });

/** Two kept recipes side by side on their pictures, and what differs between them in words and numbers. */
function CompareScreenWhole() {
  const [asked] = useState(() => askedSchema.safeParse(Object.fromEntries(new URLSearchParams(window.location.search))));
  const ids = asked.success ? asked.data : null;
  const one = useFetched(ids ? `recipe ${ids.one}` : null, () => fetchRecipe(ids?.one ?? ''));
  const other = useFetched(ids ? `recipe ${ids.other}` : null, () => fetchRecipe(ids?.other ?? ''));
  return (
    <PageOfKept
      back={{ href: '/recipes', name: 'Recipes' }}
      heading="Two recipes"
      problem={one.problem ?? other.problem}
      onAgain={() => {
        one.again();
        other.again();
      }}
    >
      {!ids && <p className="bg-paper p-6">Two recipes are put beside each other on the page of the recipes: choose them there.</p>}
      {one.data && other.data && <Compared one={one.data} other={other.data} />}
    </PageOfKept>
  );
}

function Compared({ one, other }: { one: ReadRecipe; other: ReadRecipe }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const differences = compareRecipes(one.kept.recipe, other.kept.recipe);
  const changed = differences.flatMap(({ element }) => element ?? []);
  const same = countAlike(one.kept.recipe, other.kept.recipe, differences);
  const numbersOf = ({ kept }: ReadRecipe) =>
    kept.recipe.elements.flatMap(({ name }, index) => ((chosen === null ? changed.includes(name) : name === chosen) ? [index + 1] : []));
  return (
    <main className="space-y-5">
      <div className="grid gap-4 sm:grid-cols-2">
        {[one, other].map((read, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a recipe may stand beside itself.
          <section key={place} aria-label={place === 0 ? 'The first' : 'The second'} className="min-w-0 space-y-2">
            <h2 className="text-lg leading-tight">
              <a href={recipeAddress(read.id)} className="underline underline-offset-4">
                {titleOfRecipe(read.kept, read.notes)}
              </a>
              <span className="block font-text text-sm font-normal text-soft">
                {read.kept.of ? `Version ${read.kept.number}` : 'From a file'}, {read.keptAt.slice(0, 10)}
              </span>
            </h2>
            <RecipePicture
              id={read.id}
              recipe={read.kept.recipe}
              hasLook={read.kept.pictures.look !== undefined}
              pointed={numbersOf(read)}
            />
          </section>
        ))}
      </div>
      <section aria-label="What differs" data-differences={differences.length}>
        <h2 className="text-xl">
          {differences.length === 0 ? 'They say the same' : 'What differs'}
          {same > 0 && <span className="font-text text-base font-normal text-soft"> · {counted(same, 'element')} alike</span>}
        </h2>
        <dl className="mt-2 divide-y divide-edge border-y border-edge">
          {differences.map(({ element, words }, place) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: two elements may share a name.
            <div key={place} className="grid gap-x-4 py-2 sm:grid-cols-[14rem_minmax(0,1fr)]" data-differs={element ?? 'all'}>
              <dt>
                {element === null ? (
                  <strong>All of it</strong>
                ) : (
                  <button
                    type="button"
                    aria-pressed={chosen === element}
                    className="min-h-8 font-semibold underline underline-offset-4"
                    onClick={() => setChosen(chosen === element ? null : element)}
                  >
                    {element}
                  </button>
                )}
              </dt>
              <dd>
                <ul>
                  {words.map((own) => (
                    <li key={own}>{own}</li>
                  ))}
                </ul>
              </dd>
            </div>
          ))}
        </dl>
      </section>
    </main>
  );
}

export const CompareScreen = asPage('the comparison', CompareScreenWhole);
