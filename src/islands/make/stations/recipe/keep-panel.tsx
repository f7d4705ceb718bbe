import { useEffect, useMemo, useState } from 'react';
import { counted } from '#core/make/counted';
import { nameOfColouring } from '#core/make/coloured';
import { digestOf } from '#core/make/digest';
import { compareRecipes } from '#core/recipe/compare-recipes';
import { writeDown } from '#core/recipe/write-down';
import type { PictureRecipe, SeenBands } from '#core/technique/recipe';
import { PrintRecipe } from '#islands/shared/print-recipe.tsx';
import { compareAddress, fetchFound, fetchRecipe, findAddress, keepRecipe, recipeAddress } from '#islands/shared/recipe-calls.ts';
import { SaveRecipe } from '#islands/shared/save-recipe.tsx';
import { keepBlob, problemToShow } from '#islands/shared/server-calls.ts';
import { today } from '#islands/shared/today.ts';
import { useFetched } from '#islands/shared/use-fetched.ts';
import type { Problem } from '#model/api/problem';
import type { ListedRecipe } from '#model/api/recipes';
import { Button } from '#ui/controls/button.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import type { MakeStore } from '../../document/make-store';
import { SavePictures } from './save-pictures';
import type { ToWrite, Written } from '../../plan/write-recipe';

type Props = {
  useMake: MakeStore;
  to: Omit<ToWrite, 'tables' | 'blobOf'>;
  /** As it stands, with its places where they are known. */
  recipe: PictureRecipe;
  seen: SeenBands | undefined;
};

/** Written down when it is first asked for, and again when the make has changed since. */
function useWriting(to: Props['to'], tables: ToWrite['tables'], blobOf: ToWrite['blobOf']) {
  return useMemo(() => {
    let written: Promise<Written> | null = null;
    return (): Promise<Written> => {
      written ??= import('../../plan/write-recipe').then(({ writeRecipe }) => writeRecipe({ ...to, tables, blobOf }));
      // What failed is tried anew.
      written.catch(() => {
        written = null;
      });
      return written;
    };
  }, [to, tables, blobOf]);
}

/** The recipe kept as a version, printed, or saved; and the versions that there are. */
export function KeepPanel({ useMake, to, recipe, seen }: Props) {
  const { make, picture, table, rack, supplies } = to;
  const of = nameOfColouring(picture);
  const versions = useFetched(findAddress({ makeId: make.id, colouringId: of.colouringId }), fetchFound);
  const newest = versions.data?.recipes[0];
  const last = useFetched(newest ? `/api/recipes/${newest.id}` : null, () => fetchRecipe(newest?.id ?? ''));
  const tables = useMake((state) => state.tables);
  const { blobOf } = useMake.getState();
  const write = useWriting(to, tables, blobOf);
  const [open, setOpen] = useState<'print' | 'save' | null>(null);
  const turn = (what: 'print' | 'save') => setOpen(open === what ? null : what);
  const [isKeeping, setKeeping] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [said, setSaid] = useState('');
  const lines = useMemo(
    () => writeDown({ make, picture, recipe, rack, table, seen, supplies, writtenOn: today() }),
    [make, picture, recipe, rack, table, seen, supplies],
  );
  const changes = useMemo(
    () => (last.data && seen && last.data.id === newest?.id ? compareRecipes(last.data.kept.recipe, lines) : null),
    [last.data, newest, lines, seen],
  );
  const keep = async () => {
    setKeeping(true);
    setProblem(null);
    try {
      const kept = await write();
      const { number } = await keepRecipe({ id: crypto.randomUUID(), make: { id: make.id, name: make.name }, kept: { ...kept, of } });
      setSaid(`Kept as version ${number}.`);
      versions.again();
    } catch (error) {
      setProblem(problemToShow(error));
    } finally {
      setKeeping(false);
    }
  };
  return (
    <section aria-label="Keep and print" className="space-y-2" data-kept={versions.data ? String(versions.data.total) : 'coming'}>
      <p className="flex flex-wrap gap-2">
        <Button weight="main" disabled={isKeeping || !seen} onClick={() => void keep()}>
          {isKeeping ? 'Keeping it …' : 'Keep this version'}
        </Button>
        <Button aria-expanded={open === 'print'} onClick={() => turn('print')}>
          Print it
        </Button>
        <Button weight="quiet" aria-expanded={open === 'save'} onClick={() => turn('save')}>
          Save as …
        </Button>
      </p>
      {open === 'print' && <Printing write={write} onProblem={setProblem} />}
      {open === 'save' && (
        <>
          <SaveRecipe recipe={async () => (await write()).recipe} title={`${make.name}, ${picture.name}`} />
          <SavePictures to={{ ...to, tables, blobOf }} />
        </>
      )}
      {problem && <ProblemNotice problem={problem} />}
      <p role="status" className="text-sm empty:hidden">
        {said}
      </p>
      {versions.problem && <ProblemNotice problem={versions.problem} />}
      {newest && <SinceLast newest={newest} changes={changes} />}
      {versions.data && versions.data.total > 0 && <VersionList recipes={versions.data.recipes} />}
    </section>
  );
}

/** The choices of the sheet, and the recipe written down for them. */
function Printing({ write, onProblem }: { write: () => Promise<Written>; onProblem: (problem: Problem) => void }) {
  const [written, setWritten] = useState<string | null>(null);
  useEffect(() => {
    let current = true;
    setWritten(null);
    write()
      .then(async (own) => {
        const bytes = new TextEncoder().encode(JSON.stringify(own));
        await keepBlob(bytes);
        if (current) setWritten(digestOf(bytes));
      })
      .catch((error: unknown) => current && onProblem(problemToShow(error)));
    return () => {
      current = false;
    };
  }, [write, onProblem]);
  return <PrintRecipe of={written === null ? null : { written }} />;
}

type Changes = ReturnType<typeof compareRecipes>;

/** Changes told at once; the comparison tells all. */
const toldChanges = 4;

/** Whether what is on the screen is what was kept last; and what was wished for the next time. */
function SinceLast({ newest, changes }: { newest: ListedRecipe; changes: Changes | null }) {
  const told = (changes ?? []).slice(0, toldChanges);
  const more = (changes?.length ?? 0) - told.length;
  return (
    <>
      {changes && (
        <p className="text-sm" data-since={changes.length}>
          {changes.length === 0 ? (
            `This is version ${newest.number}, as it was kept.`
          ) : (
            <>
              Since version {newest.number}:{' '}
              {told.map(({ element, words }) => `${element ? `${element}: ` : ''}${words.join('; ')}`).join('. ')}
              {more > 0 ? `, and ${counted(more, 'element')} more.` : '.'}
            </>
          )}
        </p>
      )}
      {newest.nextTime.length > 0 && (
        <div className="border-l-8 border-ink bg-paper px-4 py-2 text-sm" data-next-time>
          <strong>You wished for next time (version {newest.number}):</strong>
          <ul className="list-disc pl-5">
            {newest.nextTime.map((wish) => (
              <li key={wish}>{wish}</li>
            ))}
          </ul>
        </div>
      )}
    </>
  );
}

function VersionList({ recipes }: { recipes: readonly ListedRecipe[] }) {
  const link = 'inline-flex min-h-11 items-center underline decoration-2 underline-offset-4';
  return (
    <ul className="flex flex-wrap gap-x-5 text-sm" aria-label="Versions">
      {recipes.map(({ id, number, keptAt, isFavourite }, place) => (
        <li key={id} className="flex items-center gap-2">
          <a href={recipeAddress(id)} className={link}>
            {isFavourite && '★ '}Version {number}, {keptAt.slice(0, 10)}
          </a>
          {recipes[place + 1] && (
            <a href={compareAddress(recipes[place + 1]?.id ?? '', id)} className={link}>
              against {recipes[place + 1]?.number}
            </a>
          )}
        </li>
      ))}
    </ul>
  );
}
