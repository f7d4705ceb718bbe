import { useShallow } from 'zustand/react/shallow';
import { type LightDesk, type LightView, lightViews } from '../../light-desk';

/** Chooses what the picture shows of the light. */
export function LightViews({ useLight }: { useLight: LightDesk }) {
  const { view, set } = useLight(useShallow((state) => ({ view: state.view, set: state.set })));
  return (
    <fieldset className="flex flex-wrap items-center" aria-label="What the picture shows">
      {lightViews.map(({ id, name }: { id: LightView; name: string }) => (
        <button
          key={id}
          type="button"
          aria-pressed={view === id}
          className={`min-h-11 border border-ink px-3 ${view === id ? 'bg-ink text-paper' : 'bg-paper hover:bg-bench'}`}
          onClick={() => set({ view: id })}
        >
          {name}
        </button>
      ))}
    </fieldset>
  );
}
