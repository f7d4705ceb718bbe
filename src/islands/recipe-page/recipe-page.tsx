import { lazy, Suspense } from 'react';
import { PrintedPage } from '#islands/shared/printed-page.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';

// It comes while the recipe is being fetched.
const Sheet = lazy(() => import('./sheet').then((module) => ({ default: module.Sheet })));

/** A recipe to be printed, on as many pages as it takes. */
function RecipePageWhole({ makeId }: { makeId: string }) {
  return (
    <PrintedPage makeId={makeId} what="recipe">
      {(loaded) => (
        <Suspense fallback={null}>
          <Sheet {...loaded} />
        </Suspense>
      )}
    </PrintedPage>
  );
}

export const RecipePage = asPage('the recipe', RecipePageWhole);
