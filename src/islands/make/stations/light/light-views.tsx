import { useShallow } from 'zustand/react/shallow';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { type LightDesk, lightViews } from './light-desk';

/** Chooses what the picture shows of the light. */
export function LightViews({ useLight }: { useLight: LightDesk }) {
  const { view, set } = useLight(useShallow((state) => ({ view: state.view, set: state.set })));
  return <ChoiceButtons label="What the picture shows" choices={lightViews} chosen={view} onChoose={(id) => set({ view: id })} />;
}
