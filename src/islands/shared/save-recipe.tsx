import { useState } from 'react';
import type { UnknownFields } from '#model/unknown-fields';
import type { WrittenRecipe } from '#model/written-recipe';
import { downloadName } from '#core/make/download-name';
import { Button } from '#ui/controls/button.tsx';
import type { RecipeTextKind } from './recipe-as-text';
import { saveFile } from './save-file';
import { problemToShow } from './server-calls';

const kinds: readonly { id: RecipeTextKind; name: string; words: string }[] = [
  { id: 'json', name: 'File of ours (JSON)', words: 'all of it; another Aquachrome reads it' },
  { id: 'csv', name: 'Table (CSV)', words: 'for a spreadsheet' },
  { id: 'md', name: 'Text (Markdown)', words: 'to read, to send' },
  { id: 'gpl', name: 'Palette of its markers', words: 'for a paint program' },
];

type Props = {
  /** Written down when it is asked for. */
  recipe: () => Promise<WrittenRecipe>;
  title: string;
  /** What its own file said beyond our schema, when it came in as one. */
  unknown?: UnknownFields | undefined;
};

/** A recipe saved in one of several forms. */
export function SaveRecipe({ recipe, title, unknown }: Props) {
  const [doing, setDoing] = useState<RecipeTextKind | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const save = async (kind: RecipeTextKind) => {
    setDoing(kind);
    setProblem(null);
    try {
      const [written, { recipeAsText, recipeMediaTypes }] = await Promise.all([recipe(), import('./recipe-as-text')]);
      saveFile(
        downloadName(title, kind === 'gpl' ? 'palette' : 'recipe', written.writtenOn ?? '', kind),
        recipeAsText(written, kind, title, unknown),
        recipeMediaTypes[kind],
      );
    } catch (error) {
      setProblem(problemToShow(error).message);
    } finally {
      setDoing(null);
    }
  };
  return (
    <section aria-label="Save the recipe" className="border-l-8 border-ink bg-paper px-4 py-3">
      <ul className="space-y-1">
        {kinds.map(({ id, name, words }) => (
          <li key={id} className="flex flex-wrap items-baseline gap-x-3">
            <Button weight="quiet" disabled={doing !== null} onClick={() => void save(id)}>
              {doing === id ? 'Writing it …' : name}
            </Button>
            <span className="text-sm text-soft">{words}</span>
          </li>
        ))}
      </ul>
      {problem && <p role="alert">{problem}</p>}
    </section>
  );
}
