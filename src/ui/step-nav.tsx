type Props<Id extends string> = {
  label: string;
  steps: readonly { id: Id; name: string; open?: string | undefined }[];
  current: Id;
  onGo: (id: Id) => void;
};

/** The steps of a station, beside each other; one is open. */
export function StepNav<Id extends string>({ label, steps, current, onGo }: Props<Id>) {
  return (
    <nav aria-label={label} className="flex flex-wrap gap-1 border-b-2 border-ink">
      {steps.map(({ id, name, open }) => (
        <button
          key={id}
          type="button"
          aria-pressed={current === id}
          className={`min-h-11 px-3 font-semibold ${current === id ? 'bg-ink text-paper' : 'hover:bg-paper'}`}
          onClick={() => onGo(id)}
        >
          {name}
          {open && <span className="ml-1 text-sm font-normal">{open}</span>}
        </button>
      ))}
    </nav>
  );
}
