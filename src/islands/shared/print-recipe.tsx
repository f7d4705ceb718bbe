import { useState } from 'react';
import { type RecipeSheet, recipePapers, recipeSheetSchema } from '#model/api/recipes';
import { buttonLook } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import { sheetAddress } from './recipe-calls';

const sheetNames = { desk: 'For the desk', strip: 'Scrap strip', card: 'Small card' } as const;
const sheetWords: Record<RecipeSheet['sheet'], string> = {
  desk: 'The picture with its codes led to their places, every ladder and mark to tick off.',
  strip: 'Each ladder as a row of empty fields: try it on the same paper first.',
  card: 'Codes only, 3 × 5 inches: for the back of the card or the recipe box.',
};

/** What this browser printed on last. */
const keptUnder = 'aquachrome-recipe-sheet';

/** As it was chosen last; else the paper of where the maker lives. */
function lastChoice(): RecipeSheet {
  const usual: RecipeSheet = { paper: navigator.language === 'en-US' ? 'Letter' : 'A4', sheet: 'desk' };
  try {
    const read = recipeSheetSchema.safeParse(JSON.parse(localStorage.getItem(keptUnder) ?? 'null'));
    return read.success ? { ...read.data, sheet: 'desk' } : usual;
  } catch (error) {
    // Another program wrote there, or the browser keeps nothing.
    if (error instanceof SyntaxError || error instanceof DOMException) return usual;
    throw error;
  }
}

function remember(choice: RecipeSheet): void {
  try {
    localStorage.setItem(keptUnder, JSON.stringify(choice));
  } catch (error) {
    // A browser that keeps nothing asks again next time.
    if (!(error instanceof DOMException)) throw error;
  }
}

/** Which sheet of a recipe, on which paper; and the PDF. @param of null: it is being written down. */
export function PrintRecipe({ of }: { of: { id: string } | { written: string } | null }) {
  const [choice, setChoice] = useState(lastChoice);
  const choose = (change: Partial<RecipeSheet>) => {
    const { grey, ...next } = { ...choice, ...change };
    const chosen = grey ? { ...next, grey } : next;
    setChoice(chosen);
    remember(chosen);
  };
  return (
    <section
      aria-label="Print the recipe"
      className="space-y-2 border-l-8 border-ink bg-paper px-4 py-3"
      data-print={of ? 'ready' : 'coming'}
    >
      <ChoiceButtons
        label="Which sheet"
        choices={(['desk', 'strip', 'card'] as const).map((id) => ({ id, name: sheetNames[id] }))}
        chosen={choice.sheet}
        onChoose={(sheet) => choose({ sheet })}
      />
      <p className="text-sm">{sheetWords[choice.sheet]}</p>
      <ChoiceButtons
        label="Paper"
        choices={recipePapers.map((id) => ({ id, name: id }))}
        chosen={choice.paper}
        onChoose={(paper) => choose({ paper })}
      />
      <p className="flex flex-wrap items-center gap-3">
        {of ? (
          <a href={sheetAddress(of, choice)} target="_blank" rel="noreferrer" className={buttonLook('main')}>
            Open the PDF
          </a>
        ) : (
          <span role="status">Writing it down …</span>
        )}
        <ToggleChip isOn={choice.grey !== undefined} onTurn={() => choose({ grey: choice.grey ? undefined : '1' })}>
          In grey
        </ToggleChip>
      </p>
    </section>
  );
}
