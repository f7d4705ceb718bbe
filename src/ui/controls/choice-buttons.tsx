type Props<Id extends string> = {
  label: string;
  choices: readonly { id: Id; name: string }[];
  /** Null: none of them. */
  chosen: Id | null;
  onChoose: (id: Id) => void;
};

/** One of a few, side by side as buttons; the chosen one is dark. */
export function ChoiceButtons<Id extends string>({ label, choices, chosen, onChoose }: Props<Id>) {
  return (
    <fieldset className="flex flex-wrap gap-1" aria-label={label}>
      {choices.map(({ id, name }) => (
        <button
          key={id}
          type="button"
          aria-pressed={chosen === id}
          className={`min-h-11 border border-ink px-3 ${chosen === id ? 'bg-ink text-paper' : 'bg-paper hover:bg-bench'}`}
          onClick={() => onChoose(id)}
        >
          {name}
        </button>
      ))}
    </fieldset>
  );
}
