import { lazy, Suspense, useState } from 'react';
import { lampWords } from '#core/light/lamp-words';
import { titleOfRecipe } from '#core/recipe/recipe-in-short';
import { cautions } from '#core/technique/cautions';
import { addressOf } from '#islands/shared/make-address.ts';
import { PageOfKept } from '#islands/shared/page-of-kept.tsx';
import { PrintRecipe } from '#islands/shared/print-recipe.tsx';
import { compareAddress, fetchRecipe, recipeAddress, throwRecipeAway } from '#islands/shared/recipe-calls.ts';
import { RecipePicture } from '#islands/shared/recipe-picture.tsx';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useFetched, useListedMakes } from '#islands/shared/use-fetched.ts';
import type { Problem } from '#model/api/problem';
import type { ReadRecipe } from '#model/api/recipes';
import { AskFirst } from '#ui/controls/ask-first.tsx';
import { Button, buttonLook } from '#ui/controls/button.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { NotesPanel } from './notes-panel';
import { WrittenElements } from './written-elements';

// It comes when it is asked for.
const SaveRecipe = lazy(() => import('#islands/shared/save-recipe.tsx').then((module) => ({ default: module.SaveRecipe })));

/** One kept recipe: as it was written on its day, with what the maker notes beside it, and what can be done with it. */
function RecipeScreenWhole({ recipeId }: { recipeId: string }) {
  const { data, problem, again } = useFetched(`recipe ${recipeId}`, () => fetchRecipe(recipeId));
  const [pointed, setPointed] = useState<number | null>(null);
  const point = (number: number) => setPointed(number === pointed ? null : number);
  const out = pointed === null ? [] : [pointed];
  return (
    <PageOfKept
      back={{ href: '/recipes', name: 'Recipes' }}
      heading={data ? titleOfRecipe(data.kept, data.notes) : problem ? 'This recipe cannot be shown now' : 'Recipe'}
      problem={problem}
      onAgain={again}
    >
      {data && (
        <main className="grid gap-6 lg:grid-cols-2">
          <div className="space-y-3">
            <RecipePicture
              id={data.id}
              recipe={data.kept.recipe}
              hasLook={data.kept.pictures.look !== undefined}
              pointed={out}
              onPoint={point}
            />
            {data.notes.photo && (
              <img src={`/api/recipes/${data.id}/photo?${data.notes.photo}`} alt="The finished piece" className="max-h-[60vh] max-w-full" />
            )}
            <NotesPanel id={data.id} notes={data.notes} usualName={titleOfRecipe(data.kept, {})} onChanged={again} />
          </div>
          <div className="min-w-0 space-y-5">
            <AboutIt read={data} />
            <Acts read={data} onGone={() => window.location.assign('/recipes')} />
            <section aria-label="As it was written">
              <h2 className="text-xl">As it was written</h2>
              <WrittenElements recipe={data.kept.recipe} pointed={out} onPoint={point} />
            </section>
            <p className="border-l-8 border-ink bg-paper px-4 py-2 text-sm">{cautions.alcohol}</p>
          </div>
        </main>
      )}
    </PageOfKept>
  );
}

/** When, on what, under which light, and the versions beside it. */
function AboutIt({ read: { id, kept, makeId, makeName, isMakeThere, versions, keptAt } }: { read: ReadRecipe }) {
  const { recipe, number, of } = kept;
  const before = versions.filter((version) => version.number < number).at(-1);
  const place = of ? { station: 'recipe', pictureId: of.pictureId, colouringId: of.colouringId } : null;
  return (
    <div className="space-y-1">
      <p>
        {of ? `Version ${number}, kept ` : 'Brought in as a file '}
        {keptAt.slice(0, 10)}. {recipe.picture.name}, {Math.round(recipe.picture.widthMm)} × {Math.round(recipe.picture.heightMm)} mm. Light{' '}
        {lampWords(recipe.lamp)}. {recipe.school.name}. On {recipe.paper ?? 'a paper that nobody named'}
        {recipe.lineInk && `, lines in ${recipe.lineInk}`}.
      </p>
      {of && (
        <p>
          {isMakeThere && place ? (
            <a href={`/makes/${makeId}${addressOf(place)}`} className="underline decoration-2 underline-offset-4">
              To its make, {makeName}
            </a>
          ) : (
            `Its make, ${makeName}, was thrown away; the recipe stays.`
          )}
        </p>
      )}
      {versions.length > 1 && (
        <ul className="flex flex-wrap gap-x-4" aria-label="Versions of this colouring">
          {versions.map((version) => (
            <li key={version.id}>
              {version.id === id ? (
                <strong>Version {version.number}</strong>
              ) : (
                <a href={recipeAddress(version.id)} className="underline underline-offset-4">
                  Version {version.number}
                </a>
              )}
            </li>
          ))}
          {before && (
            <li>
              <a href={compareAddress(before.id, id)} className="underline underline-offset-4">
                Against version {before.number}
              </a>
            </li>
          )}
        </ul>
      )}
      {before && before.nextTime.length > 0 && (
        <p data-wished>
          Wished for at version {before.number}: {before.nextTime.join('; ')}.
        </p>
      )}
    </div>
  );
}

/** Printing, laying on, saving, throwing away. */
function Acts({ read: { id, kept, notes, unknown }, onGone }: { read: ReadRecipe; onGone: () => void }) {
  const [open, setOpen] = useState<'print' | 'lay' | 'save' | null>(null);
  const [isAsking, setAsking] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const title = titleOfRecipe(kept, notes);
  const turn = (what: 'print' | 'lay' | 'save') => setOpen(open === what ? null : what);
  return (
    <div className="space-y-2">
      <p className="flex flex-wrap gap-2">
        <Button weight="main" aria-expanded={open === 'lay'} onClick={() => turn('lay')}>
          Lay it onto a picture
        </Button>
        <Button aria-expanded={open === 'print'} onClick={() => turn('print')}>
          Print it
        </Button>
        <Button aria-expanded={open === 'save'} onClick={() => turn('save')}>
          Save as …
        </Button>
        <AskFirst
          open={isAsking}
          onOpenChange={setAsking}
          title={`Throw “${title}” away?`}
          words="The recipe and your notes on it go and do not come back. Its make stays as it is. A backup made before keeps them."
          keep="Keep it"
          go="Throw it away"
          onGo={() => throwRecipeAway(id).then(onGone, (error: unknown) => setProblem(problemToShow(error)))}
          trigger={<Button weight="quiet">Throw away</Button>}
        >
          {problem && <ProblemNotice problem={problem} />}
        </AskFirst>
      </p>
      {open === 'print' && <PrintRecipe of={{ id }} />}
      {open === 'save' && (
        <Suspense>
          <SaveRecipe recipe={async () => kept.recipe} title={title} unknown={unknown} />
        </Suspense>
      )}
      {open === 'lay' && <PicturesToLayOnto id={id} />}
    </div>
  );
}

/** Every picture on the table: its Groups station opens with this recipe. */
function PicturesToLayOnto({ id }: { id: string }) {
  const makes = useListedMakes();
  return (
    <ul className="grid gap-1 border-l-8 border-ink bg-paper px-4 py-3 sm:grid-cols-2" aria-label="Pictures">
      {makes.flatMap(({ summary }) =>
        summary.pictures.map((picture) => (
          <li key={`${summary.id} ${picture.id}`}>
            <a
              className={buttonLook('quiet')}
              href={`/makes/${summary.id}?lay=${id}${addressOf({ station: 'groups', pictureId: picture.id, colouringId: null })}`}
            >
              {picture.name}, {summary.name}
            </a>
          </li>
        )),
      )}
      {makes.length === 0 && <li>No make is on the table yet. Begin one, gather its elements, and come back.</li>}
    </ul>
  );
}

export const RecipeScreen = asPage('the recipe', RecipeScreenWhole);
